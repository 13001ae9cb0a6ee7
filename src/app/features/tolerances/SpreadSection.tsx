import { Button, Radio, Table } from 'antd';
import { FigureCell } from '../../forms/FigureInput';
import { SelectInput } from '../../forms/SelectInput';
import { useView } from '../../state/view';
import { usePreferences } from '../../state/preferences';
import { useState } from 'react';
import { type Spread, type SpreadRequest } from '../../../core/studies/spread/spreadTasks';
import { VERDICT_WORDS } from '../../../core/judgement/supply/say';
import { isSupplied } from '../../../core/judgement/supply/supplyVerdict';
import type { Sweep } from '../../../core/judgement/sweep/sweep';
import { formatFigure, formatQuantity, displayUnit, type UnitChoice } from '../../../core/foundations/units';
import { VerdictIcon } from '../../marks/VerdictMark';
import { PostPatterns, TidePost } from '../../marks/TidePost';
import { spreadAt, USUAL_SAMPLES, USUAL_SEED } from '../../state/spreadRequest';
import { useSettled } from '../../state/useSettled';
import { CsvButton } from '../../files/CsvButton';
import { useStudy } from '../../state/useStudy';
import { StudyStatus } from '../../studies/StudyStatus';
import type { SolveResult } from '../../../core/judgement/stateResult';
import { shownOf, useOpenEngine } from '../../state/engine';

const SAMPLES = [1024, USUAL_SAMPLES, 16_384] as const;
const MOST_STATES = 12;
const HIGHEST_SEED = 9999;
/** Chances from which no failure is to be expected in print: the figure would read 100 %. */
const SURE = 0.9995;

/** The worst state of every consumer, each once. */
function worstStates(sweep: Sweep): SpreadRequest['states'] {
  const states = new Map(
    sweep.consumers.flatMap((c) => (c.worst ? [[JSON.stringify(c.worst.state), c.worst.state] as const] : [])),
  );
  return [...states.values()].filter((s) => s.speedRevS > 0).slice(0, MOST_STATES);
}

/** "98.6 % ± 0.2": a chance and one standard error; where nothing failed, what it is more than. */
function sayChance({ chance, error }: { readonly chance: number; readonly error: number }): string {
  const percent = (share: number, decimals: number) => `${(100 * share).toFixed(decimals)}`;
  if (chance === 1) return `over ${percent(1 - error, 1)} %`;
  if (chance === 0) return `below ${percent(error, 1)} %`;
  return `${percent(chance, 1)} ± ${percent(Math.max(error, 0.0005), 1)} %`;
}

/** Tolerances to supply: a chance for each consumer, its band on a tide post, and what to tighten first. */
export function SpreadSection({
  result,
  sweep,
  onConsumer,
}: {
  readonly result: SolveResult | undefined;
  readonly sweep: Sweep | undefined;
  readonly onConsumer: (part: string) => void;
}) {
  const units = usePreferences((w) => w.units);
  const now = { speedRevS: useView((w) => w.speedRevS), oilTemperatureK: useView((w) => w.oilTemperatureK) };
  // What is written is what is run.
  const { speedRevS, oilTemperatureK } = useSettled(now);
  const [at, setAt] = useState<'state' | 'worst'>('state');
  const [samples, setSamples] = useState<number>(USUAL_SAMPLES);
  const [seed, setSeed] = useState(USUAL_SEED);
  const worst = sweep ? worstStates(sweep) : [];
  const request: SpreadRequest =
    at === 'worst' && worst.length > 0
      ? { states: worst, samples, seed }
      : { ...spreadAt({ speedRevS, oilTemperatureK }), samples, seed };
  const standing = at === 'state' && speedRevS <= 0;
  return (
    <section aria-label="Spread">
      <h2>Probability of supply</h2>
      <div className="chosen" role="group" aria-label="Conditions">
        <Radio.Group
          value={at}
          onChange={(event) => setAt(event.target.value as typeof at)}
          options={[
            {
              value: 'state',
              label: `this condition: ${formatQuantity(speedRevS, 'speed', units)}, ${formatQuantity(oilTemperatureK, 'temperature', units)}`,
            },
            { value: 'worst', label: 'each component’s worst condition', disabled: worst.length === 0 },
          ]}
        />
        <span>
          Samples{' '}
          <SelectInput
            label="Samples"
            value={samples}
            options={SAMPLES.map((n) => ({ value: n as number, label: String(n) }))}
            onChange={setSamples}
          />
        </span>
        <span>
          Seed{' '}
          <FigureCell
            title="Seed"
            quantity="ratio"
            whole
            allowed={[0, HIGHEST_SEED]}
            typical={[0, HIGHEST_SEED]}
            si={seed}
            optional
            onChange={(value) => setSeed(value ?? USUAL_SEED)}
          />
        </span>
      </div>
      {standing ? (
        <p role="status">The engine is stopped: nothing is required.</p>
      ) : (
        <Drawn request={request} result={at === 'state' ? result : undefined} units={units} onConsumer={onConsumer} />
      )}
    </section>
  );
}

