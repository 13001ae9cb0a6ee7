import { actsAs } from '../document/parts/part';
import type { Circuit } from '../document/project/project';
import type { CircuitSolver } from '../network/circuitSolver';
import type { CompiledCircuit } from '../network/compile/compile';
import { describeHydraulics } from '../network/describe/describeHydraulics';
import type { ElementResult, HydraulicResult, NodeResult } from '../network/describe/result';
import { stillNodes } from '../network/describe/stillNodes';
import type { SolveOutcome } from '../network/solve/stopping';
import { coolerConductance } from '../heat/coolers';
import type { OperatingState } from '../network/solve/state';
import { CAVITATION_BELOW_ABS_PA } from '../physics/cavitation';
import { D341_EXTRAPOLATED_BELOW_K, type Oil } from '../physics/oil/oil';
import { describeAccumulators, describeReturns } from './drains/describeReturns';
import type { ResultNote, SolveResult } from './stateResult';
import { consumerResult, probesOf, readProbe } from './supply/probe';
import { DRY_WITHIN_PA } from '../network/dryWithin';

/** Above every rating met in engine oil systems: said even when the solve converged. Common practice, no source. */
export const IMPLAUSIBLE_PRESSURE_PA = 30e5;
/** Filling below which a pump counts as starved. */
const STARVED_FILLING = 0.98;

/** Solves one state, the oil temperature held, and judges it. */
export function solveState(circuit: CircuitSolver, state: OperatingState): SolveResult {
  return judgeState(circuit, circuit.solveOnly(state), state);
}

/**
 * Describes a state that was solved last and judges it: who is supplied, which drains run, what is worth a note.
 * @param nodeK temperature of a node where a heat balance found them; undefined where one temperature is held
 *   everywhere
 */
export function judgeState(
  { variant, compiled, solver, oil }: CircuitSolver,
  outcome: SolveOutcome,
  state: OperatingState,
  nodeK?: (node: number) => number,
): SolveResult {
  const { circuit } = variant;
  const hydraulic = describeHydraulics(compiled, solver, outcome, { oil, state, nodeK });
  const { nodes, elements, convergence } = hydraulic;
  const converged = outcome.status === 'converged';
  const ws = solver.workspace;
  const still = stillNodes(compiled.network, ws);
  const consumers = probesOf(circuit, compiled).map((probe) =>
    consumerResult(probe, readProbe(probe, compiled.network, ws, state, still), converged),
  );
  return {
    state: hydraulic.state,
    temperatureModel: nodeK ? 'found' : 'held',
    convergence,
    supplied: converged && consumers.every((c) => c.supplied),
    nodes,
    elements,
    consumers,
    drains: describeReturns(circuit, compiled, ws, oil, state),
    accumulators: describeAccumulators(circuit, compiled, nodes, state),
    notes: converged ? stateNotes({ circuit, compiled, elements, nodes, state, oil }) : [notSolved(hydraulic)],
  };
}

function notSolved({ convergence }: HydraulicResult): ResultNote {
  const at = convergence.worstNode;
  if (convergence.status === 'cavitates')
    return { code: 'cavitates', where: at, actual: null, limit: CAVITATION_BELOW_ABS_PA };
  const where = convergence.worstNode !== '' ? convergence.worstNode : convergence.worstElement;
  return { code: 'notConverged', where, actual: convergence.worstImbalanceM3S, limit: null };
}

function stateNotes({
  circuit,
  compiled,
  elements,
  nodes,
  state,
  oil,
}: {
  readonly circuit: Circuit;
  readonly compiled: CompiledCircuit;
  readonly elements: readonly ElementResult[];
  readonly nodes: readonly NodeResult[];
  readonly state: OperatingState;
  readonly oil: Oil;
}): ResultNote[] {
  const notes: ResultNote[] = [];
  const pumpTurns = state.speedRevS > 0;
  if (state.oilTemperatureK < D341_EXTRAPOLATED_BELOW_K)
    notes.push({
      code: 'extrapolatedViscosity',
      where: 'oil',
      actual: state.oilTemperatureK,
      limit: D341_EXTRAPOLATED_BELOW_K,
    });
  const highest = nodes.reduce<NodeResult | undefined>(
    (a, b) => ((b.pressurePa ?? -Infinity) > (a?.pressurePa ?? -Infinity) ? b : a),
    undefined,
  );
  if (highest && highest.pressurePa !== null && highest.pressurePa > IMPLAUSIBLE_PRESSURE_PA)
    notes.push({
      code: 'implausiblePressure',
      where: highest.name,
      actual: highest.pressurePa,
      limit: IMPLAUSIBLE_PRESSURE_PA,
    });
  for (const part of circuit.parts) {
    if (actsAs(part, 'cooler') && part.cooling && !coolerConductance(part.cooling, oil))
      notes.push({ code: 'impossibleCooler', where: part.name, actual: null, limit: null });
    if (actsAs(part, 'pump')) {
      const pump = elements.find((e) => e.part === part.id);
      if (pumpTurns && pump && !part.variable && (pump.opening ?? 1) < STARVED_FILLING)
        notes.push({ code: 'pumpStarved', where: part.name, actual: pump.opening, limit: STARVED_FILLING });
    }
    if (actsAs(part, 'line') && part.form === 'gallery' && pumpTurns) {
      const node = nodes[compiled.nodeOfPort.get(`${part.id}.out`) ?? -1];
      const back = crankcasePressurePa(compiled, nodes);
      if (!node || node.pressurePa === null || node.pressurePa < back + DRY_WITHIN_PA)
        notes.push({
          code: 'dryGallery',
          where: part.name,
          actual: node?.pressurePa ?? null,
          limit: back + DRY_WITHIN_PA,
        });
    }
  }
  for (const node of nodes) if (node.still) notes.push({ code: 'still', where: node.name, actual: null, limit: null });
  return notes;
}

function crankcasePressurePa(compiled: CompiledCircuit, nodes: readonly NodeResult[]): number {
  const node = [...compiled.returnsTo.keys()]
    .map((part) => compiled.nodeOfPort.get(`${part}.out`))
    .find((n) => n !== undefined);
  return node === undefined ? 0 : (nodes[node]!.pressurePa ?? 0);
}
