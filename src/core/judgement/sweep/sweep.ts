import { z } from 'zod';
import type { CircuitSolver } from '../../network/circuitSolver';
import { stillNodes } from '../../network/describe/stillNodes';
import { probesOf, readProbe, type Probe } from '../supply/probe';
import { isSupplied } from '../supply/supplyVerdict';
import { runToEnd } from '../../foundations/runToEnd';
import { reachableStates } from './reachable';
import { PickupWatch } from '../pickup/judgePickup';
import { pickupResultSchema } from '../pickup/pickupResult';
import { checkSchema, verdictSchema } from '../stateResult';
import type { SpeedAndOil } from '../../network/solve/state';

/** Grid that verdicts over the range are taken on. */
export const SWEEP_SPEEDS = 24;
export const SWEEP_TEMPERATURES = 14;

const stateSchema = z.strictObject({ speedRevS: z.number(), oilTemperatureK: z.number() });

export const consumerRangeSchema = z.strictObject({
  part: z.string(),
  name: z.string(),
  /** Verdict at its worst state. */
  verdict: verdictSchema,
  supplied: z.boolean(),
  worst: z
    .strictObject({
      state: stateSchema,
      decisive: checkSchema.nullable(),
      verdict: verdictSchema,
      pressurePa: z.number().nullable(),
      flowM3S: z.number().nullable(),
    })
    .nullable(),
  /** States at which it is not supplied. */
  failing: z.int(),
  lowestPressurePa: z.number().nullable(),
  highestPressurePa: z.number().nullable(),
});
export type ConsumerRange = z.infer<typeof consumerRangeSchema>;

export const sweepSchema = z.strictObject({
  status: z.enum(['complete', 'cancelled']),
  states: z.int(),
  notConverged: z.array(stateSchema),
  consumers: z.array(consumerRangeSchema),
  /** Extremes of every node's pressure, by node index. */
  nodeLowPa: z.array(z.number().nullable()),
  nodeHighPa: z.array(z.number().nullable()),
  /** True where every fed part is supplied at every state. */
  supplied: z.boolean(),
  /** Whether the pump has oil to draw, however the engine is driven. */
  pickup: pickupResultSchema,
});
export type Sweep = z.infer<typeof sweepSchema>;

interface Running {
  readonly probe: Probe;
  worstRank: number;
  worst: ConsumerRange['worst'];
  lowestPa: number;
  highestPa: number;
  failing: number;
}

/**
 * Solves every reachable state and keeps each consumer's worst and range. A generator, so that a worker can stop
 * between states: it yields the number done; the return value is the sweep.
 */
export function* sweepCircuit(
  circuit: CircuitSolver,
  speeds = SWEEP_SPEEDS,
  temperatures = SWEEP_TEMPERATURES,
  onState?: (state: SpeedAndOil, circuit: CircuitSolver) => void,
): Generator<number, Sweep> {
  const { compiled, project, solver } = circuit;
  const states = reachableStates(project.engine, project.range, speeds, temperatures);
  const running: Running[] = probesOf(circuit.variant.circuit, compiled).map((probe) => ({
    probe,
    worstRank: Infinity,
    worst: null,
    lowestPa: Infinity,
    highestPa: -Infinity,
    failing: 0,
  }));
  const nodes = compiled.network.nodeName.length;
  const low = new Float64Array(nodes).fill(Infinity);
  const high = new Float64Array(nodes).fill(-Infinity);
  const notConverged: SpeedAndOil[] = [];
  const pickup = new PickupWatch(circuit);
  let done = 0;
  for (const each of states) {
    const state = circuit.stateAt(each.speedRevS, each.oilTemperatureK);
    const outcome = circuit.solveOnly(state);
    if (outcome.status !== 'converged') notConverged.push(each);
    else {
      const still = stillNodes(compiled.network, solver.workspace);
      for (let i = 0; i < nodes; i++) {
        if (still[i] === 1) continue;
        const pa = solver.workspace.pressurePa[i]!;
        if (pa < low[i]!) low[i] = pa;
        if (pa > high[i]!) high[i] = pa;
      }
      const readings = running.map((row) => readProbe(row.probe, compiled.network, solver.workspace, state, still));
      running.forEach((row, i) => record(row, readings[i]!, each));
      pickup.see(state, readings);
      onState?.(each, circuit);
    }
    yield ++done;
  }
  const consumers = running.map(rangeOf);
  return {
    status: 'complete',
    states: states.length,
    notConverged,
    consumers,
    nodeLowPa: Array.from(low, orNull),
    nodeHighPa: Array.from(high, orNull),
    supplied: notConverged.length === 0 && consumers.every((c) => c.supplied),
    pickup: pickup.judge(),
  };
}

const orNull = (x: number) => (Number.isFinite(x) ? x : null);

function record(row: Running, reading: ReturnType<typeof readProbe>, state: SpeedAndOil): void {
  const supplied = isSupplied(reading.verdict);
  if (!supplied) row.failing++;
  if (reading.pressurePa !== null) {
    row.lowestPa = Math.min(row.lowestPa, reading.pressurePa);
    row.highestPa = Math.max(row.highestPa, reading.pressurePa);
  }
  // Dry is worse than any shortfall; a consumer that nothing is asked of ranks last.
  const rank = reading.verdict === 'dry' ? -1e9 : (reading.checks[0]?.nearRatio ?? 1e9);
  if (rank < row.worstRank || row.worst === null) {
    row.worstRank = rank;
    row.worst = {
      state,
      decisive: reading.checks[0] ?? null,
      verdict: reading.verdict,
      pressurePa: reading.pressurePa,
      flowM3S: reading.flowM3S,
    };
  }
}

function rangeOf(row: Running): ConsumerRange {
  return {
    part: row.probe.part.id,
    name: row.probe.part.name,
    verdict: row.worst?.verdict ?? 'unknown',
    supplied: row.failing === 0 && row.worst !== null,
    worst: row.worst,
    failing: row.failing,
    lowestPressurePa: orNull(row.lowestPa),
    highestPressurePa: orNull(row.highestPa),
  };
}

/** Runs a sweep to its end at once; for the command line and tests. */
export function sweepToEnd(...args: Parameters<typeof sweepCircuit>): Sweep {
  return runToEnd(sweepCircuit(...args));
}
