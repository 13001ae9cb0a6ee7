import { hasAntiDrain } from '../../document/kinds/filter';
import { actsAs, type Part, type PartOf } from '../../document/parts/part';
import { isReservoir, isReturn } from '../../document/parts/ports';
import { partVolumeM3 } from '../../document/parts/partVolume';
import { gaugePort } from '../../document/plumbing/gaugePort';
import { withVariant, type Circuit, type Project, type Variant } from '../../document/project/project';
import { isSupplied } from '../../judgement/supply/supplyVerdict';
import { probesOf, readProbe } from '../../judgement/supply/probe';
import { CircuitSolver } from '../../network/circuitSolver';
import { stillNodes } from '../../network/describe/stillNodes';
import { accumulatorGivesM3, accumulatorOilM3, POLYTROPIC } from '../../physics/laws/accumulator';
import { StudyRefused } from '../job/studyRefused';
import type { AccumulatorAnswer, AccumulatorRequest, AccumulatorSample } from './accumulatorSchema';

/** Its connection where none is stated [m]. @source engineering judgement: dash 8 with a ball valve */
const CONNECTION_BORE_M = 8e-3;
const CONNECTION_LENGTH_M = 20e-3;
/** A pump that draws air pumps no oil, and leaks as it did. */
const DRAWS_NOTHING = 1e-6;
const STEPS = 24;
/** Filled but for this share it counts as full: the last drops take for ever. */
const ALMOST_FULL = 0.95;
/** Flow from which it still counts as moving [m³/s]. */
const LEAST_FLOW_M3S = 1e-8;

/** The gas of an accumulator as a reservoir of its own, behind the accumulator's connection. */
interface GasCircuit {
  readonly solver: CircuitSolver;
  readonly gasNode: number;
  readonly connection: number;
  readonly gaugeNode: number | undefined;
}

/**
 * An accumulator both ways, in its circuit: the gas is a reservoir behind the connection's bore, its pressure follows
 * the oil that has passed, and the circuit is solved at each step of it. While it empties the pump draws air; with a
 * check valve nothing runs back through it, without one its slip does.
 *
 * @throws StudyRefused where there is no such accumulator, or the circuit cannot be computed
 * @source polytropic gas, n = 1.4 while it empties and 1 while it fills; the volume given is the flow summed over time
 */
export function workAccumulator(project: Project, variant: Variant, request: AccumulatorRequest): AccumulatorAnswer {
  const part = variant.circuit.parts.find((p) => p.id === request.part);
  if (!part || !actsAs(part, 'accumulator')) throw new StudyRefused(`${request.part}: there is no such accumulator.`);
  const { atmospherePa } = project.engine;
  const charge = { volumeM3: part.volumeM3, prechargePa: part.prechargePa, atmospherePa };
  const nothing: AccumulatorAnswer = {
    status: 'closed',
    part: part.id,
    name: part.name,
    highPa: 0,
    heldM3: 0,
    emptying: [],
    suppliedS: 0,
    gaveM3: 0,
    refilling: [],
    refilledS: null,
    gaugeLowerPa: 0,
    prefillsM3: 0,
    emptyM3: emptyAfterRestM3(variant.circuit),
  };
  if (!part.valveOpen) return nothing;
  const running = solverOf(project, variant, variant.circuit);
  const state = running.stateAt(request.speedRevS, request.oilTemperatureK);
  if (running.solveOnly(state).status !== 'converged') return { ...nothing, status: 'unsolved' };
  const at = running.compiled.nodeOfPort.get(`${part.id}.in`);
  const highPa = at === undefined ? 0 : running.solver.workspace.pressurePa[at]!;
  const port = gaugePort(variant.circuit.parts);
  const gauge = (port === undefined ? undefined : running.compiled.nodeOfPort.get(port)) ?? at;
  const gaugePa = gauge === undefined ? 0 : running.solver.workspace.pressurePa[gauge]!;
  const heldM3 = accumulatorOilM3(part.volumeM3, part.prechargePa, highPa, atmospherePa);
  const known = { ...nothing, highPa, heldM3 };
  if (heldM3 <= 0) return { ...known, status: 'empty' };

  const emptying = march(gasCircuit(project, variant, part, true), request, {
    fromPa: highPa,
    toPa: part.prechargePa,
    oilM3: (gasPa) => heldM3 - accumulatorGivesM3(charge, highPa, gasPa, POLYTROPIC.fast),
  });
  const refilling = march(gasCircuit(project, variant, part, false), request, {
    fromPa: part.prechargePa,
    toPa: highPa,
    oilM3: (gasPa) => accumulatorOilM3(part.volumeM3, part.prechargePa, gasPa, atmospherePa),
  });
  if (!emptying || !refilling) return { ...known, status: 'unsolved' };
  const lastSupplied = emptying.findLast((s) => s.supplied);
  return {
    ...known,
    status: 'found',
    emptying,
    suppliedS: lastSupplied?.timeS ?? 0,
    gaveM3: lastSupplied ? heldM3 - lastSupplied.oilM3 : 0,
    refilling,
    refilledS: refilling.find((s) => s.oilM3 >= ALMOST_FULL * heldM3)?.timeS ?? null,
    gaugeLowerPa: Math.max(0, gaugePa - (refilling[0]?.gaugePa ?? gaugePa)),
    prefillsM3: accumulatorGivesM3(charge, highPa, 0, POLYTROPIC.slow),
  };
}

