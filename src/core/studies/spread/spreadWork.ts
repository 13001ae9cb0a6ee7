import { activeVariant, type Project } from '../../document/project/project';
import { kindSpread, setSpread, type EngineSpread } from '../inputs/engineSpread';
import { inputsOf, OIL_VISCOSITY, type Input } from '../inputs/inputs';
import { RevisableCircuit } from '../inputs/revisableCircuit';
import { possibleRange } from '../inputs/usualTolerance';
import { stillNodes } from '../../network/describe/stillNodes';
import { Adjoint } from '../inputs/adjoint';
import type { StudyCircuits } from '../job/studyCircuits';
import { probesOf, readProbe, type Probe, type ProbeReading } from '../../judgement/supply/probe';
import { isSupplied } from '../../judgement/supply/supplyVerdict';
import { inverseNormal } from '../../foundations/random/normal';
import { QuasiRandom } from '../../foundations/random/quasiRandom';
import {
  COPIES,
  emptyHistograms,
  type Nominal,
  type SpreadReply,
  type SpreadRequest,
  type SpreadTask,
  type Tally,
} from './spreadTasks';

/** Standard deviations on either side within which 95 in 100 lie. */
const DEVIATIONS_95 = 1.959963984540054;
/** Shares of the variance that are worth listing. */
const MOST_SHARES = 8;

/** Draws circuits from their tolerances and counts who is supplied. */
export function spreadWork(circuits: StudyCircuits, task: SpreadTask): SpreadReply {
  return task.kind === 'nominal'
    ? { kind: 'nominal', nominal: nominalOf(circuits, task.request) }
    : sample(circuits, task);
}

/** The variant as stated: who is worst where, and what makes each margin vary. */
function nominalOf(circuits: StudyCircuits, { states }: SpreadRequest): Nominal {
  const circuit = circuits.circuit();
  const unsure = unsureOf(circuit.project);
  const { compiled, solver } = circuit;
  const probes = probesOf(circuit.variant.circuit, compiled);
  const readings = states.map((at): (ProbeReading | undefined)[] => {
    const state = circuit.stateAt(at.speedRevS, at.oilTemperatureK);
    solver.reset();
    if (circuit.solveOnly(state).status !== 'converged') return probes.map(() => undefined);
    const still = stillNodes(compiled.network, solver.workspace);
    return probes.map((probe) => readProbe(probe, compiled.network, solver.workspace, state, still));
  });
  const revisable = new RevisableCircuit(circuits.project);
  const importance = new Float64Array(dimensionsOf(unsure).length);
  const consumers = probes.map((probe, c) => {
    const rank = (s: number) =>
      readings[s]![c]?.verdict === 'dry' ? -Infinity : (readings[s]![c]?.checks[0]?.nearRatio ?? Infinity);
    const worst = states.reduce((best, _, s) => (rank(s) < rank(best) ? s : best), 0);
    const reading = readings[worst]![c];
    const check = reading?.checks[0] ?? null;
    const shares = check
      ? sharesOf(
          revisable,
          circuit.stateAt(states[worst]!.speedRevS, states[worst]!.oilTemperatureK),
          probe,
          unsure,
          importance,
        )
      : [];
    return {
      part: probe.part.id,
      name: probe.part.name,
      worst,
      verdict: reading?.verdict ?? ('unknown' as const),
      check,
      pressurePa: readings.map((row) => row[c]?.pressurePa ?? null),
      flowM3S: readings.map((row) => row[c]?.flowM3S ?? null),
      shares,
    };
  });
  const order = dimensionsOf(unsure)
    .map(({ id }, i) => ({ id, i }))
    .sort((a, b) => importance[b.i]! - importance[a.i]! || a.i - b.i)
    .map(({ id }) => id);
  return { order, consumers };
}

/** Shares of a margin's variance by input, to first order; what counts is added to `importance`. */
function sharesOf(
  revisable: RevisableCircuit,
  state: Parameters<RevisableCircuit['solve']>[0],
  probe: Probe,
  unsure: Unsure,
  importance: Float64Array,
): Nominal['consumers'][number]['shares'] {
  const adjoint = new Adjoint(revisable, state, probe.part.id);
  const check = adjoint.solved ? adjoint.checks()[0] : undefined;
  if (!check) return [];
  const { inputs, spread } = unsure;
  const moved = spread.groups.flatMap((g) => g.inputs);
  const slopes = adjoint.gradient(check, [...inputs, ...moved]);
  const own = inputs.map((input, i) => slopes[i]! * input.plusMinus);
  // A group's figures move together: by the logarithm of its factor, and by the root of how the groups go together.
  let next = inputs.length;
  const byLog = spread.groups.map((group) =>
    group.inputs.reduce((sum, input) => {
      const rate = (group.at(input.stated, Math.exp(LOG_STEP), input) - input.stated) / LOG_STEP;
      const slope = slopes[next++]! * (input.id === OIL_VISCOSITY ? 1 : rate);
      return sum + (Number.isFinite(slope) ? slope : 0);
    }, 0),
  );
  const modes = spread.root.map(
    (_, c) => DEVIATIONS_95 * byLog.reduce((sum, slope, j) => sum + slope * spread.root[j]![c]!, 0),
  );
  const squares = [...own, ...modes].map((by) => (Number.isFinite(by) ? by ** 2 : 0));
  const total = squares.reduce((a, b) => a + b, 0);
  if (!(total > 0)) return [];
  squares.forEach((square, i) => (importance[i]! += square / total));
  return dimensionsOf(unsure)
    .map(({ id, name }, i) => ({ id, name, share: squares[i]! / total }))
    .sort((a, b) => b.share - a.share)
    .slice(0, MOST_SHARES);
}

