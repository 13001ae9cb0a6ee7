import type { ElementResult, HydraulicResult } from './result';

/** One part's share of the pressure between the pump and a consumer. */
export interface PathShare {
  readonly part: string;
  readonly name: string;
  /** What the part takes of the pressure, height included: in − out [Pa]. Negative for what adds pressure. */
  readonly takesPa: number;
  /** Pressure behind it [Pa]. */
  readonly leavesPa: number;
}

/** The way oil takes to a consumer, from the pump's outlet on. */
export interface ConsumerPath {
  readonly startPa: number;
  readonly startName: string;
  readonly shares: readonly PathShare[];
  readonly endPa: number;
}

/**
 * Follows the largest flow upstream from a consumer's inlet to the pump (or a reservoir) and names each part's share.
 * The shares add up to start − end exactly.
 * @returns undefined where the consumer is cut off or the state did not converge
 */
export function tracePath(result: HydraulicResult, consumerPart: string): ConsumerPath | undefined {
  if (result.convergence.status !== 'converged') return undefined;
  const endNode = result.nodes.findIndex((node) => node.ports.includes(`${consumerPart}.in`));
  if (endNode < 0) return undefined;
  const pressure = (node: number) => result.nodes[node]?.pressurePa ?? NaN;
  const shares: PathShare[] = [];
  const visited = new Set<number>([endNode]);
  let node = endNode;
  let startName = result.nodes[node]!.name;
  for (;;) {
    const feeder = feederOf(result, node, visited);
    if (!feeder) break;
    const upstream = feeder.toNode === node ? feeder.fromNode : feeder.toNode;
    if (feeder.law === 'pump') {
      startName = feeder.name;
      break;
    }
    const last = shares[shares.length - 1];
    const takesPa = pressure(upstream) - pressure(node);
    // Elements of one part follow each other (a nozzle behind its valve): to the user they are one.
    if (last && last.part === feeder.part) shares[shares.length - 1] = { ...last, takesPa: last.takesPa + takesPa };
    else shares.push({ part: feeder.part, name: feeder.name.split(':')[0]!, takesPa, leavesPa: pressure(node) });
    visited.add(upstream);
    node = upstream;
    startName = result.nodes[node]!.name;
    if (result.nodes[node]!.held) break;
  }
  return { startPa: pressure(node), startName, shares: shares.reverse(), endPa: pressure(endNode) };
}

function feederOf(result: HydraulicResult, node: number, visited: ReadonlySet<number>): ElementResult | undefined {
  let best: ElementResult | undefined;
  let most = 0;
  for (const e of result.elements) {
    const inward = e.toNode === node ? e.flowM3S : e.fromNode === node ? -e.flowM3S : 0;
    const upstream = e.toNode === node ? e.fromNode : e.toNode;
    if (inward > most && !visited.has(upstream)) {
      most = inward;
      best = e;
    }
  }
  return best;
}
