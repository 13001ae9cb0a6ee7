import { actsAs, type Part } from '../../document/parts/part';
import { isReservoir, isReturn, type ReservoirPart, type ReturnPart } from '../../document/parts/ports';
import type { Circuit } from '../../document/project/project';
import { pushesItsOil } from '../../document/plumbing/drainEnd';
import { judgeDrain, scavengeCapacityM3S } from './judgeDrain';
import { accumulatorOilM3 } from '../../physics/laws/accumulator';
import type { Oil } from '../../physics/oil/oil';
import type { CompiledCircuit } from '../../network/compile/compile';
import type { NodeResult } from '../../network/describe/result';
import type { OperatingState } from '../../network/solve/state';
import type { Workspace } from '../../network/solve/workspace';
import type { DrainResult, SolveResult } from '../stateResult';

/** What falls into each return, and whether it can carry it at this state. */
export function describeReturns(
  circuit: Circuit,
  compiled: CompiledCircuit,
  ws: Workspace,
  oil: Oil,
  state: OperatingState,
): DrainResult[] {
  const { network, nodeOfPort, elementsOfPart, drainFeeds } = compiled;
  const poured = (id: string): number => {
    const out = nodeOfPort.get(`${id}.out`);
    let sum = 0;
    for (const e of elementsOfPart.get(id)?.values() ?? []) if (network.to[e] === out) sum += ws.flowM3S[e]!;
    return sum;
  };
  const flowOf = (part: ReturnPart, depth = 0): number => {
    if (depth > circuit.parts.length) return 0;
    const pan = panOf(circuit, compiled, part);
    if (pan) {
      // Several sections on one pan share what falls into it.
      const sections = circuit.parts.filter(isReturn).filter((r) => panOf(circuit, compiled, r)?.id === pan.id).length;
      return (
        circuit.parts.filter((p) => compiled.returnsTo.get(p.id) === pan.id).reduce((sum, p) => sum + poured(p.id), 0) /
        sections
      );
    }
    return (drainFeeds.get(part.id) ?? []).reduce((sum, id) => {
      const feeder = circuit.parts.find((p) => p.id === id);
      return sum + (feeder && isReturn(feeder) ? flowOf(feeder, depth + 1) : poured(id));
    }, 0);
  };
  return circuit.parts.filter(isReturn).map((part) => {
    const flowM3S = flowOf(part);
    if (actsAs(part, 'scavenge')) {
      const capacityM3S = scavengeCapacityM3S(part, state.speedRevS);
      const neededM3S = Math.max(0, flowM3S) * part.foamFactor;
      return {
        part: part.id,
        name: part.name,
        kind: 'scavenge',
        flowM3S,
        neededM3S,
        capacityM3S,
        verdict: capacityM3S < neededM3S ? 'small' : 'runs',
        slope: null,
        outletHeightM: null,
        portHeightM: null,
        portAboveLevelM: null,
        headPa: null,
        risesAtM: null,
      };
    }
    const end = circuit.parts.filter(isReservoir).find((r) => r.id === compiled.drainEnds.get(part.id));
    const feeders = drainFeeds.get(part.id) ?? [];
    const judged = judgeDrain(part, {
      flowM3S,
      outletHeightM: outletHeight(circuit, feeders),
      densityKgM3: oil.densityKgM3(state.oilTemperatureK),
      viscosityPaS: oil.viscosityPaS(state.oilTemperatureK),
      // A scavenge pump at its foot empties it: neither level nor crankcase pressure stands against it.
      levelM: end?.levelM ?? -Infinity,
      crankcasePa: end?.pressurePa ?? 0,
      isPushed: feeders.length > 0 && feeders.every((id) => pushesItsOil(circuit.parts.find((p) => p.id === id))),
    });
    return { part: part.id, name: part.name, kind: 'drain', flowM3S, ...judged };
  });
}

/** The reservoir that a scavenge section draws from, where it does. */
function panOf(circuit: Circuit, compiled: CompiledCircuit, part: ReturnPart): ReservoirPart | undefined {
  const node = compiled.nodeOfPort.get(`${part.id}.in`);
  return node === undefined || !actsAs(part, 'scavenge')
    ? undefined
    : circuit.parts.filter(isReservoir).find((r) => compiled.nodeOfPort.get(`${r.id}.suction`) === node);
}

function outletHeight(circuit: Circuit, feeders: readonly string[]): number | undefined {
  const heights = feeders
    .map((id) => circuit.parts.find((p) => p.id === id))
    .filter((p): p is Part => p !== undefined)
    .map((p) => (actsAs(p, 'drain') ? p.profile?.at(-1)?.heightM : p.elevationM));
  return heights.find((h) => h !== undefined);
}

/** Oil in each gas-charged accumulator at this state. */
export function describeAccumulators(
  circuit: Circuit,
  compiled: CompiledCircuit,
  nodes: readonly NodeResult[],
  state: OperatingState,
): SolveResult['accumulators'] {
  return circuit.parts
    .filter((p) => actsAs(p, 'accumulator'))
    .map((p) => {
      const pressurePa = nodes[compiled.nodeOfPort.get(`${p.id}.in`) ?? -1]?.pressurePa ?? null;
      return {
        part: p.id,
        name: p.name,
        oilM3:
          pressurePa === null || !p.valveOpen
            ? null
            : accumulatorOilM3(p.volumeM3, p.prechargePa, pressurePa, state.atmospherePa),
      };
    });
}
