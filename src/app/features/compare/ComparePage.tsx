import { Checkbox, Table } from 'antd';
import { useDocument } from '../../state/document';
import { usePreferences } from '../../state/preferences';
import { useState, type ReactNode } from 'react';
import { MOST_COMPARED, type Comparison } from '../../../core/studies/compare/compareTasks';
import { sayPickupBriefly } from '../../../core/judgement/pickup/sayPickup';
import { sayMargin, sayVerdict } from '../../../core/judgement/supply/say';
import { sayWholeBriefly } from '../../../core/judgement/verdict/sayWhole';
import { formatQuantity, type Quantity, type UnitChoice } from '../../../core/foundations/units';
import { VerdictIcon } from '../../marks/VerdictMark';
import { CsvButton } from '../../files/CsvButton';
import { useStudy } from '../../state/useStudy';
import { StudyStatus } from '../../studies/StudyStatus';
import { shownOf, useOpenEngine } from '../../state/engine';

/**
 * Variants side by side: what differs first, then each consumer at its worst, the gauge, and the oil that they hold.
 */
export default function ComparePage() {
  const project = useDocument((w) => w.project)!;
  const units = usePreferences((w) => w.units);
  const [left, setLeft] = useState<readonly string[]>([]);
  const chosen = project.variants.filter((v) => !left.includes(v.id)).slice(0, MOST_COMPARED);
  const ids = chosen.map((v) => v.id);
  return (
    <main id="main" tabIndex={-1} className="page compare">
      <h1>Variants side by side</h1>
      <fieldset className="chosen">
        <legend className="quiet">
          Up to {MOST_COMPARED} at a time. Fixed oil temperature; each component at its worst over the operating range.
        </legend>
        {project.variants.map((v) => (
          <Checkbox
            key={v.id}
            checked={ids.includes(v.id)}
            disabled={!ids.includes(v.id) && ids.length >= MOST_COMPARED}
            onChange={(event) => setLeft(event.target.checked ? left.filter((id) => id !== v.id) : [...left, v.id])}
          >
            {v.name}
          </Checkbox>
        ))}
      </fieldset>
      {ids.length < 2 && (
        <p role="status">
          {project.variants.length < 2
            ? 'This project has one variant. Duplicate it under Project, change the copy, and compare here.'
            : 'Choose at least two.'}
        </p>
      )}
      {ids.length >= 2 && <Comparing ids={ids} units={units} />}
    </main>
  );
}

function Comparing({ ids, units }: { readonly ids: readonly string[]; readonly units: UnitChoice }) {
  const engine = useOpenEngine();
  const study = useStudy(engine, 'compare', { ids: [...ids] });
  return (
    <section aria-busy={study.running} {...shownOf(study)}>
      <StudyStatus study={study} doing="solving each variant" />
      {study.answer && <Lines comparison={study.answer} units={units} />}
      {study.answer && <CsvButton name="comparison" />}
    </section>
  );
}

/** "as 3 of 12 state it": sums over parts are worth no more than what was filled in. */
const ofParts = (stated: number, parts: number) => (stated === parts ? '' : ` (${stated} of ${parts} parts state it)`);

/** A line of the comparison: a heading over several, or one name with a cell a variant. */
interface Line {
  readonly key: string;
  readonly name: string;
  readonly cells: readonly ReactNode[];
  readonly heading?: true;
}

const line = (key: string, name: string, cells: readonly ReactNode[]): Line => ({ key, name, cells });

/** A section with its heading; nothing where it has no line. */
const section = (name: string, lines: readonly Line[]): Line[] =>
  lines.length === 0
    ? []
    : [{ key: name, name, cells: [], heading: true }, ...lines.map((l) => ({ ...l, key: `${name} ${l.key}` }))];

