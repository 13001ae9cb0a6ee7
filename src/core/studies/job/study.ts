import { StudyRefused } from './studyRefused';
import type { z } from 'zod';
import { sayIssue } from '../../document/project/issue';
import { inFull } from '../../document/project/inFull';
import type { Project } from '../../document/project/project';
import { fieldIssue } from '../../document/project/fieldIssue';
import type { Reading } from './asked';
import type { StudyCommand } from './command';
import type { StudyCircuits } from './studyCircuits';

/**
 * How a long job is cut into tasks. It yields batches of tasks that do not need each other, receives their replies in
 * the same order, and returns its answer. Whoever runs it decides where the tasks are done: one after another here, or
 * in several workers at once. The answer does not depend on that.
 */
export type Study<T, R, A> = Generator<readonly T[], A, readonly R[]>;

/** A task that takes long yields the share of it that is done, so that it can be watched and stopped. */
export type LongTask<R> = Generator<number, R>;

/**
 * One kind of long work, whole: what may be asked, how it is cut into tasks, how a task is done, how the replies become
 * an answer, and how the command line asks and prints it. P: question, T: task, R: a task's reply, A: answer.
 */
export interface StudyKind<P, T, R, A> extends Reading<P> {
  readonly requestSchema: z.ZodType<P>;
  readonly taskSchema: z.ZodType<T>;
  readonly replySchema: z.ZodType<R>;
  readonly answerSchema: z.ZodType<A>;
  /** @param project with the variant that is asked about open */
  start(project: Project, request: P): Study<T, R, A>;
  /** Does one task. */
  work(circuits: StudyCircuits, task: T): R | LongTask<R>;
  /** What can be said from the replies so far, in the order of their tasks; absent where nothing can before the end. */
  partial?(project: Project, request: P, replies: readonly R[]): A | undefined;
  /** How the command line asks for it; absent where it cannot. */
  readonly commands?: readonly StudyCommand<P, A>[];
}

/** Starts a study. @throws StudyRefused where what is asked is no such question, in words */
export function startStudy<P, T, R, A>(kind: StudyKind<P, T, R, A>, project: Project, request: P): Study<T, R, A> {
  const parsed = kind.requestSchema.safeParse(request, { reportInput: true });
  if (!parsed.success)
    throw new StudyRefused(parsed.error.issues.map((issue) => sayIssue(fieldIssue(issue, request))).join('\n'));
  return kind.start(inFull(project), parsed.data);
}

/** A study that is one task: its question is the task, the task's reply the answer. */
export function* oneTask<P, A>(_project: Project, request: P): Study<P, A, A> {
  const [answer] = yield [request];
  return answer!;
}

/**
 * A run that yields how far it has come, as a long task: in shares of the whole.
 * @param whole what it has come to at the end, > 0
 */
export function* inShares<R>(run: Generator<number, R>, whole: number): LongTask<R> {
  for (;;) {
    const step = run.next();
    if (step.done) return step.value;
    yield step.value / whole;
  }
}

/**
 * Runs a study to its end here, one task after another.
 * @param work does one task; it is told how many are known so far
 */
export function runStudyHere<T, R, A>(study: Study<T, R, A>, work: (task: T, known: number) => R): A {
  let step = study.next();
  let known = 0;
  while (!step.done) {
    const tasks = step.value;
    known += tasks.length;
    step = study.next(tasks.map((task) => work(task, known)));
  }
  return step.value;
}

/**
 * The same where the tasks are done elsewhere, a batch at once.
 * @param doAll gives the replies in the order of the tasks
 */
export async function runStudy<T, R, A>(
  study: Study<T, R, A>,
  doAll: (tasks: readonly T[]) => Promise<readonly R[]>,
): Promise<A> {
  let step = study.next();
  while (!step.done) step = study.next(await doAll(step.value));
  return step.value;
}

/** Cuts a list into pieces of at most so many. */
export function inPieces<T>(list: readonly T[], most: number): T[][] {
  return Array.from({ length: Math.ceil(list.length / most) }, (_, i) => list.slice(i * most, (i + 1) * most));
}