/** What may be other than stated: figures by themselves, and an engine's groups of them together. */
interface Unsure {
  readonly inputs: readonly Input[];
  readonly spread: EngineSpread;
}

function unsureOf(project: Project): Unsure {
  const spread = kindSpread(project);
  const inputs = inputsOf(project, activeVariant(project)).filter((i) => !spread.covered.has(i.id));
  return { inputs, spread };
}

/** One number of a sample each: figures by themselves, then the groups. */
const dimensionsOf = ({ inputs, spread }: Unsure): readonly { readonly id: string; readonly name: string }[] => [
  ...inputs,
  ...spread.groups.map(({ id, label }) => ({ id: `engine.${id}`, name: label })),
];

/** Step of a factor's logarithm that its figures' rates are taken at. */
const LOG_STEP = 1e-4;

/** What sampling keeps between tasks. */
interface Sampler {
  readonly revisable: RevisableCircuit;
  readonly sequence: QuasiRandom;
  readonly unsure: Unsure;
  /** Where the sequence has each dimension's number. */
  readonly place: readonly number[];
  readonly ranges: readonly (readonly [number, number])[];
}

function samplerOf(circuits: StudyCircuits, { order }: Nominal, seed: number): Sampler {
  return circuits.kept(`sampler ${seed} ${order.join()}`, () => {
    const unsure = unsureOf(circuits.circuit().project);
    const at = new Map(order.map((id, i) => [id, i]));
    return {
      revisable: new RevisableCircuit(circuits.project),
      sequence: new QuasiRandom(order.length, COPIES, seed),
      unsure,
      place: dimensionsOf(unsure).map(({ id }) => at.get(id)!),
      ranges: unsure.inputs.map((i) => possibleRange(i.path, i.stated)),
    };
  });
}

function sample(
  circuits: StudyCircuits,
  { request, nominal, from, to, halved }: Extract<SpreadTask, { kind: 'samples' }>,
): Tally {
  const { revisable, sequence, unsure, place, ranges } = samplerOf(circuits, nominal, request.seed);
  const { inputs, spread } = unsure;
  const deviation = inputs.map((input) => (input.plusMinus / DEVIATIONS_95) * (input.id === halved ? 0.5 : 1));
  const width = spread.groups.map(({ id }) => (`engine.${id}` === halved ? 0.5 : 1));
  const z = spread.groups.map(() => 0);
  const histograms = nominal.consumers.map((c) => ({
    pressure: emptyHistograms(c.pressurePa, 'pressure'),
    flow: emptyHistograms(c.flowM3S, 'flow'),
  }));
  const supplied = nominal.consumers.map(() => new Array<number>(COPIES).fill(0));
  const allSupplied = new Array<number>(COPIES).fill(0);
  let unsolved = 0;
  let { circuit } = revisable;
  let probes = probesOf(circuit.variant.circuit, circuit.compiled);
  // From rest: the answer must not depend on what this worker did before.
  circuit.solver.reset();
  const good = new Uint8Array(nominal.consumers.length);
  for (let n = from; n < to; n++)
    for (let copy = 0; copy < COPIES; copy++) {
      for (let i = 0; i < inputs.length; i++) {
        if (deviation[i] === 0) continue;
        const [low, high] = ranges[i]!;
        revisable.set(
          inputs[i]!,
          Math.min(
            high,
            Math.max(low, inputs[i]!.stated + deviation[i]! * inverseNormal(sequence.coordinate(n, copy, place[i]!))),
          ),
        );
      }
      for (let c = 0; c < z.length; c++)
        z[c] = width[c]! * inverseNormal(sequence.coordinate(n, copy, place[inputs.length + c]!));
      if (z.length > 0) setSpread(revisable, spread, z);
      if (!revisable.apply()) {
        circuit = revisable.circuit;
        probes = probesOf(circuit.variant.circuit, circuit.compiled);
      }
      good.fill(1);
      for (let s = 0; s < request.states.length; s++) {
        const state = circuit.stateAt(request.states[s]!.speedRevS, request.states[s]!.oilTemperatureK);
        if (revisable.solve(state).status !== 'converged') {
          unsolved++;
          good.fill(0);
          break;
        }
        const { network } = circuit.compiled;
        const { workspace } = circuit.solver;
        const still = stillNodes(network, workspace);
        for (let c = 0; c < probes.length; c++) {
          const { verdict, pressurePa, flowM3S } = readProbe(probes[c]!, network, workspace, state, still);
          if (!isSupplied(verdict)) good[c] = 0;
          if (pressurePa !== null) histograms[c]!.pressure[s]?.add(pressurePa);
          if (flowM3S !== null) histograms[c]!.flow[s]?.add(flowM3S);
        }
      }
      for (let c = 0; c < good.length; c++) supplied[c]![copy]! += good[c]!;
      allSupplied[copy]! += good.every((g) => g === 1) ? 1 : 0;
    }
  return {
    kind: 'tally',
    halved,
    samples: (to - from) * COPIES,
    unsolved,
    allSupplied,
    consumers: histograms.map(({ pressure, flow }, c) => ({
      supplied: supplied[c]!,
      pressure: pressure.map((h) => h?.counts ?? null),
      flow: flow.map((h) => h?.counts ?? null),
    })),
  };
}
