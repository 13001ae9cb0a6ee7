import { DEVIATIONS_95, dimensionsOf, Draws, unsureOf, type Unsure } from '../inputs/draws';
import { OIL_VISCOSITY } from '../inputs/inputs';
import { RevisableCircuit } from '../inputs/revisableCircuit';
import { stillNodes } from '../../network/describe/stillNodes';
import { Adjoint } from '../inputs/adjoint';
import type { StudyCircuits } from '../job/studyCircuits';
import { probesOf, readProbe, type Probe, type ProbeReading } from '../../judgement/supply/probe';
import { isSupplied } from '../../judgement/supply/supplyVerdict';
import {
  COPIES,
  emptyHistograms,
  type Nominal,
  type SpreadReply,
  type SpreadRequest,
  type SpreadTask,
  type Tally,
} from './spreadTasks';

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

/** Step of a factor's logarithm that its figures' rates are taken at. */
const LOG_STEP = 1e-4;

function sample(
  circuits: StudyCircuits,
  { request, nominal, from, to, halved }: Extract<SpreadTask, { kind: 'samples' }>,
): Tally {
  const draws = circuits.kept(
    `draws ${request.seed} ${nominal.order.join()}`,
    () => new Draws(circuits.circuit().project, COPIES, request.seed, nominal.order),
  );
  const { revisable } = draws;
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
      if (!draws.draw(n, copy, halved)) {
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
