import { runToEnd } from '../../foundations/runToEnd';
import type { Project } from '../../document/project/project';
import { runStudyHere, startStudy, type LongTask, type StudyKind } from './study';
import { StudyCircuits } from './studyCircuits';
import { StudyRefused } from './studyRefused';

/** True for a task that yields on its way. */
export const isLong = <R>(work: R | LongTask<R>): work is LongTask<R> =>
  typeof work === 'object' && work !== null && Symbol.iterator in work && 'next' in work;

/** Begins one task that came as unknown data. @throws StudyRefused where it cannot be read or done */
export function beginTask<P, T, R, A>(
  kind: StudyKind<P, T, R, A>,
  circuits: StudyCircuits,
  rawTask: unknown,
): R | LongTask<R> {
  const task = kind.taskSchema.safeParse(rawTask);
  if (!task.success) throw new StudyRefused('What was asked of the study cannot be read.');
  return kind.work(circuits, task.data);
}

/** Does one task to its end. @throws StudyRefused where it cannot be read or done */
export function doTask<P, T, R, A>(kind: StudyKind<P, T, R, A>, circuits: StudyCircuits, rawTask: unknown): R {
  const work = beginTask(kind, circuits, rawTask);
  return isLong(work) ? runToEnd(work) : work;
}

/**
 * Runs a study of a project to its end here; for the command line and tests.
 * @param onProgress hears of tasks done, with the share of a long one, and of those known so far
 * @throws StudyRefused
 */
export function studyHere<P, T, R, A>(
  kind: StudyKind<P, T, R, A>,
  project: Project,
  request: P,
  onProgress: (done: number, known: number) => void = () => undefined,
): A {
  const circuits = new StudyCircuits(project);
  let done = 0;
  return runStudyHere(startStudy(kind, project, request), (task, known) => {
    const work = beginTask(kind, circuits, task);
    const reply = isLong(work) ? runToEnd(work, (share) => onProgress(done + share, known)) : work;
    onProgress(++done, known);
    return kind.replySchema.parse(reply);
  });
}
