// The studies' part of npm run bench: states a second, a spread against single solves, how work spreads over cores,
// memory.
import { cpus } from 'node:os';
import { Worker } from 'node:worker_threads';
import type { Project } from '../src/core/document/project/project';
import { CircuitSolver } from '../src/core/network/circuitSolver';
import { type SpreadRequest } from '../src/core/studies/spread/spreadTasks';
import { spreadWork } from '../src/core/studies/spread/spreadWork';
import { StudyCircuits } from '../src/core/studies/job/studyCircuits';
import { reachableStates } from '../src/core/judgement/sweep/reachable';
import { sweepToEnd } from '../src/core/judgement/sweep/sweep';
import { StudyPool } from '../src/workers/studyPool';
import { SPREAD_STUDY } from '../src/core/studies/spread/spreadStudy';
import { studyHere } from '../src/core/studies/job/runHere';

const SAMPLES = 10_000;
const AIM_SOLVES = 15_000;
const MB = 1024 * 1024;

const timed = async (work: () => unknown): Promise<number> => {
  const from = performance.now();
  await work();
  return performance.now() - from;
};
const median = (list: number[]) => list.sort((a, b) => a - b)[Math.floor(list.length / 2)]!;

/** Draws so many samples at one state, without the second drawing for what to tighten. */
function draw(project: Project, states: SpreadRequest['states'], samples: number): void {
  const bench = new StudyCircuits(project);
  const study = SPREAD_STUDY.start(project, { states, samples, seed: 1 });
  const first = study.next();
  if (first.done) throw new Error('no tasks');
  const second = study.next(first.value.map((task) => spreadWork(bench, task)));
  if (second.done) throw new Error('no samples');
  for (const task of second.value) spreadWork(bench, task);
}

/** Threads do not inherit the loader of TypeScript: each registers its own. */
const START = `import('tsx/esm/api').then(({ register }) => { register(); return import(require('node:worker_threads').workerData); });`;

/** A pool of threads that do the page's own tasks. */
function threads(size: number): { readonly pool: StudyPool; readonly close: () => Promise<unknown> } {
  const made: Worker[] = [];
  const pool = new StudyPool(size, () => {
    const worker = new Worker(START, { eval: true, workerData: new URL('./benchWorker.ts', import.meta.url).href });
    made.push(worker);
    worker.setMaxListeners(0);
    let open: Project | undefined;
    return {
      task: (project, name, task) =>
        new Promise((resolve, reject) => {
          worker.once('message', resolve);
          worker.once('error', reject);
          worker.postMessage({ project: open === project ? undefined : project, name, task });
          open = project;
        }),
      stop: () => undefined,
    };
  });
  return { pool, close: () => Promise.all(made.map((w) => w.terminate())) };
}

/** Prints the studies' figures. @param project Thornback */
export async function benchStudies(project: Project): Promise<void> {
  const made = CircuitSolver.of(project);
  if (!made.ok) throw new Error('the demo does not compile');
  const { circuit } = made;
  const states = reachableStates(project.engine, project.range, 30, 20);
  for (const s of states) circuit.solveOnly(circuit.stateAt(s.speedRevS, s.oilTemperatureK));
  const pass = await timed(() => {
    for (let i = 0; i < 10; i++)
      for (const s of states) circuit.solveOnly(circuit.stateAt(s.speedRevS, s.oilTemperatureK));
  });
  console.log(`States a second on one core, each from its neighbour: ${Math.round((10_000 * states.length) / pass)}`);

  // The worst state of the circuit: where its worst consumer is worst.
  const rank = (c: ReturnType<typeof sweepToEnd>['consumers'][number]) => c.worst?.decisive?.nearRatio ?? Infinity;
  const worst = sweepToEnd(circuit).consumers.reduce((a, b) => (rank(b) < rank(a) ? b : a)).worst!.state;
  const single = () => {
    for (let i = 0; i < 1500; i++) {
      circuit.solver.reset();
      circuit.solveOnly(circuit.stateAt(worst.speedRevS, worst.oilTemperatureK));
    }
  };
  single();
  draw(project, [worst], 512);
  const ratios: number[] = [];
  // In turn, so that the machine's drift hits both alike.
  for (let i = 0; i < 5; i++) {
    const solves = (await timed(single)) / 1500;
    ratios.push((await timed(() => draw(project, [worst], SAMPLES))) / solves);
  }
  console.log(
    `A spread of ${SAMPLES} samples at Thornback's worst state (${Math.round(60 * worst.speedRevS)} rpm) costs ${Math.round(median(ratios))} single solves from rest (aim: at most ${AIM_SOLVES})`,
  );

  const collect = (globalThis as { gc?: () => void }).gc;
  const heap = (samples: number) => {
    draw(project, [worst], samples);
    collect?.();
    return process.memoryUsage().heapUsed / MB;
  };
  heap(1024);
  console.log(
    `Heap after 2,000 and after 40,000 samples: ${heap(2000).toFixed(1)} and ${heap(40_000).toFixed(1)} MB${collect ? '' : ' (without --expose-gc: what was not yet collected counts)'}`,
  );

  const engine = { id: 'bench', project };
  const request = { states: [worst], samples: 20_480, seed: 1 };
  const alike = JSON.stringify(studyHere(SPREAD_STUDY, project, request));
  const pools = [threads(1), threads(2)];
  const run = ({ pool }: (typeof pools)[number]) =>
    pool.run('spread', engine, request, () => undefined, new AbortController().signal);
  const answers: string[] = [];
  for (const each of pools) answers.push(JSON.stringify((await run(each)).for(engine)));
  const took: [number[], number[]] = [[], []];
  // In turn, so that the machine's drift hits both alike.
  for (let i = 0; i < 5; i++) for (const n of [0, 1] as const) took[n].push(await timed(() => run(pools[n]!)));
  await Promise.all(pools.map((each) => each.close()));
  console.log(
    `Two threads do a spread ${(median(took[0]) / median(took[1])).toFixed(2)} times as fast as one on ${cpus().length} cores (aim: at least 1.7); same answer as without threads: ${answers.every((a) => a === alike) ? 'yes' : 'NO'}`,
  );
}
