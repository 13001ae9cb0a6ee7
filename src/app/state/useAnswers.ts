import { useDocument } from './document';
import { useOpenEngine } from './engine';
import { queries } from './queries';
import { spreadAt } from './spreadRequest';
import { useSettled } from './useSettled';
import { useView } from './view';
import { queryOptions, useQuery, type UseQueryResult } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { AUDIT_READS, ONE_STATE, SWEEP_READING, type Reading } from '../../core/studies/job/asked';
import type { AnswerOf } from '../../core/answer/registry';
import { originOf, type Answered, type OpenEngine, type Origin } from '../../workers/answered';
import { solveInWorker, solvePreviewInWorker, Superseded, type Solved, type SolveRequest } from '../../workers/client';
import { studyPool } from '../../workers/studyPool';

/** Answers for states passed on the way are not kept: a moving pointer makes hundreds. */
const STATE_KEPT_MS = 2000;
/** Answers of circuits as they were are asked for again only by who comes back from another view at once. */
const CIRCUIT_KEPT_MS = 30_000;
/** As the check's own definition, which is loaded with the first check. */
const CHECK: Reading = { name: 'check', reads: AUDIT_READS };
const SURE = { sure: true } as const;

/** As the study's own definition. */
const SPREAD: Reading = { name: 'spread' };
/** Enough for a box of a few pixels. */
const SAMPLES_OF_BANDS = 256;

/** The views show these as they come, without a share done. */
const ignore = () => undefined;

const retry = (count: number, error: Error) => error instanceof Superseded && count < 3;

type ViewNow = ReturnType<typeof useView.getState>;

/** What is asked of a worker for the state of the state bar. @param found with the oil temperature calculated */
const requestOf = (
  { speedRevS, oilTemperatureK, conditions }: Pick<ViewNow, 'speedRevS' | 'oilTemperatureK' | 'conditions'>,
  found: boolean,
): SolveRequest => (found ? { speedRevS, oilTemperatureK, found: conditions } : { speedRevS, oilTemperatureK });

/** @param calculatesOil whatever the state bar says */
function useRequest(calculatesOil = false): SolveRequest {
  const speedRevS = useView((w) => w.speedRevS);
  const oilTemperatureK = useView((w) => w.oilTemperatureK);
  const found = useView((w) => w.found) || calculatesOil;
  const conditions = useView((w) => w.conditions);
  return requestOf({ speedRevS, oilTemperatureK, conditions }, found);
}

/** An answer as a view shows it. */
export interface AnswerView<A> {
  /** Of the engine that was asked about; undefined until there is one. */
  readonly data: A | undefined;
  readonly of: Origin | undefined;
  /** True where it is of the same variant as it was before a change; views grey it. */
  readonly old: boolean;
  readonly isFetching: boolean;
  readonly error: Error | null;
}

/** What a query answered about an engine: the last answer stays until the next is there, never that of another engine. */
function useShown<A>(
  query: UseQueryResult<Answered<A>>,
  engine: OpenEngine | undefined,
  now: Origin | undefined,
): AnswerView<A> {
  const { data, isFetching, error } = query;
  const [last, setLast] = useState(data);
  if (data && data !== last) setLast(data);
  const answered = data ?? last;
  const shown = engine && answered?.for(engine);
  return {
    data: shown,
    of: shown === undefined ? undefined : answered!.of,
    old: shown !== undefined && !answered!.isOf(now!),
    isFetching,
    error,
  };
}

/** The same without an old answer: of a change that is looked at, that is the answer to another one. */
const exact = <A>(view: AnswerView<A>): AnswerView<A> =>
  view.old ? { ...view, data: undefined, of: undefined } : view;

/** What an answer about an engine is of, now. */
function useOrigin<P>(engine: OpenEngine | undefined, reading: Reading<P>, request: P): Origin | undefined {
  // A question is made anew with each look; as text it is the same.
  const text = JSON.stringify(request);
  return useMemo(() => engine && originOf(engine, reading, JSON.parse(text) as P).of, [engine, reading, text]);
}

const solved = (engine: OpenEngine | undefined, now: Origin | undefined, request: SolveRequest) =>
  queryOptions({
    queryKey: ['solve', now] as readonly unknown[],
    queryFn: () => solveInWorker(engine!, request),
    gcTime: STATE_KEPT_MS,
    staleTime: Infinity,
    retry,
    retryDelay: 0,
  });

/**
 * Asks for the state of the state bar before the views do that show it: while the page opens, the first drawing of them
 * takes as long as the answer.
 */
export function askForState(): void {
  const { id, project } = useDocument.getState();
  if (!project) return;
  const view = useView.getState();
  const engine = { id, project };
  const request = requestOf(view, view.found);
  void queries.prefetchQuery(solved(engine, originOf(engine, ONE_STATE, request).of, request));
}

/**
 * An engine solved at the state of the state bar.
 * @param calculatesOil with the oil temperature calculated, whatever the state bar says
 */
export function useSolved(engine: OpenEngine | undefined, calculatesOil = false): AnswerView<Solved> {
  const request = useRequest(calculatesOil);
  const now = useOrigin(engine, ONE_STATE, request);
  return useShown(useQuery({ ...solved(engine, now, request), enabled: engine !== undefined }), engine, now);
}

