import { actsAs } from '../parts/part';
import { isReservoir, isReturn, type ReservoirPart, type ReturnPart } from '../parts/ports';
import type { Circuit } from '../project/project';
import { PortGroups } from './portGroups';

/**
 * The reservoir that a drain ends in, by way of the drains behind it.
 * @returns undefined where it ends nowhere, or at a scavenge section: that empties it, so no level stands against it
 */
export function drainEnd(
  circuit: Circuit,
  drain: ReturnPart,
  groups = PortGroups.of(circuit),
): ReservoirPart | undefined {
  const returns = circuit.parts.filter(isReturn);
  let at = drain;
  for (let hops = 0; hops <= returns.length; hops++) {
    const out = groups.of(`${at.id}.out`);
    const next = returns.find((r) => r.id !== at.id && groups.of(`${r.id}.in`) === out);
    if (!next) return circuit.parts.filter(isReservoir).find((r) => groups.of(`${r.id}.return`) === out);
    if (actsAs(next, 'scavenge')) return undefined;
    at = next;
  }
  return undefined;
}
