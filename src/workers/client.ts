import type { z } from 'zod';
import { proxy, wrap, type Remote } from 'comlink';
import type { Project } from '../core/document/project/project';
import type { HeatResult } from '../core/heat/heatResult';
import type { Sweep } from '../core/judgement/sweep/sweep';
import type { Finding } from '../core/judgement/audit';
import {
  auditReplySchema,
  heatJobReplySchema,
  openReplySchema,
  solveReplySchema,
  sweepReplySchema,
  taskReplySchema,
  type CircuitWorkerApi,
  type HeatJob,
  type HeatJobReply,
  type SolveRequest,
} from './protocol';
import type { SolveResult } from '../core/judgement/stateResult';

export type { SolveRequest } from './protocol';

/** The circuit cannot be computed; the message is for the reader. */
export class CircuitRefused extends Error {}
/** A newer request made this one pointless. */
export class Superseded extends Error {}

/** One worker with one project open in it. Requests that a newer one overtakes while waiting are dropped. */
export class CircuitWorkerClient {
  private readonly remote: Remote<CircuitWorkerApi>;
  private opened: Project | undefined;
  private opening: Promise<readonly string[]> = Promise.resolve([]);
  private latest = 0;
  private busy: Promise<unknown> = Promise.resolve();

  constructor() {
    this.remote = wrap<CircuitWorkerApi>(
      new Worker(new URL('./circuit.worker.ts', import.meta.url), { type: 'module' }),
    );
  }

  /** Opens a project unless it is the one that is open. @returns warnings @throws CircuitRefused */
  private open(project: Project): Promise<readonly string[]> {
    if (this.opened !== project) {
      this.opened = project;
      this.opening = this.remote.open(project).then((raw) => {
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
    await this.busy.catch(() => undefined);
    if (mine !== this.latest) throw new Superseded();
    const work = (async () => {
      const warnings = await this.open(project);
      const reply = solveReplySchema.parse(await this.remote.solve(request));
      if (reply.kind === 'refused') throw new CircuitRefused(reply.sentences.join('\n'));
      return { result: reply.result, heat: reply.heat, warnings };
    })();
    this.busy = work;
    return work;
  }

  /** Opens the project, asks, and checks the reply. @throws CircuitRefused, or Superseded when it was stopped or overtaken */
  private async ask<R extends { readonly kind: string }>(
    project: Project,
    send: (remote: Remote<CircuitWorkerApi>) => Promise<unknown>,
    schema: z.ZodType<R>,
  ): Promise<Exclude<R, { readonly kind: 'refused' | 'cancelled' }>> {
    await this.open(project);
    const reply = schema.parse(await send(this.remote));
    if (isRefusal(reply)) throw new CircuitRefused(reply.sentences.join('\n'));
    if (reply.kind === 'cancelled') throw new Superseded();
    return reply as Exclude<R, { readonly kind: 'refused' | 'cancelled' }>;
  }

  async sweep(project: Project): Promise<Sweep> {
    return (await this.ask(project, (remote) => remote.sweep(), sweepReplySchema)).sweep;
  }

  /** Long work about heat. @throws Superseded when it was stopped or overtaken */
  async heat<K extends HeatJob['kind']>(
    project: Project,
    job: Extract<HeatJob, { kind: K }>,
    onProgress: (share: number) => void,
  ): Promise<Extract<HeatJobReply, { kind: K }>> {
    const reply = await this.ask(project, (remote) => remote.heat(job, proxy(onProgress)), heatJobReplySchema);
    if (reply.kind !== job.kind) throw new Superseded();
    return reply as Extract<HeatJobReply, { kind: K }>;
  }

  async stopHeat(): Promise<void> {
    await this.remote.stopHeat();
  }

  /** One task of a study. @throws CircuitRefused */
  async task(project: Project, name: string, task: unknown): Promise<unknown> {
    // A variant that cannot be computed does not refuse a study of others: what the study itself says counts.
    await this.open(project).catch(() => undefined);
    const reply = taskReplySchema.parse(await this.remote.task(name, task));
    if (reply.kind === 'refused') throw new CircuitRefused(reply.sentences.join('\n'));
    return reply.reply;
  }

  async audit(project: Project): Promise<readonly Finding[]> {
    return (await this.ask(project, (remote) => remote.audit(), auditReplySchema)).findings;
  }
}

const isRefusal = (reply: {
  readonly kind: string;
}): reply is { readonly kind: 'refused'; readonly sentences: readonly string[] } => reply.kind === 'refused';

/** Workers by what they are for, each made when it is first needed. */
let solving: CircuitWorkerClient | undefined;
let sweeping: CircuitWorkerClient | undefined;

/** Solves one state, in a worker kept for that, so that a sweep never delays a moving instrument. */
export function solveInWorker(project: Project, request: SolveRequest) {
  return (solving ??= new CircuitWorkerClient()).solve(project, request);
}

/** Sweeps the reachable states in a worker of its own. */
export function sweepInWorker(project: Project) {
  return (sweeping ??= new CircuitWorkerClient()).sweep(project);
}

/** Judges the circuit by every rule, in the worker that sweeps it. */
export function auditInWorker(project: Project) {
  return (sweeping ??= new CircuitWorkerClient()).audit(project);
}

let previewing: CircuitWorkerClient | undefined;

/** What a move would change: the state and every reachable one, in a worker of its own, so that the circuit on the bench stays ready. */
export async function previewInWorker(project: Project, request: SolveRequest) {
  const client = (previewing ??= new CircuitWorkerClient());
  const solved = await client.solve(project, request);
  return { ...solved, sweep: await client.sweep(project) };
}

let heating: CircuitWorkerClient | undefined;

/** Long work about heat, in a worker of its own. */
export function heatInWorker<K extends HeatJob['kind']>(
  project: Project,
  job: Extract<HeatJob, { kind: K }>,
  onProgress: (share: number) => void,
) {
  return (heating ??= new CircuitWorkerClient()).heat(project, job, onProgress);
}

/** Stops the work about heat that is under way. */
export function stopHeat(): void {
  void heating?.stopHeat();
}
