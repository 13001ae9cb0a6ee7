// A worker of the benchmark: does tasks of studies, as the page's workers do.
import { parentPort } from 'node:worker_threads';
import { readProject } from '../src/core/document/project/readProject';
import { StudyCircuits } from '../src/core/studies/job/studyCircuits';
import type { StudyKind } from '../src/core/studies/job/study';
import { STUDIES, type StudyName } from '../src/core/answer/registry';
import { doTask } from '../src/core/studies/job/runHere';

let bench: StudyCircuits | undefined;
parentPort!.on('message', async ({ project, name, task }: { project: unknown; name: string; task: unknown }) => {
  if (project !== undefined) {
    const read = readProject(project);
    if (!read.ok) throw new Error('the project is refused');
    bench = new StudyCircuits(read.project);
  }
  const kind = (await STUDIES[name as StudyName]()) as unknown as StudyKind<unknown, unknown, unknown, unknown>;
  parentPort!.postMessage(doTask(kind, bench!, task));
});
