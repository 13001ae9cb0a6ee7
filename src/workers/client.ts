import { proxy, wrap, type Remote } from 'comlink';
import type { Project } from '../core/document/project/project';
import type { HeatResult } from '../core/heat/heatResult';
import type { SolveResult } from '../core/judgement/stateResult';
import { fingerprint, ONE_STATE } from '../core/studies/job/asked';
import { Answered, originOf, type OpenEngine } from './answered';
import {
  openReplySchema,
  solveReplySchema,
  taskReplySchema,
  type CircuitWorkerApi,
  type SolveRequest,
} from './protocol';

export type { SolveRequest } from './protocol';

/** The circuit cannot be computed; the message is for the reader. */
export class CircuitRefused extends Error {}
/** A newer request made this one pointless, or it was stopped. */
export class Superseded extends Error {}

/** The part of the app that computes could not be loaded, or broke; the next request tries to load it again. */
export class WorkerMissing extends Error {
  constructor() {
    super(
      'The part of the app that computes could not be loaded. Load this page again; if it stays so, the app on this machine is damaged or its server has stopped. Your project is kept.',
    );
  }
}

/** A worker as long as it works. */
interface LiveWorker {
  readonly remote: Remote<CircuitWorkerApi>;
  /** What waits for an answer; each is told when the worker breaks. */
  readonly waiting: Set<(why: Error) => void>;
}

/** The worker answered about another circuit than it was asked about: never to be shown. */
class AnotherCircuit extends Error {}

const keys = new WeakMap<Project, string>();

/** What tells one circuit from another, between the page and its workers. */
function circuitKey(asked: Project): string {
  let key = keys.get(asked);
  if (key === undefined) keys.set(asked, (key = fingerprint(asked, ONE_STATE, null)));
  return key;
}

/** One worker with one project open in it. Requests that a newer one overtakes while waiting are dropped. */
export class CircuitWorkerClient {
  private worker: LiveWorker | undefined;
  private opened: string | undefined;
  private opening: Promise<readonly string[]> = Promise.resolve([]);
  private latest = 0;
  /** The answer that is being worked out; without one a request is sent in the asker's own task. */
  private busy: Promise<unknown> | undefined;

  /** Loads the worker before there is anything to ask. */
  load(): void {
    this.live();
  }

  private live(): LiveWorker {
    if (this.worker) return this.worker;
    const worker = new Worker(new URL('./circuit.worker.ts', import.meta.url), { type: 'module' });
    const made: LiveWorker = { remote: wrap<CircuitWorkerApi>(worker), waiting: new Set() };
    worker.addEventListener('error', (event) => {
      event.preventDefault?.();
      if (this.worker === made) this.worker = this.opened = undefined;
      for (const fail of made.waiting) fail(new WorkerMissing());
    });
    this.worker = made;
    return made;
  }

  /** Asks the worker; a broken one never answers by itself. @throws WorkerMissing */
  private ask(work: (remote: Remote<CircuitWorkerApi>) => Promise<unknown>): Promise<unknown> {
    const { remote, waiting } = this.live();
    // Not a race with one promise of the breaking: that would hold every answer for as long as the worker lives.
    return new Promise((done, fail) => {
      waiting.add(fail);
      void work(remote)
        .then(done, fail)
        .finally(() => waiting.delete(fail));
    });
  }

  /** Opens a project unless it is the one that is open. @returns warnings @throws CircuitRefused */
  private open(project: Project): Promise<readonly string[]> {
    const key = circuitKey(project);
    if (this.opened !== key) {
      this.opened = key;
      this.opening = this.ask((remote) => remote.open(project, key)).then((raw) => {
        const reply = openReplySchema.parse(raw);
        if (reply.kind === 'refused') throw new CircuitRefused(reply.sentences.join('\n'));
        return reply.warnings;
      });
    }
    return this.opening;
  }

  /** @throws Superseded when a newer solve came while this one waited */
  async solve(
    project: Project,
    request: SolveRequest,
  ): Promise<{ result: SolveResult; heat: HeatResult | null; warnings: readonly string[] }> {
    const mine = ++this.latest;
    if (this.busy) {
      await this.busy.catch(() => undefined);
      if (mine !== this.latest) throw new Superseded();
    }
    const work = (async () => {
      // Asked behind the opening, not after its answer: while the page loads, a turn of it is dear.
      const opening = this.open(project);
      const solving = this.ask((remote) => remote.solve(request));
      const [warnings, raw] = await Promise.all([opening, solving]);
      const reply = solveReplySchema.parse(raw);
      if (reply.kind === 'refused') throw new CircuitRefused(reply.sentences.join('\n'));
      if (reply.of !== circuitKey(project)) throw new AnotherCircuit();
      return { result: reply.result, heat: reply.heat, warnings };
    })();
    this.busy = work;
    try {
      return await work;
    } finally {
      if (this.busy === work) this.busy = undefined;
    }
  }

  /**
   * One task of a study.
   * @param onProgress receives the share done of a long task
   * @throws CircuitRefused, or Superseded when it was stopped
   */
  async task(project: Project, name: string, task: unknown, onProgress: (share: number) => void): Promise<unknown> {
    // A variant that cannot be computed does not refuse a study of others: what the study itself says counts.
    await this.open(project).catch((error: unknown) => {
      if (error instanceof WorkerMissing) throw error;
    });
    const reply = taskReplySchema.parse(await this.ask((remote) => remote.task(name, task, proxy(onProgress))));
    if (reply.kind === 'refused') throw new CircuitRefused(reply.sentences.join('\n'));
    if (reply.kind === 'stopped') throw new Superseded();
    if (reply.of !== circuitKey(project)) throw new AnotherCircuit();
    return reply.reply;
  }

  /** Stops the long task that is under way. */
  stop(): void {
    void this.worker?.remote.stop();
  }
}

/** Workers for single states, each made when it is first needed. */
let solving: CircuitWorkerClient | undefined;
let previewing: CircuitWorkerClient | undefined;

/** Loads what solves a state while the project itself is still being read. */
export function prepareToSolve(): void {
  try {
    (solving ??= new CircuitWorkerClient()).load();
  } catch {
    // A browser that allows no worker is told of it where something is asked.
  }
}

/** A state of an engine, with the project that it was solved from. */
export interface Solved {
  readonly result: SolveResult;
  readonly heat: HeatResult | null;
  readonly warnings: readonly string[];
  readonly project: Project;
}

async function solveWith(client: CircuitWorkerClient, engine: OpenEngine, request: SolveRequest) {
  const { asked, of } = originOf(engine, ONE_STATE, request);
  return new Answered<Solved>(of, { ...(await client.solve(asked, request)), project: engine.project });
}

/** Solves one state, in a worker kept for that, so that a study never delays a moving instrument. */
export function solveInWorker(engine: OpenEngine, request: SolveRequest): Promise<Answered<Solved>> {
  return solveWith((solving ??= new CircuitWorkerClient()), engine, request);
}

/** The same of a circuit that is only looked at, in a worker of its own, so that the circuit as it is stays ready. */
export function solvePreviewInWorker(engine: OpenEngine, request: SolveRequest): Promise<Answered<Solved>> {
  return solveWith((previewing ??= new CircuitWorkerClient()), engine, request);
}
