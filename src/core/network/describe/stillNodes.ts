import { AT, Law } from '../compile/law';
import type { Network } from '../compile/network';
import type { Workspace } from '../solve/workspace';

/**
 * Marks the nodes that shut valves leave without any open way to a reservoir.
 *
 * Only their leaks hold such a pocket's pressure, so the figure would mean nothing. A pump in the pocket gives it a
 * pressure of its own (a dead-headed pump), and so does a single shut valve's driving side: a pocket is still only when
 * every way into it is shut now and no pump works in it.
 * @returns 1 for a still node
 */
export function stillNodes(network: Network, ws: Workspace): Uint8Array {
  const nodes = network.nodeName.length;
  const still = new Uint8Array(nodes).fill(1);
  const start: number[] = [];
  for (let i = 0; i < nodes; i++) if (network.nodeHeld[i]) start.push(i);
  const ways: number[][] = Array.from({ length: nodes }, () => []);
  for (let e = 0; e < network.law.length; e++) {
    const shut =
      (network.law[e] === Law.springValve && ws.opening[e] === 0) ||
      (network.law[e] === Law.opening && network.parameters[network.parameterStart[e]! + AT.opening.areaM2] === 0);
    if (shut) continue;
    ways[network.from[e]!]!.push(network.to[e]!);
    ways[network.to[e]!]!.push(network.from[e]!);
  }
  for (const node of start) still[node] = 0;
  for (let node = start.pop(); node !== undefined; node = start.pop())
    for (const next of ways[node]!)
      if (still[next] === 1) {
        still[next] = 0;
        start.push(next);
      }
  return still;
}
