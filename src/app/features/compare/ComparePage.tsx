import { useDocument } from '../../state/document';
import { usePreferences } from '../../state/preferences';
import { useState, type ReactNode } from 'react';
import { MOST_COMPARED, type Comparison } from '../../../core/studies/compare/compareTasks';
import { sayMargin, sayVerdict } from '../../../core/judgement/supply/say';
import { formatQuantity, type Quantity, type UnitChoice } from '../../../core/foundations/units';
import { VerdictIcon } from '../../marks/VerdictMark';
import { useStudy } from '../../state/useStudy';
import { StudyStatus } from '../../studies/StudyStatus';

/** Variants side by side: what differs first, then each consumer at its worst, the gauge, and the oil that they hold. */
export default function ComparePage() {
  const project = useDocument((w) => w.project)!;
  const units = usePreferences((w) => w.units);
  const [left, setLeft] = useState<readonly string[]>([]);
  const chosen = project.variants.filter((v) => !left.includes(v.id)).slice(0, MOST_COMPARED);
  const ids = chosen.map((v) => v.id);
  return (
    <main className="page compare">
      <h1>Variants side by side</h1>
      <fieldset className="chosen">
        <legend className="quiet">
          Up to {MOST_COMPARED} at a time. Fixed oil temperature; each component at its worst over the operating range.
        </legend>
        {project.variants.map((v) => (
          <label key={v.id}>
            <input
              type="checkbox"
              checked={ids.includes(v.id)}
              disabled={!ids.includes(v.id) && ids.length >= MOST_COMPARED}
              onChange={(event) => setLeft(event.target.checked ? left.filter((id) => id !== v.id) : [...left, v.id])}
            />{' '}
            {v.name}
          </label>
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
  const study = useStudy('compare', { ids: [...ids] });
  return (
    <section aria-busy={study.running}>
      <StudyStatus study={study} doing="solving each variant" />
      {study.answer && <Table comparison={study.answer} units={units} />}
    </section>
  );
}

/** "as 3 of 12 state it": sums over parts are worth no more than what was filled in. */
const ofParts = (stated: number, parts: number) => (stated === parts ? '' : ` (${stated} of ${parts} parts state it)`);

function Table({ comparison, units }: { readonly comparison: Comparison; readonly units: UnitChoice }) {
  const project = useDocument((w) => w.project)!;
  const { variants, parts, settings, consumers, states } = comparison;
  const of = <K extends keyof Comparison['states'][number]['figures'][number]>(key: K, quantity: Quantity) =>
    states.map((s) =>
      row(
        s.name,
        s.name,
        s.figures.map((f) => (f[key] === null ? null : formatQuantity(f[key], quantity, units))),
      ),
    );
  const section = (title: string, rows: readonly ReactNode[]) =>
    rows.length > 0 && (
      <tbody>
        <tr>
          <th colSpan={variants.length + 1} scope="colgroup">
            <h2>{title}</h2>
          </th>
        </tr>
        {rows}
      </tbody>
    );
  const row = (key: string, name: string, cells: readonly ReactNode[]) => (
    <tr key={key}>
      <th scope="row">{name}</th>
      {cells.map((cell, i) => (
        <td key={variants[i]!.id}>{cell ?? '–'}</td>
      ))}
    </tr>
  );
  return (
    <div className="scroll" tabIndex={0} role="region" aria-label="Comparison">
      <table>
        <thead>
          <tr>
            <td />
            <>
              {variants.map((v) => (
                <th key={v.id} scope="col">
                  {v.name}
                  {v.basedOn !== null && (
                    <div className="quiet">
                      from {project.variants.find((other) => other.id === v.basedOn)?.name ?? v.basedOn}
                    </div>
                  )}
                  <div className="quiet">
                    {!v.known
                      ? 'solving'
                      : (v.refused ??
                        (v.notConverged > 0
                          ? `${v.notConverged} states did not solve`
                          : v.supplied
                            ? 'all supplied'
                            : `${v.notSupplied} not supplied`))}
                  </div>
                </th>
              ))}
            </>
          </tr>
        </thead>
        {section(
          'Parts that differ',
          parts.map((p) =>
            row(
              p.part,
              p.name,
              p.kinds.map((k) => (new Set(p.kinds.filter((other) => other !== null)).size > 1 ? k : k && 'fitted')),
            ),
          ),
        )}
        {section(
          'Settings that differ',
          settings.map((s) =>
            row(
              `${s.part}.${s.title}`,
              `${s.name}: ${s.title.toLowerCase()}`,
              s.values.map((v) =>
                typeof v === 'number' && s.quantity !== null
                  ? formatQuantity(v, s.quantity as Quantity, units)
                  : v === null
                    ? null
                    : String(v),
              ),
            ),
          ),
        )}
        {section(
          'Each component at its worst',
          consumers.map((c) =>
            row(
              c.part,
              c.name,
              c.worst.map(
                (w) =>
                  w && (
                    <span className={`worst${w.supplied ? '' : ' out'}`}>
                      <VerdictIcon verdict={w.verdict} />
                      <span>
                        {sayVerdict(w.verdict, w.decisive)}
                        {w.decisive ? `, ${sayMargin(w.decisive, units)}` : ''}
                        <span className="quiet">
                          {' '}
                          {formatQuantity(w.speedRevS, 'speed', units)},{' '}
                          {formatQuantity(w.oilTemperatureK, 'temperature', units)}
                        </span>
                      </span>
                    </span>
                  ),
              ),
            ),
          ),
        )}
        {section('Gauge reading', of('gaugePa', 'pressure'))}
        {section('Pump flow', of('pumpM3S', 'flow'))}
        {section('Oil temperature, at each condition’s air, road speed and load', of('sumpK', 'temperature'))}
        {section('Oil, weight and cost', [
          row(
            'oil',
            'Oil in parts and lines',
            variants.map((v) => formatQuantity(v.oilInPartsM3, 'volume', units)),
          ),
          ...(variants.some((v) => v.weighed > 0)
            ? [
                row(
                  'mass',
                  'Weight',
                  variants.map((v) => `${formatQuantity(v.massKg, 'mass', units)}${ofParts(v.weighed, v.parts)}`),
                ),
              ]
            : []),
          ...(variants.some((v) => v.priced > 0)
            ? [
                row(
                  'price',
                  'Cost',
                  variants.map((v) => `${formatQuantity(v.price, 'money', units)}${ofParts(v.priced, v.parts)}`),
                ),
              ]
            : []),
        ])}
      </table>
    </div>
  );
}