/** What runs back from an engine's parts over a long rest, but for the filter with its valve [m³]. */
const emptyAfterRestM3 = (circuit: Circuit): number =>
  circuit.parts
    .filter(
      (p) => !isReservoir(p) && !isReturn(p) && !actsAs(p, 'accumulator') && !(actsAs(p, 'filter') && hasAntiDrain(p)),
    )
    .reduce((sum, p) => sum + partVolumeM3(p), 0);

function solverOf(project: Project, variant: Variant, circuit: Circuit): CircuitSolver {
  const changed = { ...variant, circuit };
  const made = CircuitSolver.of({ ...withVariant(project, changed), activeVariant: variant.id });
  if (!made.ok) throw new StudyRefused('The circuit cannot be computed.');
  return made.circuit;
}

/** @param drawsAir the pickup is bare */
function gasCircuit(project: Project, variant: Variant, part: PartOf<'accumulator'>, drawsAir: boolean): GasCircuit {
  const gas = `${part.id}Gas`;
  const base = { name: part.name, ...(part.elevationM === undefined ? {} : { elevationM: part.elevationM }) };
  const connection: PartOf<'orifice'> = {
    ...base,
    id: part.id,
    kind: 'orifice',
    boreM: part.connectionBoreM ?? CONNECTION_BORE_M,
    lengthM: CONNECTION_LENGTH_M,
  };
  const reservoir: PartOf<'tank'> = {
    name: part.name,
    id: gas,
    kind: 'tank',
    levelM: part.elevationM ?? 0,
    pressurePa: 0,
  };
  const isChecked = part.checkValve === true;
  const parts = variant.circuit.parts.map((p): Part => {
    if (p.id === part.id) return connection;
    if (!drawsAir || !actsAs(p, 'pump')) return p;
    return isChecked ? { ...p, blocked: true } : { ...p, speedRatio: DRAWS_NOTHING };
  });
  const joints = variant.circuit.joints.map(({ from, to }) => {
    const moved = (ref: string) => (ref === `${part.id}.in` ? `${part.id}.out` : ref);
    return { from: moved(from), to: moved(to) };
  });
  const solver = solverOf(project, variant, {
    parts: [...parts, reservoir],
    joints: [...joints, { from: `${gas}.suction`, to: `${part.id}.in` }],
  });
  const { nodeOfPort, elementsOfPart } = solver.compiled;
  const port = gaugePort(variant.circuit.parts);
  return {
    solver,
    gasNode: nodeOfPort.get(`${gas}.suction`)!,
    connection: elementsOfPart.get(part.id)!.get('')!,
    gaugeNode: port === undefined ? undefined : nodeOfPort.get(port),
  };
}

/** The gas going from one pressure to another: what it holds at each, and how long the oil takes to pass. */
function march(
  { solver, gasNode, connection, gaugeNode }: GasCircuit,
  request: AccumulatorRequest,
  {
    fromPa,
    toPa,
    oilM3,
  }: { readonly fromPa: number; readonly toPa: number; readonly oilM3: (gasPa: number) => number },
): AccumulatorSample[] | undefined {
  const { network } = solver.compiled;
  const state = solver.stateAt(request.speedRevS, request.oilTemperatureK);
  const probes = probesOf(solver.variant.circuit, solver.compiled);
  const ws = solver.solver.workspace;
  const held = network.heldPressurePa;
  const samples: AccumulatorSample[] = [];
  let timeS = 0;
  for (let i = 0; i <= STEPS; i++) {
    const gasPa = fromPa + ((toPa - fromPa) * i) / STEPS;
    held[gasNode] = gasPa;
    solver.solver.parametersChanged();
    if (solver.solveOnly(state).status !== 'converged') return samples.length > 1 ? samples : undefined;
    const flowM3S = ws.flowM3S[connection]!;
    const oil = oilM3(gasPa);
    const before = samples.at(-1);
    // Towards its end it takes for ever; against the flow it does not go at all.
    const isMoving = Math.abs(flowM3S) > LEAST_FLOW_M3S && Math.sign(flowM3S) === Math.sign(fromPa - toPa);
    if (!isMoving) break;
    if (before) timeS += Math.abs(before.oilM3 - oil) * 0.5 * (1 / Math.abs(before.flowM3S) + 1 / Math.abs(flowM3S));
    const still = stillNodes(network, ws);
    samples.push({
      timeS,
      gasPa,
      gaugePa: gaugeNode === undefined ? ws.pressurePa[network.to[connection]!]! : ws.pressurePa[gaugeNode]!,
      oilM3: oil,
      flowM3S,
      supplied: probes.every((probe) => isSupplied(readProbe(probe, network, ws, state, still).verdict)),
    });
  }
  return samples;
}