function Drawn({
  request,
  result,
  units,
  onConsumer,
}: {
  readonly request: SpreadRequest;
  readonly result: SolveResult | undefined;
  readonly units: UnitChoice;
  readonly onConsumer: (part: string) => void;
}) {
  const engine = useOpenEngine();
  const study = useStudy(engine, 'spread', request, false);
  const spread = study.answer;
  const already = spread?.consumers.filter((c) => !isSupplied(c.verdict)) ?? [];
  return (
    <div aria-busy={study.running} {...shownOf(study)}>
      <StudyStatus study={study} doing="computing random circuits within tolerance" />
      {spread && (
        <>
          <p className="answer">{sayAll(spread)}</p>
          {already.length > 0 && (
            <p>
              As stated already: {already.map((c) => `${c.name} ${VERDICT_WORDS[c.verdict]}`).join(', ')}. Tighter
              tolerances will not fix this; the circuit must change.
            </p>
          )}
          {spread.tighten && (
            <p>
              <strong>Tighten first:</strong> {spread.tighten.name}. With it halved, {spread.tighten.consumer} is
              supplied in {sayChance(spread.tighten)} of them, instead of {(100 * spread.tighten.before).toFixed(1)} %.
            </p>
          )}
          {result && <Posts spread={spread} result={result} units={units} />}
          <Chances spread={spread} units={units} onConsumer={onConsumer} />
          <CsvButton name="probability of supply" />
          <p className="quiet">
            {spread.samples} circuits, seed {spread.seed}
            {study.partly ? ', so far' : ''}. ± is one standard error of the drawing itself, by the scatter of eight
            shifted copies of the sequence. Fixed oil temperature.
            {spread.unsolved > 0 ? ` ${spread.unsolved} did not solve; they count as not supplied.` : ''}
          </p>
        </>
      )}
    </div>
  );
}

/** Each component with the chance that it is supplied, the band of its pressure, and what widens that. */
function Chances({
  spread,
  units,
  onConsumer,
}: {
  readonly spread: Spread;
  readonly units: UnitChoice;
  readonly onConsumer: (part: string) => void;
}) {
  return (
    <Table<Spread['consumers'][number]>
      rowKey="part"
      size="small"
      pagination={false}
      scroll={{ x: 'max-content' }}
      dataSource={[...spread.consumers]}
      columns={[
        {
          title: 'Component',
          rowScope: 'row',
          sorter: (a, b) => a.name.localeCompare(b.name),
          render: (_, c) => <Button onClick={() => onConsumer(c.part)}>{c.name}</Button>,
        },
        {
          title: 'As stated',
          render: (_, c) => (
            <span className="verdict">
              <VerdictIcon verdict={c.verdict} />
              {VERDICT_WORDS[c.verdict]}
            </span>
          ),
        },
        {
          title: 'Supplied',
          sorter: (a, b) => a.chance - b.chance,
          render: (_, c) => <span className={c.chance < SURE ? 'problem' : ''}>{sayChance(c)}</span>,
        },
        {
          title: 'Pressure, 5th to 95th percentile',
          render: (_, c) => bandText(c.pressurePa[c.worst] ?? null, units),
        },
        {
          title: 'Largest source of spread',
          render: (_, c) =>
            c.shares
              .slice(0, 3)
              .map((s) => `${s.name} ${formatQuantity(s.share, 'share', units)}`)
              .join('; ') || '–',
        },
      ]}
    />
  );
}

