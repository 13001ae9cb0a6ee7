import type { Circuit } from '../circuit/project';
import { describeAccumulators, describeReturns } from './describeReturns';
import { D341_EXTRAPOLATED_BELOW_K, type Oil } from '../oil/oil';
import { consumerResult, probesOf, readProbe } from '../supply/probe';
import { DRY_WITHIN_PA } from '../supply/supplyVerdict';
import type { CompiledCircuit } from './compile';
import { sensedDropPa } from './evaluate';
import { Law, LAW_NAMES } from './law';
import { elementReynolds } from './reynolds';
import type { ElementResult, NodeResult, ResultNote, SolveResult } from './result';
import type { HydraulicSolver, SolveOutcome } from './solver';
import { STANDARD_GRAVITY_M_S2, type OperatingState } from './state';
import { stillNodes } from './stillNodes';

/** Above every rating met in engine oil systems: said even when the solve converged. Common practice, no source. */
export const IMPLAUSIBLE_PRESSURE_PA = 30e5;
/** Filling below which a pump counts as starved. */
const STARVED_FILLING = 0.98;

const orNull = (x: number) => (Number.isFinite(x) ? x : null);

/**
 * Reads the solver's workspace after a solve into plain data with verdicts and notes.
 * @param nodeK temperature of a node where a heat balance found them; undefined where one temperature is held everywhere
 */
export function describeResult(
  circuit: Circuit,
  compiled: CompiledCircuit,
  solver: HydraulicSolver,
  outcome: SolveOutcome,
  oil: Oil,
  state: OperatingState,
  nodeK?: (node: number) => number,
): SolveResult {
  const { network } = compiled;
  const ws = solver.workspace;
  const converged = outcome.status === 'converged';
  const still = stillNodes(network, ws);
  const elements = network.elementName.map((_, e) => describeElement(compiled, solver, state, e, still));
  const nodes = describeNodes(compiled, solver, oil, elements, still, nodeK ?? (() => state.oilTemperatureK));
  const pumpTurns = state.speedRevS > 0;
  const consumers = probesOf(circuit, compiled).map((probe) =>
    consumerResult(probe, readProbe(probe, network, ws, state, still), converged),
  );
  const notes = collectNotes(circuit, compiled, elements, nodes, state, pumpTurns, converged, outcome);
  return {
    state: { ...state },
    temperatureModel: nodeK ? 'found' : 'held',
    convergence: {
      status: outcome.status,
      iterations: outcome.iterations,
      evaluations: outcome.evaluations,
      worstImbalanceM3S: orNull(outcome.worstImbalanceM3S),
      worstNode: network.nodeName[outcome.singularNode >= 0 ? outcome.singularNode : outcome.worstNode] ?? '',
      worstLawErrorPa: orNull(outcome.worstLawErrorPa),
      worstElement: network.elementName[outcome.worstElement] ?? '',
      flowScaleM3S: outcome.flowScaleM3S,
    },
    supplied: converged && consumers.every((c) => c.supplied),
    nodes,
    elements,
    consumers,
    drains: describeReturns(circuit, compiled, ws, oil, state),
    accumulators: describeAccumulators(circuit, compiled, nodes, state),
    notes,
  };
}

