import { releaseProxy, type ProxyMethods } from 'comlink';
import { sayIssue, sayIssueHere } from '../core/document/project/issue';
import { readWhole } from '../core/document/project/readProject';
import { HeatSolver } from '../core/heat/heatSolver';
import { solveState } from '../core/judgement/judgeState';
import { solveBalanced } from '../core/judgement/solveBalanced';
import { CircuitSolver } from '../core/network/circuitSolver';
import { beginTask, isLong } from '../core/studies/job/runHere';
import { type LongTask, type StudyKind } from '../core/studies/job/study';
import { StudyCircuits } from '../core/studies/job/studyCircuits';
import { STUDIES } from '../core/answer/registry';
import { solveRequestSchema, type CircuitWorkerApi, type OpenReply, type SolveReply, type TaskReply } from './protocol';
import { StudyRefused } from '../core/studies/job/studyRefused';

/** Time that a long task may hold the worker before it looks for newer messages [ms]. */
const SLICE_MS = 12;

type AnyKind = StudyKind<unknown, unknown, unknown, unknown>;

/** Loads a study by a name that came as data. @throws StudyRefused where there is none */
async function studyNamed(name: string): Promise<AnyKind> {
  if (!Object.hasOwn(STUDIES, name)) throw new StudyRefused(`There is no study called ${name}.`);
  return (await STUDIES[name as keyof typeof STUDIES]()) as unknown as AnyKind;
}

/** Closes the port behind a function of the page: else both ends of it stay for as long as the worker lives. */
const letGo = (ofPage: object): void => (ofPage as Partial<ProxyMethods>)[releaseProxy]?.();

/**
 * The worker's side, apart from the worker itself, so that tests can run it in place. It holds one project at a time.
 * @param pause lets newer messages in; resolves on a later turn of the event loop
 */
export function createCircuitWorker(pause: () => Promise<void>, now: () => number): CircuitWorkerApi {
  let circuit: CircuitSolver | undefined;
  let circuits: StudyCircuits | undefined;
  let balancing: HeatSolver | undefined;
  let refusal: readonly string[] = ['No project has been opened.'];
  let stops = 0;
  let of = '';

  /** Runs a long task, letting messages in between. @returns undefined where it was stopped */
  async function inSlices<R>(run: LongTask<R>, onProgress: (share: number) => void): Promise<{ reply: R } | undefined> {
    const before = stops;
    let since = now();
    for (;;) {
      const step = run.next();
      if (step.done) return { reply: step.value };
      if (now() - since <= SLICE_MS) continue;
      onProgress(step.value);
      await pause();
      if (stops !== before) return undefined;
      since = now();
    }
  }

  function open(project: unknown, key: string): OpenReply {
    stops++;
    of = key;
    circuit = undefined;
    circuits = undefined;
    balancing = undefined;
    const read = readWhole(project);
    if (!read.ok) refusal = read.issues.map(sayIssue);
    else {
      circuits = new StudyCircuits(read.project);
      const made = CircuitSolver.of(read.project);
      if (made.ok) {
        circuit = made.circuit;
        return { kind: 'opened', warnings: made.circuit.compiled.warnings.map(sayIssue) };
      }
      refusal = made.issues.map(sayIssueHere);
    }
    return { kind: 'refused', sentences: [...refusal] };
  }

  function solve(request: unknown): SolveReply {
    const parsed = solveRequestSchema.safeParse(request);
    if (!parsed.success) return { kind: 'refused', sentences: ['The state asked for is not a state.'] };
    if (!circuit) return { kind: 'refused', sentences: [...refusal] };
    const { speedRevS, oilTemperatureK, found } = parsed.data;
    if (!found)
      return {
        kind: 'solved',
        of,
        result: solveState(circuit, circuit.stateAt(speedRevS, oilTemperatureK)),
        heat: null,
      };
    balancing ??= new HeatSolver(circuit);
    return { kind: 'solved', of, ...solveBalanced(circuit, speedRevS, found, balancing) };
  }

  async function task(name: string, raw: unknown, onProgress: (share: number) => void): Promise<TaskReply> {
    const [here, ofHere] = [circuits, of];
    if (!here) return { kind: 'refused', sentences: [...refusal] };
    try {
      const work = beginTask(await studyNamed(name), here, raw);
      if (!isLong(work)) return { kind: 'done', of: ofHere, reply: work };
      const done = await inSlices(work, onProgress);
      return done ? { kind: 'done', of: ofHere, reply: done.reply } : { kind: 'stopped' };
    } catch (error) {
      if (!(error instanceof StudyRefused)) throw error;
      return { kind: 'refused', sentences: error.message.split('\n') };
    } finally {
      letGo(onProgress);
    }
  }

  return { open, solve, task, stop: () => void stops++ };
}
