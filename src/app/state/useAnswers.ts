import { circuitOwner, useDocument } from './document';
import { queries } from './queries';
import { useView } from './view';
import { withVariantsAsked } from '../../core/document/changes/variantsAsked';
import { queryOptions, useQuery } from '@tanstack/react-query';
import type { Project, Variant } from '../../core/document/project/project';
import { solveInWorker, solvePreviewInWorker, Superseded, type SolveRequest } from '../../workers/client';
import { studyPool } from '../../workers/studyPool';

/** Answers for states passed on the way are not kept: a moving pointer makes hundreds. */
const STATE_KEPT_MS = 2000;
/** Answers of circuits as they were are asked for again only by who comes back from another view at once. */
const CIRCUIT_KEPT_MS = 30_000;

const numbers = new WeakMap<Project, number>();
let next = 1;
let last: { readonly project: Project; readonly n: number } | undefined;

/**
 * True where two versions of a project differ in nothing that an answer depends on: of what was added at the bench only
 * the places count.
 */
function isSameToSolve(a: Project, b: Project): boolean {
  const keys = Object.keys({ ...a, ...b }) as (keyof Project)[];
  if (keys.some((key) => key !== 'variants' && key !== 'log' && a[key] !== b[key])) return false;
  const [mine, others] = [withVariantsAsked(a).variants, withVariantsAsked(b).variants];
  return (
    mine.length === others.length &&
    mine.every((variant, i) => {
      const other = others[i]!;
      const fields = Object.keys({ ...variant, ...other }) as (keyof Variant)[];
      return (
        variant === other ||
        fields.every((field) =>
          field === 'bench' ? variant.bench?.places === other.bench?.places : variant[field] === other[field],
        )
      );
    })
  );
}

/** Projects are replaced, never changed in place, so identity is the revision; notes at the bench make no new one. */
function revision(project: Project | undefined): number {
  if (!project) return 0;
  let n = numbers.get(project);
  if (n === undefined) {
    n = last && isSameToSolve(last.project, project) ? last.n : next++;
    numbers.set(project, n);
  }
  last = { project, n };
  return n;
}

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

/** The last answer stays until the next is there, within one variant of one project: never that of another engine. */
const keepOwn =
  (owner: string) =>
  <A>(last: A | undefined, lastQuery: { readonly queryKey: readonly unknown[] } | undefined): A | undefined =>
    lastQuery?.queryKey[1] === owner ? last : undefined;

/** @param owner whose circuit it is, of circuitOwner */
const solved = (owner: string, project: Project | undefined, request: SolveRequest) =>
  queryOptions({
    queryKey: ['solve', owner, revision(project), request] as readonly unknown[],
    queryFn: async () => ({ ...(await solveInWorker(project!, request)), project: project! }),
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
  const { project } = useDocument.getState();
  const view = useView.getState();
  if (project)
    void queries.prefetchQuery(solved(circuitOwner(useDocument.getState()), project, requestOf(view, view.found)));
}

/**
 * The circuit solved at the state of the state bar; the last answer stays until the next is there.
 * @param calculatesOil with the oil temperature calculated, whatever the state bar says
 */
export function useSolved(calculatesOil = false) {
  const project = useDocument((w) => w.project);
  const owner = useDocument(circuitOwner);
  const request = useRequest(calculatesOil);
  return useQuery({
    ...solved(owner, project, request),
    enabled: project !== undefined,
    placeholderData: keepOwn(owner),
  });
}

/**
 * Every reachable state of the open project: ranges and worst states. Asked once the first state is there: while the
 * page loads, another worker would hold up the one that draws.
 */
export function useSweep() {
  const project = useDocument((w) => w.project);
  const owner = useDocument(circuitOwner);
  const { isPending } = useSolved();
  return useQuery({
    queryKey: ['sweep', owner, revision(project)] as readonly unknown[],
    queryFn: ({ signal }) => studyPool().run('sweep', project!, {}, ignore, signal, 'now'),
    enabled: project !== undefined && !isPending,
    placeholderData: keepOwn(owner),
    gcTime: CIRCUIT_KEPT_MS,
    staleTime: Infinity,
    retry,
    retryDelay: 0,
  });
}

/** What the rules find in the open project. Asked once its sweep is there, so that verdicts come first. */
export function useAudit() {
  const project = useDocument((w) => w.project);
  const owner = useDocument(circuitOwner);
  const sweep = useSweep();
  return useQuery({
    queryKey: ['audit', owner, revision(project)] as readonly unknown[],
    queryFn: ({ signal }) => studyPool().run('audit', project!, {}, ignore, signal, 'now'),
    enabled: project !== undefined && !sweep.isFetching && sweep.isSuccess,
    placeholderData: keepOwn(owner),
    gcTime: CIRCUIT_KEPT_MS,
    staleTime: Infinity,
    retry,
    retryDelay: 0,
  });
}

/** What the rules would find after the move that is looked at. Asked once its verdicts are there. */
export function usePreviewAudit(isReady: boolean) {
  const preview = useView((w) => w.preview?.project);
  return useQuery({
    queryKey: ['preview audit', revision(preview)],
    queryFn: ({ signal }) => studyPool().run('audit', preview!, {}, ignore, signal, 'now'),
    enabled: preview !== undefined && isReady,
    gcTime: STATE_KEPT_MS,
    staleTime: Infinity,
    retry,
    retryDelay: 0,
  });
}

/** The circuit as the move that is looked at would make it, at the present state and over the range. */
export function usePreview() {
  const preview = useView((w) => w.preview?.project);
  const request = useRequest();
  return useQuery({
    queryKey: ['preview', revision(preview), request],
    queryFn: async ({ signal }) => ({
      ...(await solvePreviewInWorker(preview!, request)),
      sweep: await studyPool().run('sweep', preview!, {}, ignore, signal, 'now'),
    }),
    enabled: preview !== undefined,
    gcTime: STATE_KEPT_MS,
    staleTime: Infinity,
    retry,
    retryDelay: 0,
  });
}
