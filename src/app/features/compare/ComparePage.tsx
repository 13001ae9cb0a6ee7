import { useQuery } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';
import { MOST_COMPARED, type Comparison } from '../../../core/compare/compareVariants';
import { sayMargin, VERDICT_WORDS } from '../../../core/supply/say';
import { formatQuantity, type Quantity, type UnitChoice } from '../../../core/units';
import { compareInWorker } from '../../../workers/client';
import { VerdictIcon } from '../../marks/VerdictMark';
import { documentRevision } from '../../state/useAnswers';
import { useWorkbench } from '../../state/workbench';

/** Variants side by side: what differs first, then each consumer at its worst, the gauge, and the oil that they hold. */
export default function ComparePage() {
  const project = useWorkbench((w) => w.project)!;
  const units = useWorkbench((w) => w.units);
  const [left, setLeft] = useState<readonly string[]>([]);
  const chosen = project.variants.filter((v) => !left.includes(v.id)).slice(0, MOST_COMPARED);
  const ids = chosen.map((v) => v.id);
  const comparison = useQuery({
    queryKey: ['compare', documentRevision(project), ids],
    queryFn: () => compareInWorker(project, ids),
    enabled: ids.length >= 2, staleTime: Infinity, gcTime: 60_000, retry: false,
  });
  return (
    <main className="page compare" aria-busy={comparison.isFetching}>
      <h1>Variants side by side</h1>
      <fieldset className="chosen">
        <legend className="quiet">Up to {MOST_COMPARED} at a time. Oil temperature held; each consumer at its worst over the range.</legend>
        {project.variants.map((v) => (
          <label key={v.id}>
            <input
              type="checkbox" checked={ids.includes(v.id)} disabled={!ids.includes(v.id) && ids.length >= MOST_COMPARED}
              onChange={(event) => setLeft(event.target.checked ? left.filter((id) => id !== v.id) : [...left, v.id])}
            /> {v.name}
          </label>
        ))}
      </fieldset>
      {ids.length < 2 && <p role="status">{project.variants.length < 2 ? 'This project has one variant. Copy it under Project, change the copy, and compare here.' : 'Choose at least two.'}</p>}
      {comparison.isFetching && <p role="status">Solving each over the range…</p>}
      {comparison.error && !comparison.isFetching && <p className="problem" role="alert">{comparison.error.message}</p>}
      {comparison.data && !comparison.isFetching && ids.length >= 2 && <Table comparison={comparison.data} units={units} />}
    </main>
  );
}

function Table({ comparison, units }: { readonly comparison: Comparison; readonly units: UnitChoice }) {
  const { variants, parts, settings, consumers, gauge } = comparison;
  const section = (title: string, rows: readonly ReactNode[]) => rows.length > 0 && <tbody><tr><th colSpan={variants.length + 1} scope="colgroup"><h2>{title}</h2></th></tr>{rows}</tbody>;
  const row = (key: string, name: string, cells: readonly ReactNode[]) => <tr key={key}><th scope="row">{name}</th>{cells.map((cell, i) => <td key={variants[i]!.id}>{cell ?? '–'}</td>)}</tr>;
  return (
    <div className="scroll" tabIndex={0} role="region" aria-label="Comparison">
      <table>
        <thead><tr><td /><>{variants.map((v) => (
          <th key={v.id} scope="col">{v.name}<div className="quiet">{v.refused ?? (v.notConverged > 0 ? `${v.notConverged} states did not solve` : v.supplied ? 'all supplied' : `${v.notSupplied} not supplied`)}</div></th>
        ))}</></tr></thead>
        {section('Parts that differ', parts.map((p) => row(p.part, p.name, p.kinds.map((k) => (new Set(p.kinds.filter((other) => other !== null)).size > 1 ? k : k && 'fitted')))))}
        {section('Settings that differ', settings.map((s) => row(`${s.part}.${s.title}`, `${s.name}: ${s.title.toLowerCase()}`, s.values.map((v) => (typeof v === 'number' && s.quantity !== null ? formatQuantity(v, s.quantity as Quantity, units) : v === null ? null : String(v))))))}
        {section('Each at its worst', consumers.map((c) => row(c.part, c.name, c.worst.map((w) => w && (
          <span className={`worst${w.supplied ? '' : ' out'}`}>
            <VerdictIcon verdict={w.verdict} />
            <span>{VERDICT_WORDS[w.verdict]}{w.decisive ? `, ${sayMargin(w.decisive, units)}` : ''}<span className="quiet"> {formatQuantity(w.speedRevS, 'speed', units)}, {formatQuantity(w.oilTemperatureK, 'temperature', units)}</span></span>
          </span>
        )))))}
        {section('What the gauge shows, where each has it', gauge.map((g) => row(g.name, g.name, g.pressurePa.map((pa) => (pa === null ? null : formatQuantity(pa, 'pressure', units))))))}
        {section('Oil', [row('oil', 'In parts and lines', variants.map((v) => formatQuantity(v.oilInPartsM3, 'volume', units)))])}
      </table>
    </div>
  );
}
