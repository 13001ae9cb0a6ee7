import { actsAs, type Part } from '../parts/part';
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

/** True for a part whose oil goes back under pressure: its return runs full, and need not fall. */
export const pushesItsOil = (part: Part | undefined): boolean =>
  actsAs(part, 'sideStream') && part.returnBy === 'pressure';

/** True for a return into which pressure pushes all of its oil. */
export function isPushedReturn(circuit: Circuit, drain: ReturnPart, groups = PortGroups.of(circuit)): boolean {
  const place = groups.of(`${drain.id}.in`);
  const feeders = circuit.parts.filter(
    (p) => !isReservoir(p) && p.id !== drain.id && groups.of(`${p.id}.out`) === place,
  );
  return feeders.length > 0 && feeders.every(pushesItsOil);
}
