import { Button, Tabs } from 'antd';
import { lazy, Suspense, useEffect, useState } from 'react';
import type { Finding } from '../core/judgement/audit';
import { activeVariant } from '../core/document/project/project';
import { CircuitRefused } from '../workers/client';
import { AuditList, HalfDone } from './features/audit/AuditList';
import { FindingRow } from './features/audit/FindingRow';
import { Findings } from './features/findings/Findings';
import { useDocument } from './state/document';
import { stepToUndo } from './state/history';
import type { useCheck, useSolved, useSweep } from './state/useAnswers';
import { useView } from './state/view';

const FaultList = lazy(() => import('./features/faults/FaultList'));
const FixPanel = lazy(() => import('./features/answer/FixPanel'));
const MovesPanel = lazy(() => import('./features/moves/MovesPanel'));
const PartPanel = lazy(() => import('./features/partPanel/PartPanel').then((m) => ({ default: m.PartPanel })));

/** Parts that a refusal offers to open. */
const MOST_NAMED = 4;

/**
 * Beside the drawing: the findings, the selected part, or the changes; before them why nothing is computed, where
 * nothing is.
 */
export function CircuitPanel({
  answer,
  sweep,
  check,
  error,
}: {
  readonly answer: ReturnType<typeof useSolved>['data'];
  readonly sweep: ReturnType<typeof useSweep>;
  readonly check: ReturnType<typeof useCheck>;
  readonly error: Error | null;
}) {
  const chosen = useView((w) => w.selected);
  const isFixing = useView((w) => w.isFixing);
  const moves = useView((w) => w.moves);
  const planned = useView((w) => w.plan?.steps.length ?? 0);
  const openMoves = useView((w) => w.openMoves);
  const project = useDocument((d) => d.project)!;
  // A part of a plan is not there yet.
  const selected = activeVariant(project).circuit.parts.some((p) => p.id === chosen) ? chosen : undefined;
  const [tab, setTab] = useState<'supply' | 'audit' | 'faults'>('supply');
  const timesHidden = useTimesHidden();
  const findings = check.data?.findings;
  const own = (findings ?? []).filter((f) => f.part === selected && selected !== undefined);
  const supply = answer && (
    <>
      <HalfDone findings={findings} />
      <Findings
        result={answer.result}
        sweep={sweep.data}
        sweeping={sweep.isFetching}
        warnings={answer.warnings}
        own={project.madeUp ? undefined : { fitted: activeVariant(project).calibration?.applied !== undefined }}
      />
    </>
  );
  return (
    <>
      {error && <Refused error={error} hasPicture={answer !== undefined} />}
      {moves ? (
        <Suspense fallback={<p className="quiet">Opening…</p>}>
          {/* The words for one change are not those for the next. */}
          <MovesPanel
            key={`${moves.part ?? ''} ${moves.heading ?? ''} ${planned}`}
            part={moves.part}
            heading={moves.heading}
          />
        </Suspense>
      ) : isFixing ? (
        <Suspense fallback={<p className="quiet">Opening…</p>}>
          <FixPanel />
        </Suspense>
      ) : selected ? (
        <PartPanel result={answer?.result} sweep={sweep.data} onMoves={() => openMoves(selected)}>
          {own.map((finding, i) => (
            <FindingRow key={`${finding.rule}${i}`} finding={finding} withPart={false} />
          ))}
        </PartPanel>
      ) : (
        <>
          <Tabs
            aria-label="Findings"
            activeKey={tab}
            onChange={(key) => setTab(key as typeof tab)}
            destroyOnHidden
            renderTabBar={(bar, TabBar) => <TabBar key={timesHidden} {...bar} />}
            items={[
              {
                key: 'supply',
                label: 'Supply',
                children: supply,
              },
              {
                key: 'audit',
                label: `Audit${findings ? ` (${openCount(findings)})` : ''}`,
                children: <AuditList findings={findings} working={!findings && check.isFetching} />,
              },
              FAULTS_TAB,
            ]}
          />
        </>
      )}
    </>
  );
}

/**
 * How often the view was hidden. The kit's row of tabs adds listeners to the wheel and to touch each time it is shown
 * and never takes them off: it is made anew while nobody looks.
 */
function useTimesHidden(): number {
  const [times, setTimes] = useState(0);
  useEffect(() => () => setTimes((n) => n + 1), []);
  return times;
}

const FAULTS_TAB = {
  key: 'faults',
  label: 'Faults',
  children: (
    <Suspense fallback={<p className="quiet">Opening…</p>}>
      <FaultList />
    </Suspense>
  ),
};

/** Findings that something should be done about. */
const openCount = (findings: readonly Finding[]): number =>
  findings.filter((f) => f.waived === null && (f.weight === 'stop' || f.weight === 'mend')).length;

/** Why there is no answer, and the parts that it is about: one click from being mended. */
function Refused({ error, hasPicture }: { readonly error: Error; readonly hasPicture: boolean }) {
  const project = useDocument((d) => d.project)!;
  const select = useView((v) => v.select);
  const past = useDocument((d) => d.past);
  const undo = useDocument((d) => d.undo);
  const step = past[stepToUndo(past, true)];
  const { parts } = activeVariant(project).circuit;
  const named = parts.filter((p) => error.message.includes(p.name)).slice(0, MOST_NAMED);
  return (
    <div className="notice" role="alert">
      <strong>
        {error instanceof CircuitRefused ? 'This circuit cannot be computed.' : 'Nothing is computed now.'}
      </strong>{' '}
      {error.message} {hasPicture ? 'The picture is the last one that could be.' : ''}
      <div className="moves">
        {named.map((p) => (
          <Button key={p.id} type="primary" onClick={() => select(p.id)}>
            Open {p.name}
          </Button>
        ))}
        {step && <Button onClick={() => undo(true)}>Undo: {step.name}</Button>}
      </div>
    </div>
  );
}
