import { Segmented, Select, Table } from 'antd';
import { useEffect, useMemo, useState } from 'react';
import { CAUTIONS } from '../../../core/judgement/cautions';
import { actsAs, type PartOf } from '../../../core/document/parts/part';
import { activeVariant } from '../../../core/document/project/project';
import { formatQuantity, type UnitChoice } from '../../../core/foundations/units';
import { STANDARD_GRAVITY_M_S2 } from '../../../core/foundations/units/conversions';
import { panSchema, type Pan } from '../../../core/document/parts/pan';
import { aloftM3, panOf } from '../../../core/judgement/pickup/oilAloft';
import { worstTrial } from '../../../core/judgement/pickup/worstTrial';
import type { LapPickup } from '../../../core/judgement/pickup/lapPickup';
import type { PickupResult, PickupTrial } from '../../../core/judgement/pickup/pickupResult';
import {
  PICKUP_WORDS,
  sayBareAt,
  sayHolds,
  sayLap,
  sayPickup,
  sayPress,
  sayReachesCrank,
  sayRemedies,
  sayWay,
} from '../../../core/judgement/pickup/sayPickup';
import type { TraceRow } from '../../../core/heat/trace';
import { RecordedLap } from '../../files/RecordedLap';
import { shownOf, useOpenEngine } from '../../state/engine';
import { useDocument } from '../../state/document';
import { usePreferences } from '../../state/preferences';
import { useSweep } from '../../state/useAnswers';
import { useStudy } from '../../state/useStudy';
import { useView } from '../../state/view';
import { StudyStatus } from '../../studies/StudyStatus';
import { AccumulatorSection } from './AccumulatorSection';
import { AloftTable } from './AloftTable';
import { GripPlot } from './GripPlot';
import { PanForm, usePan } from './PanForm';
import { PanPicture } from './PanPicture';

/** Whether the pickup stays covered: the pan, the oil in it, how far it may be tilted, and what helps. */
export default function PickupPage() {
  const engine = useOpenEngine();
  const sweep = useSweep(engine);
  const units = usePreferences((w) => w.units);
  const { circuit } = activeVariant(engine.project);
  const sump = panOf(circuit);
  const [lap, setLap] = useState<LapPickup>();
  const result = sweep.data?.pickup;
  const accumulator = circuit.parts.find((p) => actsAs(p, 'accumulator'));
  return (
    <main id="main" tabIndex={-1} className="page pickup" aria-busy={sweep.isFetching} {...shownOf(sweep)}>
      <h1>{result ? `Pickup ${PICKUP_WORDS[result.verdict]}` : 'Pickup'}</h1>
      <p className="answer" role="status">
        {result ? sayPickup(result) : sweep.error ? sweep.error.message : 'Solving the whole operating range…'}
      </p>
      {sump ? (
        <div className="split">
          <section aria-label="Pan">
            <h2>The pan</h2>
            <PanForm sump={sump} />
          </section>
          <div>
            <Tilted sump={sump} result={result} units={units} />
            {result && sump.pan && result.trials.length > 0 && (
              <Ways result={result} pan={sump.pan} lap={lap} units={units} />
            )}
          </div>
        </div>
      ) : null}
      {result && result.aloft.length > 0 && <AloftTable result={result} units={units} />}
      {accumulator && <AccumulatorSection engine={engine} part={accumulator.id} />}
      {sump && (
        <section aria-label="Recorded lap">
          <h2>A recorded lap</h2>
          <RecordedLap>{(rows) => <LapView rows={rows} onLap={setLap} />}</RecordedLap>
        </section>
      )}
      <p className="quiet">
        Steady turns and slopes; waves in the pan are not in it. {CAUTIONS.makersLimits} {CAUTIONS.qualified}
      </p>
    </main>
  );
}

const MOST_TILT_G = 1.5;
const TILT_STEP_G = 0.05;
type Mark = 'full' | 'lower';