/**
 * Every reachable state of an engine: ranges and worst states. Asked once its first state is there: while the page
 * loads, another worker would hold up the one that draws.
 */
export function useSweep(engine: OpenEngine | undefined): AnswerView<AnswerOf<'sweep'>> {
  const first = useSolved(engine);
  const now = useOrigin(engine, SWEEP_READING, {});
  const query = useQuery({
    queryKey: ['sweep', now] as readonly unknown[],
    queryFn: ({ signal }) => studyPool().run('sweep', engine!, {}, ignore, signal, 'now'),
    enabled: engine !== undefined && (first.data !== undefined || first.error !== null),
    gcTime: CIRCUIT_KEPT_MS,
    staleTime: Infinity,
    retry,
    retryDelay: 0,
  });
  return useShown(query, engine, now);
}

/**
 * The check of an engine: the verdict comes first, how sure it is as soon as that is drawn. Asked once its sweep is
 * there: the drawing comes before all.
 */
export function useCheck(engine: OpenEngine | undefined): AnswerView<AnswerOf<'check'>> {
  const sweep = useSweep(engine);
  const now = useOrigin(engine, CHECK, SURE);
  const isReady = sweep.data !== undefined && !sweep.old && !sweep.isFetching;
  return useShown(useQuery(checked('check', engine, now, isReady)), engine, now);
}

/** @param name another one keeps what is looked at apart from what is */
const checked = (name: string, engine: OpenEngine | undefined, now: Origin | undefined, isReady: boolean) =>
  queryOptions({
    queryKey: [name, now] as readonly unknown[],
    queryFn: ({ signal, queryKey }) =>
      studyPool().run(
        'check',
        engine!,
        SURE,
        ({ partial }) => {
          const soFar = partial();
          if (soFar && queries.getQueryData(queryKey) === undefined) queries.setQueryData(queryKey, soFar);
        },
        signal,
        'now',
      ),
    enabled: engine !== undefined && isReady,
    gcTime: CIRCUIT_KEPT_MS,
    staleTime: Infinity,
    retry,
    retryDelay: 0,
  });

/**
 * What is not measured of an engine that was made by questions leaves this band about each component's pressure at the
 * state of the state bar: that of its kind, or what a fit to its gauge left. Asked once the state has come to rest.
 */
export function useBandsOfKind(engine: OpenEngine): AnswerOf<'spread'> | undefined {
  const first = useSolved(engine);
  const speedRevS = useView((w) => w.speedRevS);
  const oilTemperatureK = useView((w) => w.oilTemperatureK);
  const found = useView((w) => w.found);
  const at = useSettled({ speedRevS, oilTemperatureK });
  const request = { ...spreadAt(at), samples: SAMPLES_OF_BANDS };
  const now = useOrigin(engine, SPREAD, request);
  const { data } = useQuery({
    queryKey: ['bands', now] as readonly unknown[],
    queryFn: ({ signal }) => studyPool().run('spread', engine, request, ignore, signal),
    enabled:
      engine.project.engine.kind !== undefined && !found && at.speedRevS > 0 && first.data !== undefined && !first.old,
    gcTime: STATE_KEPT_MS,
    staleTime: Infinity,
    retry,
    retryDelay: 0,
  });
  // While an instrument moves the last band is of another state.
  return at.speedRevS === speedRevS && at.oilTemperatureK === oilTemperatureK ? data?.for(engine) : undefined;
}

/** The engine as the change that is looked at would make it; undefined where none is. */
export function usePreviewEngine(): OpenEngine | undefined {
  const { id } = useOpenEngine();
  const project = useView((w) => w.preview?.project);
  return useMemo(() => project && { id, project }, [id, project]);
}

/** The check of the engine after the change that is looked at. Asked once its range is there. */
export function usePreviewCheck(engine: OpenEngine | undefined, isReady: boolean): AnswerView<AnswerOf<'check'>> {
  const now = useOrigin(engine, CHECK, SURE);
  return exact(useShown(useQuery(checked('preview check', engine, now, isReady)), engine, now));
}

/** The circuit as the change that is looked at would make it, at the present state and over the range. */
export function usePreview(engine: OpenEngine | undefined) {
  const request = useRequest();
  const now = useOrigin(engine, ONE_STATE, request);
  const range = useOrigin(engine, SWEEP_READING, {});
  const state = useQuery({
    queryKey: ['preview', now],
    queryFn: () => solvePreviewInWorker(engine!, request),
    enabled: engine !== undefined,
    gcTime: STATE_KEPT_MS,
    staleTime: Infinity,
    retry,
    retryDelay: 0,
  });
  const sweep = useQuery({
    queryKey: ['preview sweep', range],
    queryFn: ({ signal }) => studyPool().run('sweep', engine!, {}, ignore, signal, 'now'),
    enabled: engine !== undefined,
    gcTime: STATE_KEPT_MS,
    staleTime: Infinity,
    retry,
    retryDelay: 0,
  });
  return { state: exact(useShown(state, engine, now)), sweep: exact(useShown(sweep, engine, range)) };
}