function describeElement(
  compiled: CompiledCircuit,
  solver: HydraulicSolver,
  state: OperatingState,
  e: number,
  still: Uint8Array,
): ElementResult {
  const { network } = compiled;
  const ws = solver.workspace;
  const from = network.from[e]!;
  const to = network.to[e]!;
  const rho = ws.densityKgM3[e]!;
  const law = network.law[e]!;
  const film = ws.film[e];
  const known = still[from] === 0 && still[to] === 0;
  const part = compiled.partOfElement[e]!;
  const role = [...(compiled.elementsOfPart.get(part) ?? [])].find(([, index]) => index === e)?.[0] ?? '';
  const hasOpening =
    law === Law.springValve || law === Law.pump || law === Law.crankFedRod || law === Law.thermostatPath;
  return {
    name: network.elementName[e]!,
    part,
    role,
    law: LAW_NAMES[law]!,
    fromNode: from,
    toNode: to,
    count: network.count[e]!,
    flowM3S: ws.flowM3S[e]!,
    pressureInPa: still[from] ? null : orNull(ws.pressurePa[from]!),
    pressureOutPa: still[to] ? null : orNull(ws.pressurePa[to]!),
    pressureDropPa: known
      ? orNull(ws.pressurePa[from]! - ws.pressurePa[to]! - rho * STANDARD_GRAVITY_M_S2 * network.riseM[e]!)
      : null,
    temperatureK: ws.temperatureK[e]!,
    densityKgM3: rho,
    viscosityPaS: ws.viscosityPaS[e]!,
    reynolds: orNull(elementReynolds(network, ws, e, state.speedRevS)),
    opening: hasOpening ? ws.opening[e]! : null,
    filmTemperatureK: film ? film.temperatureK : null,
    filmViscosityPaS: film ? film.viscosityPaS : null,
    frictionW: film ? film.frictionW * network.count[e]! : null,
    eccentricityRatio: film ? film.eccentricityRatio : null,
    sensedPa:
      law === Law.springValve && network.sense[e]! >= 0 && still[network.sense[e]!] === 0 && still[to] === 0
        ? orNull(sensedDropPa(network, ws.pressurePa, e, rho))
        : null,
    thresholdPa: law === Law.crankFedRod ? ws.boundB[e]! : null,
  };
}

function describeNodes(
  compiled: CompiledCircuit,
  solver: HydraulicSolver,
  oil: Oil,
  elements: readonly ElementResult[],
  still: Uint8Array,
  nodeK: (node: number) => number,
): NodeResult[] {
  const { network, nodeOfPort } = compiled;
  const ports: string[][] = network.nodeName.map(() => []);
  for (const [port, node] of nodeOfPort) ports[node]!.push(port);
  const reynolds = new Float64Array(network.nodeName.length).fill(NaN);
  for (const e of elements)
    if (e.reynolds !== null)
      for (const node of [e.fromNode, e.toNode]) if (!(reynolds[node]! >= e.reynolds)) reynolds[node] = e.reynolds;
  const ws = solver.workspace;
  return network.nodeName.map((name, i) => ({
    name,
    ports: ports[i]!,
    held: network.nodeHeld[i] === 1,
    elevationM: network.elevationM[i]!,
    pressurePa: still[i] ? null : orNull(ws.pressurePa[i]!),
    temperatureK: nodeK(i),
    viscosityPaS: oil.viscosityPaS(nodeK(i)),
    densityKgM3: oil.densityKgM3(nodeK(i)),
    reynolds: orNull(reynolds[i]!),
    imbalanceM3S: network.nodeHeld[i] ? null : orNull(ws.imbalanceKgS[i]! / oil.densityKgM3(nodeK(i))),
    still: still[i] === 1,
  }));
}

function collectNotes(
  circuit: Circuit,
  compiled: CompiledCircuit,
  elements: readonly ElementResult[],
  nodes: readonly NodeResult[],
  state: OperatingState,
  pumpTurns: boolean,
  converged: boolean,
  outcome: SolveOutcome,
): ResultNote[] {
  const notes: ResultNote[] = [];
  if (!converged) {
    const worst = outcome.singularNode >= 0 ? outcome.singularNode : outcome.worstNode;
    notes.push({
      code: 'notConverged',
      where: compiled.network.nodeName[worst] ?? compiled.network.elementName[outcome.worstElement] ?? '',
      actual: orNull(outcome.worstImbalanceM3S),
      limit: null,
    });
    return notes;
  }
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
    if (part.kind === 'pump') {
      const pump = elements.find((e) => e.part === part.id);
      if (pumpTurns && pump && !part.variable && (pump.opening ?? 1) < STARVED_FILLING)
        notes.push({ code: 'pumpStarved', where: part.name, actual: pump.opening, limit: STARVED_FILLING });
    }
    if (part.kind === 'line' && part.form === 'gallery' && pumpTurns) {
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
