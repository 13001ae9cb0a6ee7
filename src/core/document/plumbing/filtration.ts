import { kindOf } from '../parts/part';
import { PortGroups } from './portGroups';
import { isReservoir, PORTS, waysThrough } from '../parts/ports';
import type { Circuit } from '../project/project';

/**
 * Ports that oil can reach from a sump or tank without passing a filter's media.
 *
 * Follows parts from inlet to outlets only. A filter's own bypass valve is not counted as a way: when it opens, that is
 * a matter of the state. Both ports of a plate between block and filter come out unfiltered, as they are.
 */
export function unfilteredPorts(circuit: Circuit): ReadonlySet<string> {
  const groups = PortGroups.of(circuit);
  const reached = new Set<string>();
  const queue = circuit.parts.filter(isReservoir).map((part) => groups.of(`${part.id}.suction`));
  for (let group = queue.pop(); group !== undefined; group = queue.pop()) {
    if (reached.has(group)) continue;
    reached.add(group);
    for (const part of circuit.parts) {
      if (kindOf(part).cleans) continue;
      for (const [from, to] of waysThrough(part))
        if (groups.of(`${part.id}.${from}`) === group) queue.push(groups.of(`${part.id}.${to}`));
    }
  }
  const ports = new Set<string>();
  for (const part of circuit.parts)
    for (const port of PORTS[part.kind])
      if (reached.has(groups.of(`${part.id}.${port}`))) ports.add(`${part.id}.${port}`);
  return ports;
}
