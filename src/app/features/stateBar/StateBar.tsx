import { useDocument } from '../../state/document';
import { useView } from '../../state/view';
import { usePreferences } from '../../state/preferences';
import { lazy, useMemo } from 'react';
import { activeVariant, inSeason } from '../../../core/document/project/project';
import { displayUnit, formatFigure } from '../../../core/foundations/units';
import { useSolved } from '../../state/useAnswers';
import { NamedStates } from './NamedStates';
import { Kit } from '../../theme/Kit';
import { QuantityInstrument } from './QuantityInstrument';
import { useOpenEngine } from '../../state/engine';

const OilMode = lazy(() => import('./OilMode').then((m) => ({ default: m.OilMode })));
const OilChoice = lazy(() => import('./OilChoice').then((m) => ({ default: m.OilChoice })));

const SPEED_STEP_RPM = 50;
const TEMPERATURE_STEP = 1;
const ROAD_STEP = 5;
const LOAD_STEP = 5;
const AIR_LOW_K = 243.15;
const AIR_HIGH_K = 323.15;
const ROAD_HIGH_MS = 70;
/** The instruments go on a little beyond the engine's own range: what happens there is asked too. */
const OVERSPEED = 1.03;
const COLDER_K = 30;
const HOTTER_K = 40;

/**
 * Engine speed and oil temperature, the oil, and the named states. Everything on the drawing follows.
 * @param calculatesOil the page below works with the calculated oil temperature only
 */
export function StateBar({ calculatesOil }: { readonly calculatesOil: boolean }) {
  const engine = useOpenEngine();
  const foundK = useSolved(engine, calculatesOil).data?.heat?.sumpK;
  const whole = useDocument((w) => w.project)!;
  const variant = activeVariant(whole);
  // As the variant's season makes it; the project itself where it has none.
  const project = useMemo(() => inSeason(whole, variant), [whole, variant]);
  const speedRevS = useView((w) => w.speedRevS);
  const oilTemperatureK = useView((w) => w.oilTemperatureK);
  const units = usePreferences((w) => w.units);
  const setState = useView((w) => w.setState);
  const found = useView((w) => w.found) || calculatesOil;
  return (
    <section className="states" aria-label="Condition">
      <QuantityInstrument
        label="Engine speed"
        quantity="speed"
        si={speedRevS}
        lowSi={0}
        highSi={project.engine.maximumSpeedRevS * OVERSPEED}
        step={SPEED_STEP_RPM}
        onChange={(si) => setState({ speedRevS: si })}
      />
      {found ? (
        <div className="instrument still found" role="status" aria-label="Sump oil, calculated">
          <div className="label">Sump oil</div>
          <div className="reading">
            {foundK === undefined ? '…' : formatFigure(foundK, 'temperature', units)}{' '}
            <span className="unit">{displayUnit('temperature', units).symbol}</span>
          </div>
        </div>
      ) : (
        <QuantityInstrument
          label="Oil temperature"
          quantity="temperature"
          si={oilTemperatureK}
          lowSi={project.range.coldestOilK - COLDER_K}
          highSi={project.range.hottestOilK + HOTTER_K}
          step={TEMPERATURE_STEP}
          onChange={(si) => setState({ oilTemperatureK: si })}
        />
      )}
      <Kit
        fallback={
          <>
            <div className="mode" />
            {found && <Surroundings />}
            <div className="instrument still" />
          </>
        }
      >
        {calculatesOil ? <p className="mode quiet">calculated on this page</p> : <OilMode />}
        {found && <Surroundings />}
        <OilChoice />
      </Kit>
      <NamedStates />
    </section>
  );
}

/** Air, road and load: what the oil's temperature is found in. */
function Surroundings() {
  const conditions = useView((w) => w.conditions);
  const setConditions = useView((w) => w.setConditions);
  return (
    <>
      <QuantityInstrument
        label="Ambient air"
        quantity="temperature"
        si={conditions.airTemperatureK}
        lowSi={AIR_LOW_K}
        highSi={AIR_HIGH_K}
        step={TEMPERATURE_STEP}
        onChange={(airTemperatureK) => setConditions({ airTemperatureK })}
      />
      <QuantityInstrument
        label="Road speed"
        quantity="roadSpeed"
        si={conditions.roadSpeedMS}
        lowSi={0}
        highSi={ROAD_HIGH_MS}
        step={ROAD_STEP}
        onChange={(roadSpeedMS) => setConditions({ roadSpeedMS })}
      />
      <QuantityInstrument
        label="Load"
        quantity="share"
        si={conditions.load}
        lowSi={0}
        highSi={1}
        step={LOAD_STEP}
        onChange={(load) => setConditions({ load })}
      />
    </>
  );
}
