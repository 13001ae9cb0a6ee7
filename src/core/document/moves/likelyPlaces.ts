import { isReservoir, isReturn, splitPortRef } from '../parts/ports';
import { actsAs, type Part } from '../parts/part';
import type { Circuit } from '../project/project';

/** Parts on the suction side: from the tanks to each pump, the pump included. What is put in there starves the pump. */
function suctionOf({ parts, joints }: Circuit): ReadonlySet<string> {
  const byId = new Map(parts.map((p) => [p.id, p]));
  const behind = (id: string) =>
    joints.filter((j) => splitPortRef(j.from).part === id).map((j) => splitPortRef(j.to).part);
  const found = new Set<string>();
  const next = parts.filter(isReservoir).flatMap((tank) => behind(tank.id));
  while (next.length > 0) {
    const id = next.pop()!;
    if (found.has(id)) continue;
    found.add(id);
    if (!actsAs(byId.get(id), 'pump')) next.push(...behind(id));
  }
  return found;
}

/**
 * A circuit's parts, those first where something is likely to be changed: the filter, where coolers and remote filters
 * are connected, then what lies behind the pump, then returns; the suction side and the tanks last.
 * @source common practice
 */
export function likelyFirst(circuit: Circuit): Part[] {
  const suction = suctionOf(circuit);
  const place = (part: Part): number => {
    if (isReservoir(part)) return 4;
    if (suction.has(part.id)) return 3;
    if (isReturn(part)) return 2;
    return actsAs(part, 'filter') ? 0 : 1;
  };
  return [...circuit.parts].sort((a, b) => place(a) - place(b));
}
