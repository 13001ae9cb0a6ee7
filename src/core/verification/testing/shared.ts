import type { Project } from '../../document/project/project';
import { startStudy, type StudyKind } from '../../studies/job/study';
import { StudyCircuits } from '../../studies/job/studyCircuits';

/** A study done by two who share its tasks, the last of each batch first. */
export function sharedByTwo<P, T, R, A>(
  kind: StudyKind<P, T, R, A>,
  work: (bench: StudyCircuits, task: T) => R,
  project: Project,
  request: P,
): A {
  const benches = [new StudyCircuits(project), new StudyCircuits(project)];
  const study = startStudy(kind, project, request);
  let step = study.next();
  while (!step.done) {
    const tasks = [...step.value];
    const replies = new Array<R>(tasks.length);
    for (let i = tasks.length - 1; i >= 0; i--) replies[i] = work(benches[i % 2]!, tasks[i]!);
    step = study.next(replies);
  }
  return step.value;
}
