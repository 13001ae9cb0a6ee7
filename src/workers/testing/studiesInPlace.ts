import { doTask } from '../../core/studies/job/runHere';
import { StudyCircuits } from '../../core/studies/job/studyCircuits';
import type { Project } from '../../core/document/project/project';
import type { StudyName } from '../../core/answer/registry';
import { loadStudy, type TaskDoer } from '../studyPool';

const benches = new WeakMap<Project, StudyCircuits>();

/** What a worker does, done in place: the real studies on the real circuits, each task on a later turn. */
export const doerInPlace: TaskDoer = {
  async task(project, name, task) {
    await new Promise((resolve) => setTimeout(resolve, 0));
    let circuits = benches.get(project);
    if (!circuits) benches.set(project, (circuits = new StudyCircuits(project)));
    return structuredClone(doTask(await loadStudy(name as StudyName), circuits, structuredClone(task)));
  },
  stop: () => undefined,
};
