import { Button, Tabs } from 'antd';
import { activeVariant } from '../core/document/project/project';
import { useDocument } from './state/document';
import { usePreferences } from './state/preferences';
import { useView } from './state/view';
import { lazy, Suspense, useEffect, useMemo, useRef, useState } from 'react';
import { WEIGHTS, type Finding, type Weight } from '../core/judgement/audit';
import { AuditList, HalfDone } from './features/audit/AuditList';
import { FindingRow } from './features/audit/FindingRow';
import { Findings } from './features/findings/Findings';

import { Sheet } from './features/sheet/Sheet';
import { useAudit, usePreview, usePreviewAudit, useSolved, useSweep } from './state/useAnswers';
import { CircuitRefused } from '../workers/client';
import { spreadAt } from './state/spreadRequest';
import { useAnswerAtHand } from './state/useStudy';
import type { PostBand } from './marks/TidePost';

const FaultList = lazy(() => import('./features/faults/FaultList'));
const MovesPanel = lazy(() => import('./features/moves/MovesPanel'));
const PartSheet = lazy(() => import('./features/partSheet/PartSheet').then((m) => ({ default: m.PartSheet })));
const PreviewBar = lazy(() => import('./features/moves/PreviewBar').then((m) => ({ default: m.PreviewBar })));

const SPEED_STEP_REV_S = 50 / 60;
/** Parts that a refusal offers to open. */
const MOST_NAMED = 4;

/** The main sheet: state bar, plan and profile, and beside them the findings, the selected part, or the moves. */
export function CircuitPage() {
  const selected = useView((w) => w.selected);
  const moves = useView((w) => w.moves);
  const preview = useView((w) => w.preview);
  const openMoves = useView((w) => w.openMoves);
  const solved = useSolved();
  const sweep = useSweep();
  const audit = useAudit();
  const seen = usePreview();
  const seenAudit = usePreviewAudit(seen.data !== undefined);
  const project = useDocument((d) => d.project)!;
  const [tab, setTab] = useState<'supply' | 'audit' | 'faults'>('supply');
  const flags = useMemo(() => heaviest(audit.data ?? []), [audit.data]);
  useShortcuts();
  const panel = useTopOf(selected, moves);
  const looking = preview?.project !== undefined && seen.data ? { project: preview.project, ...seen.data } : undefined;
  const answer = useLastAnswer(solved.data);
  const shown = looking
    ? { project: looking.project, result: looking.result, sweep: looking.sweep }
    : answer
      ? { project: answer.project, result: answer.result, sweep: sweep.data }
      : solved.error
        ? { project, result: undefined, sweep: undefined }
        : undefined;
  const bands = useBands();
  const own = (audit.data ?? []).filter((f) => f.part === selected && selected !== undefined);
  const supply = answer && (
    <>
      <HalfDone findings={audit.data} />
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
    <main id="main" tabIndex={-1} className="work">
      <div className="stage">
        <PreviewBar before={sweep.data} after={seen.data?.sweep} auditBefore={audit.data} auditAfter={seenAudit.data} />
        {shown ? (
          <Sheet
            {...shown}
            bands={looking ? NO_BANDS : bands}
            flags={looking ? NO_FLAGS : flags}
            came={looking ? (preview?.came ?? []) : []}
          />
        ) : (
          <div className="sheet" role="status" style={{ padding: 28 }}>
            Solving…
          </div>
        )}
      </div>
      <aside
        ref={panel}
        className="panel"
        aria-label={moves ? 'Change the circuit' : selected ? 'Part' : 'Findings'}
        aria-busy={sweep.isFetching}
      >
        {solved.error && <Refused error={solved.error} hasPicture={answer !== undefined} />}
        {moves ? (
          <Suspense fallback={<p className="quiet">Opening…</p>}>
            <MovesPanel key={`${moves.part ?? ''} ${moves.heading ?? ''}`} part={moves.part} heading={moves.heading} />
          </Suspense>
        ) : selected ? (
          <PartSheet result={answer?.result} sweep={sweep.data} onMoves={() => openMoves(selected)}>
            {own.map((finding, i) => (
              <FindingRow key={`${finding.rule}${i}`} finding={finding} withPart={false} />
            ))}
          </PartSheet>
        ) : (
          <>
            <Tabs
              aria-label="Findings"
              activeKey={tab}
              onChange={(key) => setTab(key as typeof tab)}
              destroyOnHidden
              items={[
                {
                  key: 'supply',
                  label: 'Supply',
                  children: supply,
                },
                {
                  key: 'audit',
                  label: `Audit${audit.data ? ` (${openCount(audit.data)})` : ''}`,
                  children: <AuditList findings={audit.data} working={audit.isFetching} />,
                },
                FAULTS_TAB,
              ]}
            />
          </>
        )}
      </aside>
    </main>
  );
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

/** An element that scrolls back to its top when something else is opened in it. */
function useTopOf(...opened: readonly unknown[]) {
  const element = useRef<HTMLElement>(null);
  useEffect(() => {
    if (element.current) element.current.scrollTop = 0;
    // eslint-disable-next-line react-hooks/exhaustive-deps -- as many as the caller names
  }, opened);
  return element;
}

const NO_BANDS: ReadonlyMap<string, PostBand> = new Map();

/** Bands that tolerances leave each consumer's pressure at this state, where they have been drawn and still hold. */
function useBands(): ReadonlyMap<string, PostBand> {
  const speedRevS = useView((w) => w.speedRevS);
  const oilTemperatureK = useView((w) => w.oilTemperatureK);
  const found = useView((w) => w.found);
  const spread = useAnswerAtHand('spread', spreadAt({ speedRevS, oilTemperatureK }));
  return useMemo(
    () =>
      spread && !found
        ? new Map(spread.consumers.flatMap((c) => (c.pressurePa[0] ? [[c.part, c.pressurePa[0]] as const] : [])))
        : NO_BANDS,
    [spread, found],
  );
}

/** Findings that something should be done about. */
const openCount = (findings: readonly Finding[]): number =>
  findings.filter((f) => f.waived === null && (f.weight === 'stop' || f.weight === 'mend')).length;

const NO_FLAGS: ReadonlyMap<string, Weight> = new Map();

/** The heaviest finding of each part that is not set aside. Supply has its own marks. */
function heaviest(findings: readonly Finding[]): ReadonlyMap<string, Weight> {
  const flags = new Map<string, Weight>();
  for (const f of findings) {
    if (f.part === null || f.waived !== null || f.rule === 'supply') continue;
    const known = flags.get(f.part);
    if (known === undefined || WEIGHTS.indexOf(f.weight) < WEIGHTS.indexOf(known)) flags.set(f.part, f.weight);
  }
  return flags;
}

/** The newest answer of the variant that is open: a change that cannot be computed leaves the last picture standing. */
function useLastAnswer(answer: ReturnType<typeof useSolved>['data']) {
  const variant = useDocument((d) => `${d.opened} ${d.project?.activeVariant ?? ''}`);
  const [last, setLast] = useState({ variant, answer });
  if (answer && answer !== last.answer) setLast({ variant, answer });
  else if (last.answer && variant !== last.variant) setLast({ variant, answer: undefined });
  return answer ?? (variant === last.variant ? last.answer : undefined);
}

/** Why there is no answer, and the parts that it is about: one click from being mended. */
function Refused({ error, hasPicture }: { readonly error: Error; readonly hasPicture: boolean }) {
  const project = useDocument((d) => d.project)!;
  const select = useView((v) => v.select);
  const past = useDocument((d) => d.past);
  const undo = useDocument((d) => d.undo);
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
        {past.length > 0 && <Button onClick={undo}>Undo: {past.at(-1)!.name}</Button>}
      </div>
    </div>
  );
}

