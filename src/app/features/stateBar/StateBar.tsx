import { useMemo } from 'react';
import { activeVariant, inSeason } from '../../../core/document/project/project';
import { OIL_GRADES } from '../../../core/physics/oil/grades';
import {
  displayUnit,
  formatFigure,
  formatQuantity,
  fromDisplay,
  toDisplay,
  type Quantity,
} from '../../../core/foundations/units';
import { useWorkbench } from '../../state/workbench';
import { Instrument } from './Instrument';

const SPEED_STEP_RPM = 50;
const TEMPERATURE_STEP = 1;
const ROAD_STEP = 5;
const LOAD_STEP = 5;
const AIR_LOW_K = 243.15;
const AIR_HIGH_K = 323.15;
const ROAD_HIGH_MS = 70;
/** Two states are the same when they read the same. */
const SAME = 1e-6;

/** Engine speed and oil temperature, the oil, and the named states. Everything on the sheet follows. */
export function StateBar({ foundK }: { readonly foundK: number | undefined }) {
  const whole = useWorkbench((w) => w.project)!;
  const variant = activeVariant(whole);
  // As the variant's season makes it; the project itself where it has none.
  const project = useMemo(() => inSeason(whole, variant), [whole, variant]);
  const setSeason = useWorkbench((w) => w.setSeason);
  const speedRevS = useWorkbench((w) => w.speedRevS);
  const oilTemperatureK = useWorkbench((w) => w.oilTemperatureK);
  const units = useWorkbench((w) => w.units);
  const setState = useWorkbench((w) => w.setState);
  const setOil = useWorkbench((w) => w.setOil);
  const found = useWorkbench((w) => w.found);
  const setFound = useWorkbench((w) => w.setFound);
  const conditions = useWorkbench((w) => w.conditions);
  const setConditions = useWorkbench((w) => w.setConditions);
  const goTo = useWorkbench((w) => w.goTo);
  const instrument = (
    label: string,
    quantity: Quantity,
    si: number,
    lowSi: number,
    highSi: number,
    step: number,
    change: (si: number) => void,
  ) => {
    const u = displayUnit(quantity, units);
    return (
      <Instrument
        label={label}
        figure={formatFigure(si, quantity, units)}
        unit={u.symbol}
        value={Math.round(toDisplay(si, u) * 1e6) / 1e6}
        low={Math.floor(toDisplay(lowSi, u) / step) * step}
        high={Math.ceil(toDisplay(highSi, u) / step) * step}
        step={step}
        onChange={(shown) => change(fromDisplay(shown, u))}
      />
    );
  };
  return (
    <section className="states" aria-label="State">
      {instrument('Engine speed', 'speed', speedRevS, 0, project.engine.maximumSpeedRevS * 1.03, SPEED_STEP_RPM, (si) =>
        setState({ speedRevS: si }),
      )}
      {found ? (
        <div className="instrument still found" role="status" aria-label="Oil in the sump, found">
          <div className="label">Oil, sump</div>
          <div className="reading">
            {foundK === undefined ? '…' : formatFigure(foundK, 'temperature', units)}{' '}
            <span className="unit">{displayUnit('temperature', units).symbol}</span>
          </div>
        </div>
      ) : (
        instrument(
          'Oil, held everywhere',
          'temperature',
          oilTemperatureK,
          project.range.coldestOilK - 30,
          project.range.hottestOilK + 40,
          TEMPERATURE_STEP,
          (si) => setState({ oilTemperatureK: si }),
        )
      )}
      <fieldset className="mode">
        <legend className="visually-hidden">Oil temperature</legend>
        <label>
          <input type="radio" name="oil-mode" checked={!found} onChange={() => setFound(false)} /> held
        </label>
        <label>
          <input type="radio" name="oil-mode" checked={found} onChange={() => setFound(true)} /> found by heat
        </label>
      </fieldset>
      {found && (
        <>
          {instrument('Air', 'temperature', conditions.airTemperatureK, AIR_LOW_K, AIR_HIGH_K, TEMPERATURE_STEP, (si) =>
            setConditions({ airTemperatureK: si }),
          )}
          {instrument('Road', 'roadSpeed', conditions.roadSpeedMS, 0, ROAD_HIGH_MS, ROAD_STEP, (si) =>
            setConditions({ roadSpeedMS: si }),
          )}
          {instrument('Load', 'share', conditions.load, 0, 1, LOAD_STEP, (si) => setConditions({ load: si }))}
        </>
      )}
      <div className="instrument still">
        <label className="label" htmlFor="oil-grade">
          Oil{variant.season ? `, ${variant.season.name}` : ''}
        </label>
        <select
          id="oil-grade"
          value={project.oil.name}
          onChange={(event) => {
            const grade = OIL_GRADES.find((each) => each.name === event.target.value);
            if (grade && variant.season?.oil) setSeason({ ...variant.season, oil: { ...grade } });
            else if (grade) setOil({ ...grade });
          }}
        >
          {!OIL_GRADES.some((each) => each.name === project.oil.name) && <option>{project.oil.name}</option>}
          {OIL_GRADES.map((each) => (
            <option key={each.name}>{each.name}</option>
          ))}
        </select>
        <div className="quiet">
          {formatQuantity(project.oil.viscosity100M2S, 'kinematicViscosity', units)} at{' '}
          {formatQuantity(373.15, 'temperature', units)}
        </div>
      </div>
      <div className="named" role="group" aria-label="Named states">
        {project.namedStates.map((state, i) => {
          const here =
            Math.abs(state.speedRevS - speedRevS) < SAME && Math.abs(state.oilTemperatureK - oilTemperatureK) < SAME;
          return (
            <button
              key={state.name}
              type="button"
              aria-pressed={here}
              aria-keyshortcuts={String(i + 1)}
              onClick={() => goTo(state)}
            >
              <strong>{state.name}</strong>
              <span>
                {formatQuantity(state.speedRevS, 'speed', units)},{' '}
                {formatQuantity(state.oilTemperatureK, 'temperature', units)}
              </span>
            </button>
          );
        })}
      </div>
    </section>
  );
}
