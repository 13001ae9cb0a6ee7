// npm run bench: ratios measured in one run, this solver against a general hydraulic network engine and against itself.
import { readFileSync } from 'node:fs';
import { InitHydOption } from 'epanet-js';
import { layoutDrawing } from '../src/app/features/drawing/layout';
import { unfilteredPorts } from '../src/core/document/plumbing/filtration';
import { HeatSolver } from '../src/core/heat/heatSolver';
import { MAP_STUDY } from '../src/core/studies/heat/mapStudy';
import { studyHere } from '../src/core/studies/job/runHere';
import { runTrace } from '../src/core/heat/trace';
import { readProjectText } from '../src/core/document/project/readProject';
import { applyMove, type Move, type MoveDraft } from '../src/core/document/moves';
import { CircuitSolver } from '../src/core/network/circuitSolver';
import { HydraulicSolver } from '../src/core/network/solve/solver';
import { Oil } from '../src/core/physics/oil/oil';
import { activeVariant } from '../src/core/document/project/project';
import { benchStudies } from './benchStudies';
import { crowdOf } from './crowd';
import { benchReplay } from './benchReplay';
import { catalogueEntry } from '../src/core/document/parts/catalogue';
import { reachableStates } from '../src/core/judgement/sweep/reachable';
import { buildInGeneralEngine, flowsOf, loadGeneralEngine } from '../src/core/verification/testing/generalEngine';
import { buildNetwork, loopedGrid } from '../src/core/verification/testing/loopedNetwork';

const STATE = { speedRevS: 0, oilTemperatureK: 373.15, atmospherePa: 101325 };
const DENSITY = 850;
/** Relative change of flow at which the engine stops; ours stops at 1e-9 of the flow and 1 Pa. */
const ENGINE_ACCURACY = 1e-6;
const fluid = (nu: number) =>
  new Oil({ name: 'constant', viscosity40M2S: nu, viscosity100M2S: nu, density15KgM3: DENSITY, expansionPerK: 0 });

/** Medians of several timings taken in turn, A B A B …, so that the machine's drift hits all alike [ms]. */
function medians(repeats: number, ...tasks: (() => void)[]): number[] {
  const times = tasks.map(() => [] as number[]);
  for (let r = -Math.ceil(repeats / 2); r < repeats; r++)
    tasks.forEach((task, i) => {
      const from = performance.now();
      task();
      if (r >= 0) times[i]!.push(performance.now() - from);
    });
  return times.map((list) => list.sort((a, b) => a - b)[Math.floor(list.length / 2)]!);
}

const workspace = await loadGeneralEngine();
console.log('Looped networks of pipes, turbulent: ratios, more is faster for us');
console.log(
  'pipes | engine solve / ours from rest | engine solve / ours with ordering | engine run alone / ours from rest | ours from rest / ours from a neighbour | largest difference of flow',
);
const fromRest: [number, number][] = [];
for (const [pipes, bore] of [
  [20, 0.2],
  [200, 0.26],
  [2000, 0.44],
] as const) {
  const nu = 1e-6;
  const looped = loopedGrid(pipes, 2e-3, bore, 100);
  const network = buildNetwork(looped);
  const solver = new HydraulicSolver(network);
  const oil = fluid(nu);
  const warmer = fluid(nu * 0.98);
  const model = buildInGeneralEngine(workspace, looped, DENSITY, nu, ENGINE_ACCURACY);
  const repeats = pipes > 1000 ? 15 : 200;
  let turn = 0;
  const [engine, rest, ordered, near] = medians(
    repeats,
    () => model.solveH(),
    () => {
      solver.reset();
      solver.solve(oil, STATE);
    },
    () => void new HydraulicSolver(network).solve(oil, STATE),
    () => void solver.solve(turn++ % 2 === 0 ? warmer : oil, STATE),
  ) as [number, number, number, number];
  solver.reset();
  const outcome = solver.solve(oil, STATE);
  if (outcome.status !== 'converged') throw new Error(`${pipes} pipes: ${outcome.status}`);
  model.solveH();
  const theirs = flowsOf(model, looped.pipes.length);
  const largest = Math.max(...theirs.map(Math.abs));
  const worst = Math.max(...theirs.map((q, i) => Math.abs(q - solver.workspace.flowM3S[i]!) / largest));
  model.openH();
  const [run] = medians(repeats, () => {
    model.initH(InitHydOption.InitFlow);
    model.runH();
  }) as [number];
  model.closeH();
  model.close();
  fromRest.push([looped.pipes.length, rest]);
  console.log(
    [
      looped.pipes.length,
      (engine / rest).toFixed(2),
      (engine / ordered).toFixed(2),
      (run / rest).toFixed(2),
      (rest / near).toFixed(2),
      `${(worst * 100).toFixed(3)} % of the largest`,
    ].join(' | '),
  );
}
const [small, , large] = fromRest as [[number, number], [number, number], [number, number]];
console.log(
  `growth of cost from ${small[0]} to ${large[0]} pipes: n^${(Math.log(large[1] / small[1]) / Math.log(large[0] / small[0])).toFixed(2)}; from 200: n^${(Math.log(large[1] / fromRest[1]![1]) / Math.log(large[0] / fromRest[1]![0])).toFixed(2)}`,
);

