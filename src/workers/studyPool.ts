import type { Project } from '../core/document/project/project';
import { runStudy, startStudy, type StudyKind } from '../core/studies/job/study';
import { CircuitWorkerClient, Superseded } from './client';

/** What a study says while it runs. */
export interface StudyProgress<A> {
  /** Tasks done, of those known so far. */
  readonly done: number;
  readonly known: number;
  /** Works out what can be said already, for whoever wants it now; undefined where nothing can. */
  readonly partial: () => A | undefined;
}

/** Whoever does a task; a worker, or what stands for one in a test. */
interface TaskDoer {
  task(project: Project, name: string, task: unknown): Promise<unknown>;
}

/** Workers that share the tasks of all studies, which take turns. */
export class StudyPool {
  private readonly idle: TaskDoer[] = [];
  private readonly waiting: ((doer: TaskDoer) => void)[] = [];
  private made = 0;

  /** @param size workers at most, ≥ 1 @param make makes one when it is first needed */
  constructor(
    private readonly size: number,
    private readonly make: () => TaskDoer,
  ) {}

  private take(): Promise<TaskDoer> {
    const free = this.idle.pop();
    if (free) return Promise.resolve(free);
    if (this.made < this.size) {
      this.made++;
      return Promise.resolve(this.make());
    }
    return new Promise((resolve) => this.waiting.push(resolve));
  }

  private give(doer: TaskDoer): void {
    const next = this.waiting.shift();
    if (next) next(doer);
    else this.idle.push(doer);
  }

  /**
   * Runs a study over the workers.
   * @param onProgress after every task, with what can be said so far @param signal aborted, no further task is begun
   * @throws Superseded when it was aborted; CircuitRefused or StudyRefused where it cannot be done
   */
  async run<P, T, R, A>(
    kind: StudyKind<P, T, R, A>,
    project: Project,
    request: P,
    onProgress: (progress: StudyProgress<A>) => void,
    signal: AbortSignal,
  ): Promise<A> {
    let done = 0;
    let known = 0;
    const before: R[] = [];
    return runStudy(startStudy(kind, project, request), async (tasks) => {
      known += tasks.length;
      const replies: R[] = [];
      let next = 0;
      let failed = false;
      // No more of a study waits for workers than there are: another that comes meanwhile has its turn between its tasks.
      const takeTasks = async () => {
        while (next < tasks.length && !failed) {
          const i = next++;
          const doer = await this.take();
          try {
            if (signal.aborted) throw new Superseded();
            replies[i] = kind.replySchema.parse(await doer.task(project, kind.name, tasks[i]));
          } catch (error) {
            failed = true;
            throw error;
          } finally {
            this.give(doer);
          }
          done++;
          if (!signal.aborted)
            onProgress({
              done,
              known,
              partial: () => kind.partial?.(project, request, [...before, ...replies.filter((r) => r !== undefined)]),
            });
        }
      };
      await Promise.all(Array.from({ length: Math.min(this.size, tasks.length) }, takeTasks));
      before.push(...replies);
      return replies;
    });
  }
}

let pool: StudyPool | undefined;

/** The page's own pool: a worker on every core but one, which the page itself needs. */
export function studyPool(): StudyPool {
  return (pool ??= new StudyPool(Math.max(1, navigator.hardwareConcurrency - 1), () => new CircuitWorkerClient()));
}