const sayAll = (spread: Spread) =>
  `Everything is supplied in ${sayChance(spread.all)} of the circuits that these tolerances allow${spread.states.length > 1 ? `, at all of ${spread.states.length} states` : ''}.`;

const bandText = (band: { readonly low: number; readonly high: number } | null, units: UnitChoice) =>
  band ? `${formatFigure(band.low, 'pressure', units)} to ${formatQuantity(band.high, 'pressure', units)}` : '–';

const POST_STEP = 112;
const POST_TOP = 26;
const POST_HEIGHT = 170;
/** Room above the highest that is drawn, as a share of it. */
const HEADROOM = 1.1;
const LEAST_TOP_PA = 1e5;

/** Each component's tide post with the band that its pressure lies in. */
function Posts({
  spread,
  result,
  units,
}: {
  readonly spread: Spread;
  readonly result: SolveResult;
  readonly units: UnitChoice;
}) {
  const posts = spread.consumers.flatMap((c) => {
    const consumer = result.consumers.find((r) => r.part === c.part);
    return consumer ? [{ c, consumer, band: c.pressurePa[0] ?? undefined }] : [];
  });
  const top =
    HEADROOM *
    Math.max(
      LEAST_TOP_PA,
      ...posts.flatMap(({ consumer, band }) => [
        consumer.pressurePa ?? 0,
        consumer.lowPressurePa ?? 0,
        band?.high ?? 0,
      ]),
    );
  const zero = POST_TOP + POST_HEIGHT;
  const y = (pa: number) => Math.max(POST_TOP, zero - (pa / top) * POST_HEIGHT);
  const width = 30 + POST_STEP * posts.length;
  return (
    <div className="posts" tabIndex={0} role="region" aria-label="Tide posts with the band of each pressure">
      <svg
        width={width}
        height={zero + 44}
        viewBox={`0 0 ${width} ${zero + 44}`}
        role="img"
        aria-label={posts.map(({ c, band }) => `${c.name} ${bandText(band ?? null, units)}`).join('; ')}
      >
        <PostPatterns />
        {posts.map(({ c, consumer, band }, i) => {
          const x = 40 + POST_STEP * i;
          // What lies above the drawing has no mark in it.
          const shown = {
            ...consumer,
            highPressurePa:
              consumer.highPressurePa !== null && consumer.highPressurePa < top ? consumer.highPressurePa : null,
          };
          return (
            <g key={c.part}>
              <TidePost x={x} top={POST_TOP} zero={zero} y={y} consumer={shown} range={undefined} band={band} />
              {band && (
                <>
                  <text className="t-small" x={x + 18} y={y(band.high) + 2}>
                    {formatFigure(band.high, 'pressure', units)}
                  </text>
                  <text className="t-small" x={x + 18} y={Math.max(y(band.low) + 6, y(band.high) + 15)}>
                    {formatFigure(band.low, 'pressure', units)}
                  </text>
                </>
              )}
              <text className="t-name" x={x - 22} y={zero + 18}>
                {c.name}
              </text>
              <text className={`t-small${c.chance < SURE ? ' alarm' : ''}`} x={x - 22} y={zero + 34}>
                {sayChance(c)}
              </text>
            </g>
          );
        })}
        <text className="t-small ink2" x={2} y={12}>
          {displayUnit('pressure', units).symbol}; box in a post: 5th to 95th percentile
        </text>
      </svg>
    </div>
  );
}
