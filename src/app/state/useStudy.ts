import { useDocument } from './document';
import { useEffect, useMemo, useRef } from 'react';
import { create } from 'zustand';
import { textHash } from '../../core/foundations/textHash';
import type { AnswerOf, QuestionOf, StudyName } from '../../core/answer/registry';
import { loadResult, saveResult } from '../../storage/results';
import { CircuitRefused, Superseded, WorkerMissing } from '../../workers/client';
import { Answered, originOf, type OpenEngine, type Origin } from '../../workers/answered';
import { loadStudy, studyAtHand, studyPool } from '../../workers/studyPool';
import { StudyRefused } from '../../core/studies/job/studyRefused';

/** One study as the page knows it. */
interface StudyState {
  readonly status: 'reading' | 'idle' | 'running' | 'failed';
  readonly done: number;
  readonly known: number;
  readonly partial: Answered<unknown> | undefined;
  readonly answer: Answered<unknown> | undefined;
  readonly message: string;
  /** The user stopped it before it had an answer. */
  readonly stopped: boolean;
}

const NOTHING: StudyState = {
  status: 'idle',
  done: 0,
  known: 0,
  partial: undefined,
  answer: undefined,
  message: '',
  stopped: false,
};
/** Least time between two looks at a partial answer [ms]: each is drawn. */
const LOOK_EVERY_MS = 120;

/** Studies by key; what runs goes on while other pages are looked at. */
const useStudies = create<{ readonly byKey: Readonly<Record<string, StudyState>> }>()(() => ({ byKey: {} }));
const running = new Map<string, AbortController>();

/** Studies that the page keeps at hand; the store has more. */
const MOST_AT_HAND = 20;

const put = (key: string, change: Partial<StudyState>) =>
  useStudies.setState(({ byKey }) => {
    const { [key]: own, ...others } = byKey;
    // The latest stands last; those that nobody has touched for longest make room, unless they run.
    const left = Object.entries(others);
    const kept = left.filter(([, s], i) => s.status === 'running' || i >= left.length - MOST_AT_HAND);
    return { byKey: { ...Object.fromEntries(kept), [key]: { ...(own ?? NOTHING), ...change } } };
  });

/** @param keeps what its tasks have proven stays, and it does not begin again by itself */
function stop(key: string, keeps: boolean): void {
  running.get(key)?.abort();
  running.delete(key);
  put(key, { status: 'idle', stopped: true, ...(keeps ? {} : { partial: undefined }) });
}

// A project that is opened in place of another wants the workers for itself.
useDocument.subscribe((now, before) => {
  if (now.opened !== before.opened) [...running.keys()].forEach((key) => stop(key, false));
});

/** By the project's id: two projects may have one name, and a new name makes no other engine. @param request as text */
const keyOf = (name: string, { id, project }: OpenEngine, request: string) =>
  JSON.stringify([id, project.activeVariant, name, textHash(request)]);

/** A question as text; one that is the same object is not written out again. */
function useText(request: unknown): string {
  return useMemo(() => JSON.stringify(request), [request]);
}

/** What an answer of now is of; undefined until the study's definition is loaded. */
function originNow(name: StudyName, engine: OpenEngine, request: unknown): Origin | undefined {
  const kind = studyAtHand(name);
  return kind && originOf(engine, kind, request).of;
}

/** Begins a study anew; one that runs under the same key is stopped. */
async function begin<N extends StudyName>(
  name: N,
  engine: OpenEngine,
  request: QuestionOf<N>,
  key: string,
): Promise<void> {
  running.get(key)?.abort();
  const control = new AbortController();
  running.set(key, control);
  put(key, { status: 'running', done: 0, known: 0, partial: undefined, message: '', stopped: false });
  let looked = 0;
  try {
    const answer = await studyPool().run(
      name,
      engine,
      request,
      ({ done, known, partial }) => {
        const now = performance.now();
        if (now - looked < LOOK_EVERY_MS) return;
        looked = now;
        put(key, { done, known, partial: partial() });
      },
      control.signal,
    );
    if (control.signal.aborted) return;
    put(key, { status: 'idle', answer, partial: undefined });
    // Where the browser keeps nothing, the answer is at hand until the page goes.
    void saveResult(key, answer.of.inputs, answer.for(engine), Date.now()).catch(() => undefined);
  } catch (error) {
    if (control.signal.aborted || error instanceof Superseded) return;
    const known = error instanceof CircuitRefused || error instanceof StudyRefused || error instanceof WorkerMissing;
    put(key, {
      status: 'failed',
      partial: undefined,
      message: known ? error.message : 'The study stopped here. Nothing of the project is lost; run it again.',
    });
  } finally {
    if (running.get(key) === control) running.delete(key);
  }
}

