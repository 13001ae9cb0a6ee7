import type { Project } from '../../core/document/project/project';
import { createCircuitWorker } from '../circuitWorkerApi';
import {
  auditReplySchema,
  heatJobReplySchema,
  openReplySchema,
  solveReplySchema,
  sweepReplySchema,
  type HeatJob,
  type SolveRequest,
} from '../protocol';

const actual = jest.requireActual<typeof import('../client')>('../client');
export const { CircuitRefused, Superseded } = actual;

const pause = () => new Promise<void>((resolve) => setTimeout(resolve, 0));

/** The worker's own side, without the worker: what the page gets in tests is what a worker would send. */
class InPlace {
  private readonly worker = createCircuitWorker(pause, Date.now);
  private opened: Project | undefined;
  private warnings: readonly string[] = [];

  private open(project: Project): void {
    if (this.opened !== project) {
      this.opened = project;
      const reply = openReplySchema.parse(this.worker.open(structuredClone(project)));
      if (reply.kind === 'refused') {
        this.opened = undefined;
        throw new CircuitRefused(reply.sentences.join('\n'));
      }
      this.warnings = reply.warnings;
    }
  }

  async solve(project: Project, request: SolveRequest) {
    await pause();
    this.open(project);
    const reply = solveReplySchema.parse(structuredClone(this.worker.solve(request)));
    if (reply.kind === 'refused') throw new CircuitRefused(reply.sentences.join('\n'));
    return { result: reply.result, heat: reply.heat, warnings: this.warnings };
  }

  async sweep(project: Project) {
    this.open(project);
    const reply = sweepReplySchema.parse(await this.worker.sweep());
    if (reply.kind !== 'swept') throw new Superseded();
    return reply.sweep;
  }

  async audit(project: Project) {
    this.open(project);
    const reply = auditReplySchema.parse(await this.worker.audit());
    if (reply.kind !== 'audited') throw new Superseded();
    return reply.findings;
  }

  async heat(project: Project, job: HeatJob, onProgress: (share: number) => void) {
    this.open(project);
    const reply = heatJobReplySchema.parse(await this.worker.heat(job, onProgress));
    if (reply.kind === 'refused' || reply.kind === 'cancelled') throw new Superseded();
    return reply;
  }

  stopHeat(): void {
    this.worker.stopHeat();
  }
}

const [solving, sweeping, previewing, heating] = [new InPlace(), new InPlace(), new InPlace(), new InPlace()];
export const solveInWorker = (project: Project, request: SolveRequest) => solving.solve(project, request);
export const sweepInWorker = (project: Project) => sweeping.sweep(project);
export const auditInWorker = (project: Project) => sweeping.audit(project);
export const previewInWorker = async (project: Project, request: SolveRequest) => ({
  ...(await previewing.solve(project, request)),
  sweep: await previewing.sweep(project),
});
export const heatInWorker = (project: Project, job: HeatJob, onProgress: (share: number) => void) =>
  heating.heat(project, job, onProgress);
export const stopHeat = () => heating.stopHeat();
