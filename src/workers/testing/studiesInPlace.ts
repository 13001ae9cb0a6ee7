import { doTask } from '../../core/studies/job/runHere';
import { StudyBench } from '../../core/studies/job/studyBench';
import type { Project } from '../../core/document/project/project';
import type { StudyName } from '../../core/studies/registry';
import { loadStudy, type TaskDoer } from '../studyPool';

const benches = new WeakMap<Project, StudyBench>();

/** What a worker does, done in place: the real studies on the real circuits, each task on a later turn. */
export const doerInPlace: TaskDoer = {
  async task(project, name, task) {
    await new Promise((resolve) => setTimeout(resolve, 0));
    let bench = benches.get(project);
    if (!bench) benches.set(project, (bench = new StudyBench(project)));
    return structuredClone(doTask(await loadStudy(name as StudyName), bench, structuredClone(task)));
  },
  stop: () => undefined,
};
