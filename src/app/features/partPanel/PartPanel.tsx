import { Button } from 'antd';
import { useDocument } from '../../state/document';
import { useView } from '../../state/view';
import { usePreferences } from '../../state/preferences';
import { lazy, Suspense, useMemo, useState, type ReactNode } from 'react';
import { actsAs, type Part } from '../../../core/document/parts/part';
import { isConsumer } from '../../../core/document/parts/ports';
import { activeVariant } from '../../../core/document/project/project';
import { entryFor } from '../../../core/document/parts/catalogue';
import { partVolumeM3 } from '../../../core/document/parts/partVolume';
import { VERDICT_ENTRY } from '../../help/verdictEntry';
import { Why } from '../../help/Why';
import { drainEnd } from '../../../core/document/plumbing/drainEnd';
import { explainPart } from '../../../core/network/explain/explainPart';
import { tracePath } from '../../../core/network/describe/tracePath';
import { sayMargin, sayVerdict, sayWhy } from '../../../core/judgement/supply/say';
import type { Sweep } from '../../../core/judgement/sweep/sweep';
import { formatQuantity, type UnitChoice } from '../../../core/foundations/units';
import { useFocusReturn } from '../../state/useFocusReturn';
import { useLibraryChanges } from '../../state/useLibrary';
import { VerdictIcon } from '../../marks/VerdictMark';
import { DRAIN_WORDS } from '../../../core/judgement/drains/drainWords';
import { DrainProfile } from './DrainProfile';
import { LawView } from './LawView';
import type { SolveResult } from '../../../core/judgement/stateResult';

const PartForm = lazy(() => import('./PartForm'));

/**
 * The drawing of the selected part: what it reads, where its pressure goes, its law with the values put in, and its
 * numbers.
 */
export function PartPanel({
  result,
  sweep,
  onMoves,
  children,
}: {
  /** Absent where the circuit cannot be computed: then only the part's own figures are shown. */
  readonly result: SolveResult | undefined;
  readonly sweep: Sweep | undefined;
  readonly onMoves: () => void;
  /** What the audit finds here. */
  readonly children: ReactNode;
}) {
  const project = useDocument((w) => w.project)!;
  const selected = useView((w) => w.selected);
  const units = usePreferences((w) => w.units);
  const select = useView((w) => w.select);
  useFocusReturn(selected);
  const part = activeVariant(project).circuit.parts.find((each) => each.id === selected);
  const laws = useMemo(() => (part && result ? explainPart(part, result) : []), [part, result]);
  if (!part) return null;
  const consumer = result?.consumers.find((c) => c.part === part.id);
  const range = sweep?.consumers.find((c) => c.part === part.id);
  const path = result && isConsumer(part) ? tracePath(result, part.id) : undefined;
  const drain = result?.drains.find((d) => d.part === part.id);
  const held = result?.accumulators.find((a) => a.part === part.id);
  const entry = entryFor(part);
  return (
    <>
      <h2>
        {part.name}{' '}
        <Button onClick={() => select(undefined)} aria-keyshortcuts="Escape">
          Back to findings
        </Button>
      </h2>
      {consumer && <FedVerdict consumer={consumer} range={range} units={units} />}
      <div className="moves">
        <Button type="primary" onClick={onMoves} aria-keyshortcuts="M">
          Change the circuit…
        </Button>
        <KeepInLibrary part={part} />
      </div>
      <h3>Specifications</h3>
      {entry && (
        <p className="quiet">
          {entry.measure} Defaults: {entry.source}
        </p>
      )}
      <Suspense fallback={<p className="quiet">Opening…</p>}>
        <PartForm key={part.id} part={part} />
      </Suspense>
      {result && <h3>Results in this condition</h3>}
      {consumer && <FedReadings consumer={consumer} range={range} units={units} />}
      {drain && <ReturnReadings part={part} drain={drain} units={units} />}
      <div className="rows">
        {part.oilVolumeM3 === undefined && (
          <>
            <span>Oil it holds</span>
            <span>{formatQuantity(partVolumeM3(part), 'volume', units)}</span>
          </>
        )}
        {held && (
          <>
            <span>Oil held at this pressure</span>
            <span>{held.oilM3 === null ? 'its valve is shut' : formatQuantity(held.oilM3, 'volume', units)}</span>
          </>
        )}
      </div>
      {path && path.shares.length > 0 && (
        <>
          <h3>Pressure from the sump to here</h3>
          <div className="rows">
            <span>{path.startName}, out</span>
            <span>{formatQuantity(path.startPa, 'pressure', units)}</span>
            {path.shares.map((share) => (
              <Share
                key={share.part}
                name={share.name}
                takes={formatQuantity(-share.takesPa, 'pressure', units)}
                onOpen={() => select(share.part)}
              />
            ))}
            <span>At {part.name}</span>
            <span>{formatQuantity(path.endPa, 'pressure', units)}</span>
          </div>
        </>
      )}
      {children}
      {laws.map((law) => (
        <LawView key={law.title} law={law} units={units} />
      ))}
    </>
  );
}