const read = readProjectText(readFileSync('demo/thornback.json', 'utf8'));
if (!read.ok) throw new Error('the demo is refused');
const made = CircuitSolver.of(read.project);
if (!made.ok) throw new Error('the demo does not compile');
const circuit = made.circuit;
const states = reachableStates(read.project.engine, read.project.range, 30, 20).slice(1);
let most = 0;
const [envelope, single] = medians(
  7,
  () => {
    for (const s of states)
      most = Math.max(most, circuit.solveOnly(circuit.stateAt(s.speedRevS, s.oilTemperatureK)).iterations);
  },
  () => {
    // The mean single solve from rest, over every seventh state of the same envelope.
    for (let i = 0; i < states.length; i += 7) {
      circuit.solver.reset();
      circuit.solveOnly(circuit.stateAt(states[i]!.speedRevS, states[i]!.oilTemperatureK));
    }
  },
) as [number, number];
const each = single / Math.ceil(states.length / 7);
console.log(
  `Thornback's envelope of ${states.length} states costs ${(envelope / each).toFixed(0)} single solves from rest; most iterations ${most}`,
);

// A circuit of 150 parts: what a previewed move costs the page, as a multiple of one solve from rest. Solving and
// sweeping it is the worker's work.
const crowdedProject = crowdOf(read.project, 150);
const crowd = activeVariant(crowdedProject);
const crowded = CircuitSolver.of(crowdedProject);
if (!crowded.ok) throw new Error('the crowded circuit does not compile');
const move: Move = { kind: 'insert', at: 'filter.in', drafts: [{ ...catalogueEntry('airCooler').part } as MoveDraft] };
const [preview, once] = medians(
  15,
  () => {
    const outcome = applyMove(crowd, move);
    if (!outcome.ok) throw new Error(outcome.why);
    layoutDrawing(outcome.variant.circuit, outcome.variant.sheet?.columns, 962);
    unfilteredPorts(outcome.variant.circuit);
  },
  () => {
    crowded.circuit.solver.reset();
    crowded.circuit.solveOnly(crowded.circuit.stateAt(100, 373.15));
  },
) as [number, number];
console.log(
  `A move previewed on ${crowd.circuit.parts.length} parts, with the layout it gives, costs ${(preview / once).toFixed(1)} single solves from rest (${preview.toFixed(0)} ms against the 100 ms that a hand feels)`,
);

// Heat: one balance from its neighbour as a multiple of one held state from rest; a map; a trace against real time.
for (const variant of ['stock', 'noseCooler']) {
  const heated = CircuitSolver.of(read.project, variant);
  if (!heated.ok) throw new Error('the demo does not compile');
  const [map, held] = medians(
    3,
    () =>
      void studyHere(
        MAP_STUDY,
        { ...read.project, activeVariant: variant },
        { drive: { speedRevS: 5000 / 60, load: 0.7 } },
      ),
    () => {
      for (let i = 0; i < 100; i++) {
        heated.circuit.solver.reset();
        heated.circuit.solveOnly(heated.circuit.stateAt(5000 / 60 + 0.01 * i, 368.15));
      }
    },
  ) as [number, number];
  console.log(
    `${variant}: one balance of a map of 30 × 20 costs ${(map / 600 / (held / 100)).toFixed(1)} held states from rest`,
  );
}
const driven = CircuitSolver.of(read.project, 'noseCooler');
if (!driven.ok) throw new Error('the demo does not compile');
const lap = Array.from({ length: 12_000 }, (_, i) => ({
  timeS: i / 10,
  speedRevS: (4000 + 2000 * Math.sin(i / 70)) / 60,
  load: 0.5 + 0.5 * Math.sin(i / 40),
  roadSpeedMS: 30 + 15 * Math.sin(i / 200),
}));
const [trace] = medians(3, () => {
  const steps = runTrace(new HeatSolver(driven.circuit), lap, { airTemperatureK: 298, startK: 333, limitK: 393 });
  while (!steps.next().done);
}) as [number];
console.log(`A trace of 20 minutes at 10 Hz runs ${(1.2e6 / trace).toFixed(0)} times as fast as it was driven`);

await benchStudies(read.project);

benchReplay(read.project);
