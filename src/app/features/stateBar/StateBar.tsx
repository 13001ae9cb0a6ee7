import { OIL_GRADES } from '../../../core/oil/grades';
import { displayUnit, formatFigure, formatQuantity, fromDisplay, toDisplay, type Quantity } from '../../../core/units';
import { useWorkbench } from '../../state/workbench';
import { Instrument } from './Instrument';

const SPEED_STEP_RPM = 50;
const TEMPERATURE_STEP = 1;
/** Two states are the same when they read the same. */
const SAME = 1e-6;

/** Engine speed and oil temperature, the oil, and the named states. Everything on the sheet follows. */
export function StateBar() {
  const project = useWorkbench((w) => w.project)!;
  const speedRevS = useWorkbench((w) => w.speedRevS);
  const oilTemperatureK = useWorkbench((w) => w.oilTemperatureK);
  const units = useWorkbench((w) => w.units);
  const setState = useWorkbench((w) => w.setState);
  const setOil = useWorkbench((w) => w.setOil);
  const instrument = (label: string, quantity: Quantity, si: number, lowSi: number, highSi: number, step: number, change: (si: number) => void) => {
    const u = displayUnit(quantity, units);
    return (
      <Instrument
        label={label} figure={formatFigure(si, quantity, units)} unit={u.symbol} value={Math.round(toDisplay(si, u) * 1e6) / 1e6}
        low={Math.floor(toDisplay(lowSi, u) / step) * step} high={Math.ceil(toDisplay(highSi, u) / step) * step} step={step}
        onChange={(shown) => change(fromDisplay(shown, u))}
      />
    );
  };
  return (
    <section className="states" aria-label="State">
      {instrument('Engine speed', 'speed', speedRevS, 0, project.engine.maximumSpeedRevS * 1.03, SPEED_STEP_RPM, (si) => setState({ speedRevS: si }))}
      {instrument('Oil, held everywhere', 'temperature', oilTemperatureK, project.range.coldestOilK - 30, project.range.hottestOilK + 40, TEMPERATURE_STEP, (si) => setState({ oilTemperatureK: si }))}
      <div className="instrument still">
        <label className="label" htmlFor="oil-grade">Oil</label>
        <select
          id="oil-grade" value={project.oil.name}
          onChange={(event) => {
            const grade = OIL_GRADES.find((each) => each.name === event.target.value);
            if (grade) setOil({ ...grade });
          }}
        >
          {!OIL_GRADES.some((each) => each.name === project.oil.name) && <option>{project.oil.name}</option>}
          {OIL_GRADES.map((each) => <option key={each.name}>{each.name}</option>)}
        </select>
        <div className="quiet">{formatQuantity(project.oil.viscosity100M2S, 'kinematicViscosity', units)} at {formatQuantity(373.15, 'temperature', units)}</div>
      </div>
      <div className="named" role="group" aria-label="Named states">
        {project.namedStates.map((state, i) => {
          const here = Math.abs(state.speedRevS - speedRevS) < SAME && Math.abs(state.oilTemperatureK - oilTemperatureK) < SAME;
          return (
            <button key={state.name} type="button" aria-pressed={here} aria-keyshortcuts={String(i + 1)} onClick={() => setState({ speedRevS: state.speedRevS, oilTemperatureK: state.oilTemperatureK })}>
              <strong>{state.name}</strong>
              <span>{formatQuantity(state.speedRevS, 'speed', units)}, {formatQuantity(state.oilTemperatureK, 'temperature', units)}</span>
            </button>
          );
        })}
      </div>
    </section>
  );
}
