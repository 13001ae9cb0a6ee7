import { actsAs, type Part } from '../../document/parts/part';
import { isConsumer, type ConsumerPart } from '../../document/parts/ports';
import type { Circuit } from '../../document/project/project';
import type { CompiledCircuit } from '../../network/compile/compile';
import { Law } from '../../network/compile/law';
import type { Network } from '../../network/compile/network';
import type { OperatingState } from '../../network/solve/state';
import type { Workspace } from '../../network/solve/workspace';
import { isSupplied, judgeSupply, lowWaterPa } from './supplyVerdict';
import type { Check, ConsumerResult, Verdict } from '../stateResult';

/** Where a consumer is read in a solved network; −1 where it is cut off. */
export interface Probe {
  readonly part: ConsumerPart;
  readonly inNode: number;
  readonly outNode: number;
  /** The element that delivers into the outlet. */
  readonly element: number;
  /** The spring valve ahead of it, or −1. */
  readonly valve: number;
}

/** True for what is judged: unnamed leaks want nothing. */
const isJudged = (part: Part): part is ConsumerPart =>
  isConsumer(part) && !(actsAs(part, 'accessory') && part.duty === 'unnamed');

/** One probe for each consumer of the circuit that is judged, in file order. */
export function probesOf(circuit: Circuit, compiled: CompiledCircuit): readonly Probe[] {
  const { network } = compiled;
  return circuit.parts.filter(isJudged).map((part) => {
    const own = [...(compiled.elementsOfPart.get(part.id)?.values() ?? [])];
    const outNode = compiled.nodeOfPort.get(`${part.id}.out`) ?? -1;
    return {
      part,
      outNode,
      inNode: compiled.nodeOfPort.get(`${part.id}.in`) ?? -1,
      element: own.find((e) => network.to[e] === outNode) ?? -1,
      valve: own.find((e) => network.law[e] === Law.springValve) ?? -1,
    };
  });
}

/** What a probe reads at a converged state. */
export interface ProbeReading {
  readonly verdict: Verdict;
  readonly checks: readonly Check[];
  readonly pressurePa: number | null;
  readonly flowM3S: number | null;
  readonly lowPressurePa: number | null;
}

/**
 * Reads and judges one consumer in the solver's workspace. A consumer that is cut off is dry as soon as the engine
 * turns.
 */
export function readProbe(
  probe: Probe,
  network: Network,
  ws: Workspace,
  state: OperatingState,
  still: Uint8Array | undefined,
): ProbeReading {
  const { part } = probe;
  const pumpTurns = state.speedRevS > 0;
  const gate =
    actsAs(part, 'rods') && probe.element >= 0 ? ws.boundB[probe.element]! * (1 + part.gateHalfWidth) : undefined;
  const lowPressurePa = lowWaterPa(part.supply, state.speedRevS, gate) ?? null;
  if (probe.inNode < 0 || probe.element < 0 || still?.[probe.inNode] === 1)
    return { verdict: pumpTurns ? 'dry' : 'inBand', checks: [], pressurePa: null, flowM3S: null, lowPressurePa };
  const pressurePa = ws.pressurePa[probe.inNode]!;
  const flowM3S = ws.flowM3S[probe.element]!;
  const spring =
    actsAs(part, 'jets') && part.valve && probe.valve >= 0
      ? { crackPa: part.valve.crackPa, lift: ws.opening[probe.valve]! }
      : undefined;
  const { verdict, checks } = judgeSupply(part.supply, {
    speedRevS: state.speedRevS,
    pumpTurns,
    pressurePa,
    flowM3S,
    backPressurePa: network.heldPressurePa[probe.outNode]!,
    centrifugalPa: gate,
    shutOff: actsAs(part, 'rods') && ws.opening[probe.element] === 0,
    spring,
  });
  return { verdict, checks, pressurePa, flowM3S, lowPressurePa };
}

/** The same as a row of a result. @param converged false makes the verdict unknown */
export function consumerResult(probe: Probe, reading: ProbeReading, converged: boolean): ConsumerResult {
  const { part } = probe;
  return {
    part: part.id,
    name: part.name,
    verdict: converged ? reading.verdict : 'unknown',
    supplied: converged && isSupplied(reading.verdict),
    decisive: converged ? (reading.checks[0] ?? null) : null,
    checks: converged ? [...reading.checks] : [],
    pressurePa: reading.pressurePa,
    flowM3S: reading.flowM3S,
    lowPressurePa: reading.lowPressurePa,
    highPressurePa: part.supply.highPressurePa ?? null,
  };
}