/** The pan in two sections, tilted as far as the reader likes: at first as far as its use asks, the worst way. */
function Tilted({
  sump,
  result,
  units,
}: {
  readonly sump: PartOf<'sump'>;
  readonly result: PickupResult | undefined;
  readonly units: UnitChoice;
}) {
  const draft = usePan(sump);
  const pan = panSchema.safeParse(draft).data;
  const [chosen, setChosen] = useState<PickupTrial['id']>();
  const [tiltG, setTiltG] = useState<number>();
  const [mark, setMark] = useState<Mark>('lower');
  if (!pan) return <p className="quiet">The picture follows once the pan’s lengths are typed.</p>;
  const trials = result?.trials ?? [];
  const trial = trials.find((t) => t.id === chosen) ?? worstTrial(trials);
  const byG = tiltG ?? (trial ? trial.limitMS2 / STANDARD_GRAVITY_M_S2 : 0);
  const acceleration = {
    forwardMS2: byG * STANDARD_GRAVITY_M_S2 * (trial?.forward ?? 0),
    rightMS2: byG * STANDARD_GRAVITY_M_S2 * (trial?.right ?? 0),
  };
  const worst = result?.worst ?? undefined;
  const oilM3 = worst && (mark === 'full' ? worst.fullM3 : worst.lowerM3);
  return (
    <section aria-label="Picture of the pan">
      <PanPicture pan={pan} oilM3={oilM3} acceleration={acceleration} units={units} />
      {result && trial && (
        <div className="tilting">
          <Select
            aria-label="Way"
            value={trial.id}
            onChange={(id) => setChosen(id)}
            options={trials.map((t) => ({ value: t.id, label: sayWay(result.said, t.id) }))}
            popupMatchSelectWidth={false}
          />
          <input
            type="range"
            aria-label="How hard"
            aria-valuetext={sayPress(result.said, byG * STANDARD_GRAVITY_M_S2)}
            min={0}
            max={MOST_TILT_G}
            step={TILT_STEP_G}
            value={Math.min(byG, MOST_TILT_G)}
            onChange={(event) => setTiltG(Number(event.target.value))}
          />
          <b>{sayPress(result.said, byG * STANDARD_GRAVITY_M_S2)}</b>
          <Segmented
            aria-label="Oil at the mark"
            value={mark}
            onChange={(value) => setMark(value as Mark)}
            options={[
              { value: 'full', label: 'full mark' },
              { value: 'lower', label: 'lower mark' },
            ]}
          />
        </div>
      )}
      {worst && (
        <p className="quiet">
          Drawn with {formatQuantity(oilM3 ?? 0, 'volume', units)} in the pan: what is left at{' '}
          {formatQuantity(worst.aloft.speedRevS, 'speed', units)},{' '}
          {formatQuantity(worst.aloft.oilTemperatureK, 'temperature', units)}, where{' '}
          {formatQuantity(aloftM3(worst.aloft), 'volume', units)} is on its way back.
        </p>
      )}
    </section>
  );
}

/** Each way with what it bears, and what would help. */
function Ways({
  result,
  pan,
  lap,
  units,
}: {
  readonly result: PickupResult;
  readonly pan: Pan;
  readonly lap: LapPickup | undefined;
  readonly units: UnitChoice;
}) {
  const { said, trials } = result;
  const remedies = sayRemedies(result, units);
  return (
    <section aria-label="How far it is covered">
      <h2>Bare above</h2>
      <div className="ways">
        <div className="wide" tabIndex={0} role="region" aria-label="Ways">
          <Table<PickupTrial>
            rowKey="id"
            size="small"
            pagination={false}
            dataSource={[...trials]}
            columns={[
              { title: 'Way', rowScope: 'row', render: (_, t) => sayWay(said, t.id) },
              {
                title: 'Lower mark',
                align: 'right',
                render: (_, t) => <Bare trial={t} at={t.bareAtLowerMS2} said={said} />,
              },
              {
                title: 'Full mark',
                align: 'right',
                render: (_, t) => <Bare trial={t} at={t.bareAtFullMS2} said={said} />,
              },
              { title: 'Needed', align: 'right', render: (_, t) => sayPress(said, t.limitMS2) },
            ]}
          />
        </div>
        <GripPlot result={result} pan={pan} lap={lap} />
      </div>
      <p>
        {sayHolds(result)} {sayReachesCrank(result)}
      </p>
      {remedies.length > 0 && (
        <>
          <h2>What helps</h2>
          <ul>
            <li>The level at the full mark, never above it: the crank whips what stands higher.</li>
            {remedies.map((remedy) => (
              <li key={remedy}>{remedy.charAt(0).toUpperCase() + remedy.slice(1)}</li>
            ))}
            <li>A dry sump: its tank stands where turns do not empty it.</li>
          </ul>
        </>
      )}
    </section>
  );
}

function Bare({
  trial,
  at,
  said,
}: {
  readonly trial: PickupTrial;
  readonly at: number | null;
  readonly said: PickupResult['said'];
}) {
  const isBare = at !== null && at < trial.limitMS2;
  return isBare ? <b className="alarm">{sayBareAt(said, at)}</b> : sayBareAt(said, at);
}

/** A lap driven through heat and pan. */
function LapView({
  rows,
  onLap,
}: {
  readonly rows: readonly TraceRow[];
  readonly onLap: (lap: LapPickup | undefined) => void;
}) {
  const limitK = useDocument((w) => w.project!.range.hottestOilK);
  const airTemperatureK = useView((w) => w.conditions.airTemperatureK);
  const request = useMemo(
    () => ({ rows: [...rows], airTemperatureK, startK: WARM_START_K, limitK }),
    [rows, airTemperatureK, limitK],
  );
  const engine = useOpenEngine();
  const study = useStudy(engine, 'trace', request, 'fresh');
  const lap = study.answer?.pickup ?? undefined;
  useEffect(() => onLap(lap), [lap, onLap]);
  const hasG = rows.some((r) => r.rightMS2 !== undefined || r.forwardMS2 !== undefined);
  return (
    <div {...shownOf(study)}>
      <StudyStatus study={study} doing="driving" />
      {lap && <p className="answer">{sayLap(lap)}</p>}
      {!hasG && <p className="notice">The recording has no lateral or longitudinal g (lat_g, long_g).</p>}
      {study.answer && hasG && !lap && <p className="quiet">Measure the pan first.</p>}
    </div>
  );
}
/** Laps are driven with warm oil. */
const WARM_START_K = 353.15;
