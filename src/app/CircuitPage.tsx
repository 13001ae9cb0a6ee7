import { useDocument } from './state/document';
import { usePreferences } from './state/preferences';
import { useView } from './state/view';
import { lazy, useEffect, useMemo, useRef } from 'react';
import { WEIGHTS, type Finding, type Weight } from '../core/judgement/audit/finding';
import { Drawing } from './features/drawing/Drawing';
import {
  useBandsOfKind,
  useCheck,
  usePreview,
  usePreviewCheck,
  usePreviewEngine,
  useSolved,
  useSweep,
} from './state/useAnswers';
import { spreadAt } from './state/spreadRequest';
import { useAnswerAtHand } from './state/useStudy';
import type { PostBand } from './marks/TidePost';
import { Kit } from './theme/Kit';
import type { OpenEngine } from '../workers/answered';
import { shownOf, useOpenEngine } from './state/engine';

const AnswerBar = lazy(() => import('./features/answer/AnswerBar').then((m) => ({ default: m.AnswerBar })));
const CircuitPanel = lazy(() => import('./CircuitPanel').then((m) => ({ default: m.CircuitPanel })));
const PreviewBar = lazy(() => import('./features/moves/PreviewBar').then((m) => ({ default: m.PreviewBar })));

const SPEED_STEP_REV_S = 50 / 60;
/** A panel that begins lower than this share of the screen is not seen. */
const LOW_ON_SCREEN = 0.8;

/** The main sheet: state bar, plan and profile, and beside them the findings, the selected part, or the moves. */
export function CircuitPage() {
  const selected = useView((w) => w.selected);
  const moves = useView((w) => w.moves);
  const preview = useView((w) => w.preview);
  const isFixing = useView((w) => w.isFixing);
  const engine = useOpenEngine();
  const solved = useSolved(engine);
  const sweep = useSweep(engine);
  const check = useCheck(engine);
  const lookedAt = usePreviewEngine();
  const seen = usePreview(lookedAt);
  const seenCheck = usePreviewCheck(lookedAt, seen.sweep.data !== undefined);
  const flags = useMemo(() => heaviest(check.data?.findings ?? []), [check.data]);
  useShortcuts();
  const panel = useTopOf(selected, moves, isFixing || undefined);
  const bands = useBands(engine);
  const looking = lookedAt && seen.state.data && seen.sweep.data ? seen : undefined;
  const state = looking ? looking.state : solved;
  const shown = state.data
    ? {
        // What is written at the parts is of today; what an old answer says is drawn on the circuit that it is of.
        project: looking ? lookedAt!.project : state.old ? state.data.project : engine.project,
        result: state.data.result,
        sweep: (looking ? looking.sweep : sweep).data,
      }
    : solved.error
      ? { project: engine.project, result: undefined, sweep: undefined }
      : undefined;
  return (
    <main id="main" tabIndex={-1} className="work">
      <div className="answered">
        <Kit fallback={<div className="answer" />}>
          <AnswerBar check={check} />
        </Kit>
        <div className="stage" {...shownOf(state)}>
          {preview && (
            <Kit>
              <PreviewBar before={check.data} after={seenCheck.data} error={seen.state.error ?? seen.sweep.error} />
            </Kit>
          )}
          {state.old && <p className="quiet oldnote">As it was before the change; being computed anew.</p>}
          {shown ? (
            <Drawing
              {...shown}
              bands={looking ? NO_BANDS : bands}
              flags={looking ? NO_FLAGS : flags}
              came={looking ? (preview?.came ?? []) : []}
            />
          ) : (
            <div className="drawing" role="status" style={{ padding: 28 }}>
              Solving…
            </div>
          )}
        </div>
      </div>
      <aside
        ref={panel}
        className="panel"
        aria-label={moves ? 'Change the circuit' : isFixing ? 'Find a fix' : selected ? 'Part' : 'Findings'}
        aria-busy={sweep.isFetching}
        {...shownOf(sweep)}
      >
        <Kit fallback={<p className="quiet">Opening…</p>}>
          <CircuitPanel answer={solved.data} sweep={sweep} check={check} error={solved.error} />
        </Kit>
      </aside>
    </main>
  );
}

/**
 * An element that scrolls back to its top when something else is opened in it, and into view where it stands below the
 * screen.
 */
function useTopOf(...opened: readonly unknown[]) {
  const element = useRef<HTMLElement>(null);
  useEffect(() => {
    const { current } = element;
    if (!current) return;
    current.scrollTop = 0;
    const isOpen = opened.some((each) => each !== undefined);
    if (isOpen && current.getBoundingClientRect().top > LOW_ON_SCREEN * window.innerHeight)
      current.scrollIntoView({ block: 'start' });
    // eslint-disable-next-line react-hooks/exhaustive-deps -- as many as the caller names
  }, opened);
  return element;
}

const NO_BANDS: ReadonlyMap<string, PostBand> = new Map();

/**
 * Bands that tolerances leave each consumer's pressure at this state, where they have been drawn and still hold, and
 * what is not measured of an engine of the reader's own.
 */
function useBands(engine: OpenEngine): ReadonlyMap<string, PostBand> {
  const speedRevS = useView((w) => w.speedRevS);
  const oilTemperatureK = useView((w) => w.oilTemperatureK);
  const found = useView((w) => w.found);
  const drawn = useAnswerAtHand(engine, 'spread', spreadAt({ speedRevS, oilTemperatureK }));
  const ofKind = useBandsOfKind(engine);
  const spread = drawn ?? ofKind;
  return useMemo(
    () =>
      spread && !found
        ? new Map(spread.consumers.flatMap((c) => (c.pressurePa[0] ? [[c.part, c.pressurePa[0]] as const] : [])))
        : NO_BANDS,
    [spread, found],
  );
}

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

/**
 * Keys that work anywhere but in a field: Esc back, [ and ] speed, 1 to 9 named states, M moves, Ctrl+K any move,
 * Ctrl+Z and Ctrl+Y.
 */
function useShortcuts(): void {
  useEffect(() => {
    const onKeyDown = (event: KeyboardEvent) => {
      const { project, undo, redo } = useDocument.getState();
      const { speedRevS, setState, goTo, select, selected, openMoves, closeMoves, dropPreview, moves, preview } =
        useView.getState();
      if (!project) return;
      const inField = event.target instanceof HTMLElement && /^(INPUT|TEXTAREA|SELECT)$/.test(event.target.tagName);
      if ((event.ctrlKey || event.metaKey) && !event.altKey) {
        const key = event.key.toLowerCase();
        if (key === 'k') openMoves(undefined);
        else if (key === 'z' && !inField) (event.shiftKey ? redo : () => undo(true))();
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
      if (event.key === 'Escape') (moves ? closeMoves : preview ? dropPreview : () => select(undefined))();
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