/** A study as a view shows it. */
export interface StudyView<A> {
  /** The last whole answer, or what can be said of the one that runs. */
  readonly answer: A | undefined;
  readonly of: Origin | undefined;
  /** True where something changed that the answer depends on. */
  readonly old: boolean;
  readonly partly: boolean;
  /** True while a kept answer is looked for. */
  readonly reading: boolean;
  readonly running: boolean;
  readonly done: number;
  readonly known: number;
  /** Why it failed; empty where it did not. */
  readonly message: string;
  /** Where it was stopped before its end: whether it has something by then. */
  readonly stopped: 'empty' | 'partly' | false;
  readonly run: () => void;
  readonly cancel: () => void;
}

/**
 * A study of an engine: its kept answer, or one that is run.
 * @param request plain data; another one is another study
 * @param auto true runs it by itself where none is kept; 'fresh' also where the kept one is stale
 */
export function useStudy<N extends StudyName>(
  engine: OpenEngine,
  name: N,
  request: QuestionOf<N>,
  auto: boolean | 'fresh' = true,
): StudyView<AnswerOf<N>> {
  const text = useText(request);
  const key = keyOf(name, engine, text);
  const state = useStudies((s) => s.byKey[key]);
  const before = useRef(key);
  useEffect(() => {
    // What ran by itself for an earlier question of this view is not wanted any more.
    if (auto && before.current !== key && useStudies.getState().byKey[before.current]?.status === 'running')
      stop(before.current, false);
    before.current = key;
    const known = useStudies.getState().byKey[key];
    const hasSome = known?.answer !== undefined || known?.partial !== undefined;
    if (known && (hasSome || known.status !== 'idle' || !auto)) return;
    put(key, { status: 'reading' });
    void (async () => {
      const [kept, kind] = await Promise.all([loadResult(key).catch(() => undefined), loadStudy(name)]);
      if (useStudies.getState().byKey[key]?.status !== 'reading') return;
      const read = kept && kind.answerSchema.safeParse(kept.answer);
      const of = { id: engine.id, variant: engine.project.activeVariant };
      if (kept && read?.success)
        put(key, { status: 'idle', answer: new Answered({ ...of, inputs: kept.dependsOn }, read.data) });
      else if (auto) void begin(name, engine, request, key);
      else put(key, { status: 'idle' });
    })();
    // eslint-disable-next-line react-hooks/exhaustive-deps -- once for each key: an edit makes the answer stale, it does not run it again
  }, [key]);
  const { status, done, known, partial, answer, message, stopped } = state ?? NOTHING;
  // An answer is there only when its definition is loaded, so what it depends on is known by then.
  const hasSomething = answer !== undefined || partial !== undefined;
  const now = useMemo(
    () => (hasSomething ? originNow(name, engine, request) : undefined),
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the key holds the question
    [name, engine, key, hasSomething],
  );
  const isOld = (of: Answered<unknown> | undefined) => of !== undefined && now !== undefined && !of.isOf(now);
  const isStale = isOld(answer);
  useEffect(() => {
    if (auto === 'fresh' && isStale && status === 'idle' && !stopped) void begin(name, engine, request, key);
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the key holds the question
  }, [auto, isStale, status, stopped, key]);
  // A stopped run says more than an answer to what was there before.
  const shown = partial && (status === 'running' || !answer || (isOld(answer) && !isOld(partial))) ? partial : answer;
  const given = shown?.for(engine);
  return {
    answer: given as AnswerOf<N> | undefined,
    of: given === undefined ? undefined : shown!.of,
    old: isOld(shown),
    partly: shown !== answer,
    reading: state === undefined || status === 'reading',
    running: status === 'running',
    done,
    known,
    message: status === 'failed' ? message : '',
    stopped:
      stopped && shown !== undefined && shown === partial
        ? 'partly'
        : stopped && answer === undefined
          ? 'empty'
          : false,
    run: () => void begin(name, engine, request, key),
    cancel: () => stop(key, true),
  };
}

/** The answer of a study that this page has already and that still holds; nothing is read or run for it. */
export function useAnswerAtHand<N extends StudyName>(
  engine: OpenEngine,
  name: N,
  request: QuestionOf<N>,
): AnswerOf<N> | undefined {
  const text = useText(request);
  const answer = useStudies((s) => s.byKey[keyOf(name, engine, text)])?.answer;
  const now = answer && originNow(name, engine, request);
  return now && answer.isOf(now) ? (answer.for(engine) as AnswerOf<N>) : undefined;
}
