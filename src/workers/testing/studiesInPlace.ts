import { StudyBench } from '../../core/studies/job/studyBench';
import { doTask } from '../../core/studies/works';
import type { Project } from '../../core/document/project/project';

const benches = new WeakMap<Project, StudyBench>();

/** What a worker does, done in place: the real studies on the real circuits, each task on a later turn. */
export const taskInPlace = async (project: Project, name: string, task: unknown): Promise<unknown> => {
  await new Promise((resolve) => setTimeout(resolve, 0));
  let bench = benches.get(project);
  if (!bench) benches.set(project, (bench = new StudyBench(project)));
  return structuredClone(doTask(bench, name, structuredClone(task)));
};