/** A fed part's verdict, with the figure and the limit that decide it. */
function FedVerdict({
  consumer,
  range,
  units,
}: {
  readonly consumer: SolveResult['consumers'][number];
  readonly range: Sweep['consumers'][number] | undefined;
  readonly units: UnitChoice;
}) {
  return (
    <div className="finding" style={{ cursor: 'default' }}>
      <VerdictIcon verdict={consumer.verdict} />
      <div>
        <strong>{sayVerdict(consumer.verdict, consumer.decisive)}</strong>
        {consumer.decisive ? `, ${sayMargin(consumer.decisive, units)}` : ''}{' '}
        <Why of={VERDICT_ENTRY[consumer.verdict]} />
        <div>{sayWhy(consumer.verdict, consumer.decisive, units)}</div>
        {range?.worst && (
          <div className="where">
            Closest to a limit at {formatQuantity(range.worst.state.speedRevS, 'speed', units)},{' '}
            {formatQuantity(range.worst.state.oilTemperatureK, 'temperature', units)}
          </div>
        )}
      </div>
    </div>
  );
}

/** What a fed part reads. */
function FedReadings({
  consumer,
  range,
  units,
}: {
  readonly consumer: SolveResult['consumers'][number];
  readonly range: Sweep['consumers'][number] | undefined;
  readonly units: UnitChoice;
}) {
  return (
    <div className="rows">
      <Why of="pressure">Pressure</Why>
      <span>{consumer.pressurePa === null ? '—' : formatQuantity(consumer.pressurePa, 'pressure', units)}</span>
      <Why of="flow">Flow</Why>
      <span>{consumer.flowM3S === null ? '—' : formatQuantity(consumer.flowM3S, 'flow', units)}</span>
      {consumer.lowPressurePa !== null && (
        <>
          <Why of="minimum">Minimum at this speed</Why>
          <span>{formatQuantity(consumer.lowPressurePa, 'pressure', units)}</span>
        </>
      )}
      {consumer.highPressurePa !== null && (
        <>
          <Why of="maximum">Maximum pressure</Why>
          <span>{formatQuantity(consumer.highPressurePa, 'pressure', units)}</span>
        </>
      )}
      {range?.lowestPressurePa != null && range.highestPressurePa != null && (
        <>
          <Why of="range">Range</Why>
          <span>
            {formatQuantity(range.lowestPressurePa, 'pressure', units)} to{' '}
            {formatQuantity(range.highestPressurePa, 'pressure', units)}
          </span>
        </>
      )}
    </div>
  );
}

/** What falls into a drain or a scavenge section, and whether it can carry it. */
function ReturnReadings({
  part,
  drain,
  units,
}: {
  readonly part: Part;
  readonly drain: SolveResult['drains'][number];
  readonly units: UnitChoice;
}) {
  const project = useDocument((w) => w.project)!;
  return (
    <>
      {actsAs(part, 'drain') && (
        <DrainProfile
          drain={part}
          result={drain}
          levelM={drainEnd(activeVariant(project).circuit, part)?.levelM}
          units={units}
        />
      )}
      <div className="rows">
        <span>{drain.kind === 'drain' ? 'The drain' : 'The section'}</span>
        <span>{DRAIN_WORDS[drain.verdict]}</span>
        <span>Oil arriving</span>
        <span>{formatQuantity(drain.flowM3S, 'flow', units)}</span>
        <span>With foam</span>
        <span>{formatQuantity(drain.neededM3S, 'flow', units)}</span>
        {drain.capacityM3S !== null && (
          <>
            <span>{drain.kind === 'drain' ? 'Capacity half full' : 'Moves'}</span>
            <span>{formatQuantity(drain.capacityM3S, 'flow', units)}</span>
          </>
        )}
      </div>
    </>
  );
}

function KeepInLibrary({ part }: { readonly part: Part }) {
  const { keep } = useLibraryChanges();
  const [kept, setKept] = useState(false);
  return (
    <Button onClick={() => void keep({ kind: 'part', label: part.name, part }).then(() => setKept(true))}>
      {kept ? 'Saved to library' : 'Save to library'}
    </Button>
  );
}

function Share({
  name,
  takes,
  onOpen,
}: {
  readonly name: string;
  readonly takes: string;
  readonly onOpen: () => void;
}) {
  return (
    <>
      <span>
        <Button type="link" className="go" onClick={onOpen}>
          {name}
        </Button>
      </span>
      <span>{takes}</span>
    </>
  );
}