/** Everything that is compared, in the order in which it is read. */
function linesOf({ variants, parts, settings, consumers, states }: Comparison, units: UnitChoice): Line[] {
  const of = <K extends keyof Comparison['states'][number]['figures'][number]>(key: K, quantity: Quantity) =>
    states.map((s) =>
      line(
        s.name,
        s.name,
        s.figures.map((f) => (f[key] === null ? null : formatQuantity(f[key], quantity, units))),
      ),
    );
  const told = (v: string | number | boolean | null, quantity: string | null) =>
    typeof v === 'number' && quantity !== null
      ? formatQuantity(v, quantity as Quantity, units)
      : v === null
        ? null
        : String(v);
  return [
    ...section(
      'Parts that differ',
      parts.map((p) => {
        const differ = new Set(p.kinds.filter((other) => other !== null)).size > 1;
        return line(
          p.part,
          p.name,
          p.kinds.map((k) => (differ ? k : k && 'fitted')),
        );
      }),
    ),
    ...section(
      'Settings that differ',
      settings.map((s) =>
        line(
          `${s.part}.${s.title}`,
          `${s.name}: ${s.title.toLowerCase()}`,
          s.values.map((v) => told(v, s.quantity)),
        ),
      ),
    ),
    ...section('Each component at its worst, and the pickup', [
      ...consumers.map((c) =>
        line(
          c.part,
          c.name,
          c.worst.map((w) => w && <Worst worst={w} units={units} />),
        ),
      ),
      ...(variants.some((v) => v.pickup)
        ? [
            line(
              'pickup of all',
              'Pickup',
              variants.map((v) => v.pickup && sayPickupBriefly(v.pickup)),
            ),
          ]
        : []),
    ]),
    ...section('Gauge reading', of('gaugePa', 'pressure')),
    ...section('Pump flow', of('pumpM3S', 'flow')),
    ...section('Oil temperature, at each condition’s air, road speed and load', of('sumpK', 'temperature')),
    ...section('Oil, weight and cost', [
      line(
        'oil',
        'Oil in parts and lines',
        variants.map((v) => formatQuantity(v.oilInPartsM3, 'volume', units)),
      ),
      ...(variants.some((v) => v.weighed > 0)
        ? [
            line(
              'mass',
              'Weight',
              variants.map((v) => `${formatQuantity(v.massKg, 'mass', units)}${ofParts(v.weighed, v.parts)}`),
            ),
          ]
        : []),
      ...(variants.some((v) => v.priced > 0)
        ? [
            line(
              'price',
              'Cost',
              variants.map((v) => `${formatQuantity(v.price, 'money', units)}${ofParts(v.priced, v.parts)}`),
            ),
          ]
        : []),
    ]),
  ];
}

type WorstOf = NonNullable<Comparison['consumers'][number]['worst'][number]>;

function Worst({ worst, units }: { readonly worst: WorstOf; readonly units: UnitChoice }) {
  return (
    <span className={`worst${worst.supplied ? '' : ' out'}`}>
      <VerdictIcon verdict={worst.verdict} />
      <span>
        {sayVerdict(worst.verdict, worst.decisive)}
        {worst.decisive ? `, ${sayMargin(worst.decisive, units)}` : ''}
        <span className="quiet">
          {' '}
          {formatQuantity(worst.speedRevS, 'speed', units)},{' '}
          {formatQuantity(worst.oilTemperatureK, 'temperature', units)}
        </span>
      </span>
    </span>
  );
}

function sayAnswer(v: Comparison['variants'][number]): string {
  if (!v.known) return 'solving';
  if (v.refused) return v.refused;
  return v.verdict ? sayWholeBriefly(v.verdict, v.certainty) : '';
}

function Lines({ comparison, units }: { readonly comparison: Comparison; readonly units: UnitChoice }) {
  const project = useDocument((w) => w.project)!;
  const { variants } = comparison;
  const whole = variants.length + 1;
  return (
    <div className="scroll" tabIndex={0} role="region" aria-label="Comparison">
      <Table<Line>
        rowKey="key"
        size="small"
        pagination={false}
        sticky
        dataSource={linesOf(comparison, units)}
        rowClassName={(l) => (l.heading ? 'heading' : '')}
        columns={[
          {
            title: <span className="visually-hidden">Compared</span>,
            rowScope: 'row',
            render: (_, l) => (l.heading ? <h2>{l.name}</h2> : l.name),
            onCell: (l) => ({ colSpan: l.heading ? whole : 1 }),
          },
          ...variants.map((v, i) => ({
            key: v.id,
            title: (
              <>
                {v.name}
                {v.basedOn !== null && (
                  <div className="quiet">
                    from {project.variants.find((other) => other.id === v.basedOn)?.name ?? v.basedOn}
                  </div>
                )}
                <div className="quiet">{sayAnswer(v)}</div>
              </>
            ),
            render: (_: unknown, l: Line) => l.cells[i] ?? '–',
            onCell: (l: Line) => ({ colSpan: l.heading ? 0 : 1 }),
          })),
        ]}
      />
    </div>
  );
}
