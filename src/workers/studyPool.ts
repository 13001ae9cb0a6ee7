import type { Project } from '../core/document/project/project';
import { runStudy, startStudy, type StudyKind } from '../core/studies/job/study';
import { STUDIES, type AnswerOf, type QuestionOf, type StudyName } from '../core/answer/registry';
import { Answered, originOf, type OpenEngine } from './answered';
import { CircuitWorkerClient, Superseded } from './client';

/** What a study says while it runs. */
export interface StudyProgress<A> {
  /** Tasks done, with the shares of long ones that are under way. */
  readonly done: number;
  /** Tasks known so far. */
  readonly known: number;
  /** Works out what can be said already, for whoever wants it now; undefined where nothing can. */
  readonly partial: () => Answered<A> | undefined;
}

/** Whoever does a task; a worker, or what stands for one in a test. */
export interface TaskDoer {
  task(project: Project, name: string, task: unknown, onProgress: (share: number) => void): Promise<unknown>;
  stop(): void;
}

/** `now`: what the view in front waits for; it goes before every study. */
export type Urgency = 'now' | 'study';

interface Waiting {
  readonly urgency: Urgency;
  readonly go: (doer: TaskDoer) => void;
}

/** The studies of the registry, as data of whatever types they are made of. */
type AnyKind = StudyKind<unknown, unknown, unknown, unknown>;

const loaded = new Map<StudyName, AnyKind>();

/** A study's definition, where it has been loaded. */
export const studyAtHand = (name: StudyName): AnyKind | undefined => loaded.get(name);

/** Loads a study's definition; once. */
export async function loadStudy(name: StudyName): Promise<AnyKind> {
  let kind = loaded.get(name);
  if (!kind) loaded.set(name, (kind = (await STUDIES[name]()) as unknown as AnyKind));
  return kind;
}

/** Workers that share the tasks of all studies, which take turns. */
export class StudyPool {
  private readonly idle: TaskDoer[] = [];
  private readonly waiting: Waiting[] = [];
  private made = 0;

  /**
   * @param size workers at most, ≥ 1
   * @param make makes one when it is first needed
   * @param kept so many of them are always left to what is urgent, < size
   */
  constructor(
    private readonly size: number,
    private readonly make: () => TaskDoer,
    private readonly kept = 0,
  ) {}

  /** Workers that may be given out now. */
  private free(urgency: Urgency): boolean {
    return this.idle.length + (this.size - this.made) > (urgency === 'now' ? 0 : this.kept);
  }

  private take(urgency: Urgency): Promise<TaskDoer> {
    if (this.free(urgency)) {
      const free = this.idle.pop();
      if (free) return Promise.resolve(free);
      this.made++;
      return Promise.resolve(this.make());
    }
    return new Promise((go) => this.waiting.push({ urgency, go }));
  }

  private give(doer: TaskDoer): void {
    this.idle.push(doer);
    const urgent = this.waiting.findIndex((w) => w.urgency === 'now');
    const at = urgent >= 0 ? urgent : 0;
    const next = this.waiting[at];
    if (!next || !this.free(next.urgency)) return;
    this.waiting.splice(at, 1);
    next.go(this.idle.pop()!);
  }

  /**
   * Runs a study over the workers.
   * @param onProgress after every task and on the way of long ones, with what can be said so far
   * @param signal aborted, long tasks stop and no further one is begun
   * @throws Superseded when it was aborted; CircuitRefused or StudyRefused where it cannot be done
   */
  async run<N extends StudyName>(
    name: N,
    engine: OpenEngine,
    request: QuestionOf<N>,
    onProgress: (progress: StudyProgress<AnswerOf<N>>) => void,
    signal: AbortSignal,
    urgency: Urgency = 'study',
  ): Promise<Answered<AnswerOf<N>>> {
    const kind = await loadStudy(name);
    const { asked, of } = originOf(engine, kind, request);
    const before: unknown[] = [];
    let known = 0;
    const answer = await runStudy(startStudy(kind, asked, request), async (tasks) => {
      known += tasks.length;
      const replies = new Array<unknown>(tasks.length);
      const shares = new Float64Array(tasks.length);
      const tell = () => {
        if (signal.aborted) return;
        onProgress({
          known,
          done: before.length + shares.reduce((a, b) => a + b, 0),
          partial: () => {
            const soFar = kind.partial?.(asked, request, [...before, ...replies.filter((r) => r !== undefined)]);
            return soFar === undefined ? undefined : new Answered(of, soFar as AnswerOf<N>);
          },
        });
      };
      const doTask = async (doer: TaskDoer, i: number) => {
        const share = (done: number) => {
          shares[i] = done;
          tell();
        };
        replies[i] = kind.replySchema.parse(await doer.task(asked, kind.name, tasks[i], share));
        share(1);
      };
      await this.shareOut(tasks.length, doTask, signal, urgency);
      before.push(...replies);
      return replies;
    });
    return new Answered(of, answer as AnswerOf<N>);
  }

  /**
   * Does so many tasks. No more of a study waits for workers than there are: another that comes meanwhile has its turn
   * between its tasks.
   */
  private async shareOut(
    count: number,
    doTask: (doer: TaskDoer, i: number) => Promise<void>,
    signal: AbortSignal,
    urgency: Urgency,
  ): Promise<void> {
    let next = 0;
    let failed = false;
    const takeTasks = async () => {
      while (next < count && !failed) {
        const i = next++;
        const doer = await this.take(urgency);
        const stop = () => doer.stop();
        try {
          if (signal.aborted) throw new Superseded();
          signal.addEventListener('abort', stop);
          await doTask(doer, i);
        } catch (error) {
          failed = true;
          throw error;
        } finally {
          signal.removeEventListener('abort', stop);
          this.give(doer);
        }
      }
    };
    await Promise.all(Array.from({ length: Math.min(this.size, count) }, takeTasks));
  }
}

let pool: StudyPool | undefined;

/** The page’s own pool: a worker on every core, of which one is left to what the view in front waits for. */
export function studyPool(): StudyPool {
  return (pool ??= new StudyPool(Math.max(2, navigator.hardwareConcurrency), () => new CircuitWorkerClient(), 1));
}
