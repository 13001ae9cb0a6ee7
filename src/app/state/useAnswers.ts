import { keepPreviousData, useQuery } from '@tanstack/react-query';
import type { Project } from '../../core/circuit/project';
import { solveInWorker, Superseded, sweepInWorker } from '../../workers/client';
import { useWorkbench } from './workbench';

/** Answers for states passed on the way are not kept: a moving pointer makes hundreds. */
const STATE_KEPT_MS = 2000;

const numbers = new WeakMap<Project, number>();
let next = 1;
/** Projects are replaced, never changed in place, so identity is the revision. */
function revision(project: Project | undefined): number {
  if (!project) return 0;
  let n = numbers.get(project);
  if (n === undefined) numbers.set(project, (n = next++));
  return n;
}

const retry = (count: number, error: Error) => error instanceof Superseded && count < 3;

/** The circuit solved at the state of the state bar; the last answer stays until the next is there. */
export function useSolved() {
  const project = useWorkbench((w) => w.project);
  const speedRevS = useWorkbench((w) => w.speedRevS);
  const oilTemperatureK = useWorkbench((w) => w.oilTemperatureK);
  return useQuery({
    queryKey: ['solve', revision(project), speedRevS, oilTemperatureK],
    queryFn: () => solveInWorker(project!, { speedRevS, oilTemperatureK }),
    enabled: project !== undefined,
    placeholderData: keepPreviousData,
    gcTime: STATE_KEPT_MS, staleTime: Infinity, retry, retryDelay: 0,
  });
}

/** Every reachable state of the open project: ranges and worst states. */
export function useSweep() {
  const project = useWorkbench((w) => w.project);
  return useQuery({
    queryKey: ['sweep', revision(project)],
    queryFn: () => sweepInWorker(project!),
    enabled: project !== undefined,
    placeholderData: keepPreviousData,
    staleTime: Infinity, retry, retryDelay: 0,
  });
}
