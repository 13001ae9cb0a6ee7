import type { Project } from '../../core/document/project/project';
import { ONE_STATE } from '../../core/studies/job/asked';
import { Answered, originOf, type OpenEngine } from '../answered';
import { createCircuitWorker } from '../circuitWorkerApi';
import type { Solved } from '../client';
import { openReplySchema, solveReplySchema, type SolveRequest } from '../protocol';

const actual = jest.requireActual<typeof import('../client')>('../client');
export const { CircuitRefused, Superseded, WorkerMissing } = actual;

const pause = () => new Promise<void>((resolve) => setTimeout(resolve, 0));

/** The worker's own side, without the worker: what the page gets in tests is what a worker would send. */
class InPlace {
  private readonly worker = createCircuitWorker(pause, Date.now);
  private opened: Project | undefined;
  private warnings: readonly string[] = [];

  async solve(project: Project, request: SolveRequest) {
    await pause();
    if (this.opened !== project) {
      this.opened = project;
      const reply = openReplySchema.parse(this.worker.open(structuredClone(project), ''));
      if (reply.kind === 'refused') {
        this.opened = undefined;
        throw new CircuitRefused(reply.sentences.join('\n'));
      }
      this.warnings = reply.warnings;
    }
    const reply = solveReplySchema.parse(structuredClone(this.worker.solve(request)));
    if (reply.kind === 'refused') throw new CircuitRefused(reply.sentences.join('\n'));
    return { result: reply.result, heat: reply.heat, warnings: this.warnings };
  }
}

const [solving, previewing] = [new InPlace(), new InPlace()];
const solveWith =
  (client: InPlace) =>
  async (engine: OpenEngine, request: SolveRequest): Promise<Answered<Solved>> => {
    const { asked, of } = originOf(engine, ONE_STATE, request);
    return new Answered(of, { ...(await client.solve(asked, request)), project: engine.project });
  };
export const solveInWorker = solveWith(solving);
export const solvePreviewInWorker = solveWith(previewing);
