import { lazy, Suspense, useMemo } from 'react';
import { isConsumer } from '../../../core/circuit/ports';
import { activeVariant } from '../../../core/circuit/project';
import { explainPart } from '../../../core/explain/explainPart';
import type { SolveResult } from '../../../core/network/result';
import { tracePath } from '../../../core/network/tracePath';
import { sayMargin, sayWhy, VERDICT_WORDS } from '../../../core/supply/say';
import type { Sweep } from '../../../core/sweep/sweep';
import { formatQuantity } from '../../../core/units';
import { useWorkbench } from '../../state/workbench';
import { VerdictIcon } from '../sheet/VerdictMark';
import { LawView } from './LawView';

const PartForm = lazy(() => import('./PartForm'));

/** The sheet of the selected part: what it reads, where its pressure goes, its law with the values put in, and its numbers. */
export function PartSheet({ result, sweep }: { readonly result: SolveResult; readonly sweep: Sweep | undefined }) {
  const project = useWorkbench((w) => w.project)!;
  const selected = useWorkbench((w) => w.selected);
  const units = useWorkbench((w) => w.units);
  const select = useWorkbench((w) => w.select);
  const part = activeVariant(project).circuit.parts.find((each) => each.id === selected);
  const laws = useMemo(() => (part ? explainPart(part, result) : []), [part, result]);
  if (!part) return null;
  const consumer = result.consumers.find((c) => c.part === part.id);
  const range = sweep?.consumers.find((c) => c.part === part.id);
  const path = isConsumer(part) ? tracePath(result, part.id) : undefined;
  const drain = result.drains.find((d) => d.part === part.id);
  return (
    <>
      <h2>{part.name} <button type="button" className="plain" onClick={() => select(undefined)} aria-keyshortcuts="Escape">Back to findings</button></h2>
      {consumer && (
        <div className="finding" style={{ cursor: 'default' }}>
          <VerdictIcon verdict={consumer.verdict} />
          <div>
            <strong>{VERDICT_WORDS[consumer.verdict]}</strong>{consumer.decisive ? `, ${sayMargin(consumer.decisive, units)}` : ''}
            <div>{sayWhy(consumer.verdict, consumer.decisive, units)}</div>
            {range?.worst && <div className="where">Worst {VERDICT_WORDS[range.verdict]} at {formatQuantity(range.worst.state.speedRevS, 'speed', units)}, {formatQuantity(range.worst.state.oilTemperatureK, 'temperature', units)}</div>}
          </div>
        </div>
      )}
      {consumer && (
        <div className="rows">
          <span>Pressure</span><span>{consumer.pressurePa === null ? '—' : formatQuantity(consumer.pressurePa, 'pressure', units)}</span>
          <span>Flow</span><span>{consumer.flowM3S === null ? '—' : formatQuantity(consumer.flowM3S, 'flow', units)}</span>
          {consumer.lowPressurePa !== null && <><span>Low water, this speed</span><span>{formatQuantity(consumer.lowPressurePa, 'pressure', units)}</span></>}
          {consumer.highPressurePa !== null && <><span>High water</span><span>{formatQuantity(consumer.highPressurePa, 'pressure', units)}</span></>}
          {range?.lowestPressurePa != null && range.highestPressurePa != null && <><span>Range</span><span>{formatQuantity(range.lowestPressurePa, 'pressure', units)} to {formatQuantity(range.highestPressurePa, 'pressure', units)}</span></>}
        </div>
      )}
      {drain && <div className="rows"><span>Flow down the drain</span><span>{formatQuantity(drain.flowM3S, 'flow', units)}</span></div>}
      {path && path.shares.length > 0 && (
        <>
          <h3>Where its pressure goes</h3>
          <div className="rows">
            <span>{path.startName}, out</span><span>{formatQuantity(path.startPa, 'pressure', units)}</span>
            {path.shares.map((share) => (
              <Share key={share.part} name={share.name} takes={formatQuantity(-share.takesPa, 'pressure', units)} onOpen={() => select(share.part)} />
            ))}
            <span>At {part.name}</span><span>{formatQuantity(path.endPa, 'pressure', units)}</span>
          </div>
        </>
      )}
      {laws.map((law) => <LawView key={law.title} law={law} units={units} />)}
      <h3>Its numbers</h3>
      <Suspense fallback={<p className="quiet">Opening…</p>}><PartForm key={part.id} part={part} /></Suspense>
    </>
  );
}

function Share({ name, takes, onOpen }: { readonly name: string; readonly takes: string; readonly onOpen: () => void }) {
  return <><span><button type="button" onClick={onOpen} style={{ border: 0, background: 'none', padding: 0, textDecoration: 'underline', cursor: 'pointer' }}>{name}</button></span><span>{takes}</span></>;
}
