// A worker of the benchmark: does tasks of studies, as the page's workers do.
import { parentPort } from 'node:worker_threads';
import { readProject } from '../src/core/document/project/readProject';
import { StudyBench } from '../src/core/studies/job/studyBench';
import { doTask } from '../src/core/studies/works';

let bench: StudyBench | undefined;
parentPort!.on('message', ({ project, name, task }: { project: unknown; name: string; task: unknown }) => {
  if (project !== undefined) {
    const read = readProject(project);
    if (!read.ok) throw new Error('the project is refused');
    bench = new StudyBench(read.project);
  }
  parentPort!.postMessage(doTask(bench!, name, task));
});