/** Keys that work anywhere but in a field: Esc back, [ and ] speed, 1 to 9 named states, M moves, Ctrl+K any move, Ctrl+Z and Ctrl+Y. */
function useShortcuts(): void {
  useEffect(() => {
    const onKeyDown = (event: KeyboardEvent) => {
      const { project, undo, redo } = useDocument.getState();
      const { speedRevS, setState, goTo, select, selected, openMoves, closeMoves, moves, preview } = useView.getState();
      if (!project) return;
      const inField = event.target instanceof HTMLElement && /^(INPUT|TEXTAREA|SELECT)$/.test(event.target.tagName);
      if ((event.ctrlKey || event.metaKey) && !event.altKey) {
        const key = event.key.toLowerCase();
        if (key === 'k') openMoves(undefined);
        else if (key === 'z' && !inField) (event.shiftKey ? redo : undo)();
        else if (key === 'y' && !inField) redo();
        else return;
        event.preventDefault();
        return;
      }
      if (inField && event.key === 'Escape') (event.target as HTMLElement).blur();
      // A dialog has its own keys: what closes it closes nothing behind it.
      const inDialog = event.target instanceof HTMLElement && event.target.closest('[role=dialog]') !== null;
      if (inField || inDialog || event.altKey) return;
      if (event.key !== 'Escape' && !usePreferences.getState().singleKeys) return;
      const top = project.engine.maximumSpeedRevS * 1.03;
      if (event.key === 'Escape') (moves || preview ? closeMoves : () => select(undefined))();
      else if (event.key === 'm' || event.key === 'M') {
        event.preventDefault();
        openMoves(selected);
      } else if (event.key === '[') setState({ speedRevS: Math.max(0, speedRevS - SPEED_STEP_REV_S) });
      else if (event.key === ']') setState({ speedRevS: Math.min(top, speedRevS + SPEED_STEP_REV_S) });
      else if (/^[1-9]$/.test(event.key)) {
        const state = project.namedStates[Number(event.key) - 1];
        if (state) goTo(state);
      }
    };
    window.addEventListener('keydown', onKeyDown);
    return () => window.removeEventListener('keydown', onKeyDown);
  }, []);
}
