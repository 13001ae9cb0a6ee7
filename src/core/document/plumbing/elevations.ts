import { actsAs } from '../parts/part';
import type { Issue } from '../project/issue';
import { isReservoir, PORTS } from '../parts/ports';
import type { Circuit } from '../project/project';
import type { PortGroups } from './portGroups';

/** Heights that meet at one place must agree within this. */
export const ELEVATION_AGREEMENT_M = 1e-3;

/**
 * Height of every group of ports: what its parts state, else that of the nearest group that has one.
 *
 * Only differences between ends matter to the flow, so a height taken from a neighbour moves a static head along a line
 * but never changes its sum.
 */
export function assignElevations(
  circuit: Circuit,
  groups: PortGroups,
  at: string,
  issues: Issue[],
): ReadonlyMap<string, number> {
  const stated = new Map<string, { readonly m: number; readonly part: string }>();
  for (const part of circuit.parts) {
    if (isReservoir(part) || part.elevationM === undefined || actsAs(part, 'drain')) continue;
    for (const port of PORTS[part.kind]) {
      const group = groups.of(`${part.id}.${port}`);
      // Oil that falls out does so at the part's own height, whatever it falls into.
      if (
        port === 'out' &&
        circuit.parts.some(
          (p) =>
            (isReservoir(p) && groups.of(`${p.id}.return`) === group) ||
            (actsAs(p, 'drain') && groups.of(`${p.id}.in`) === group),
        )
      )
        continue;
      const other = stated.get(group);
      if (other && Math.abs(other.m - part.elevationM) > ELEVATION_AGREEMENT_M)
        issues.push({
          code: 'elevationConflict',
          severity: 'refused',
          at: `${at}.parts`,
          parts: [other.part, part.name],
          actualM: Math.abs(other.m - part.elevationM),
          limitM: ELEVATION_AGREEMENT_M,
        });
      else if (!other) stated.set(group, { m: part.elevationM, part: part.name });
    }
  }
  const elevations = new Map<string, number>([...stated].map(([group, value]) => [group, value.m]));
  const neighbours = new Map<string, string[]>();
  for (const part of circuit.parts) {
    if (isReservoir(part)) continue;
    const own = PORTS[part.kind].map((port) => groups.of(`${part.id}.${port}`));
    for (const a of own) neighbours.set(a, [...(neighbours.get(a) ?? []), ...own.filter((b) => b !== a)]);
  }
  const queue = [...elevations.keys()];
  for (let head = 0; head < queue.length; head++)
    for (const next of neighbours.get(queue[head]!) ?? [])
      if (!elevations.has(next)) {
        elevations.set(next, elevations.get(queue[head]!)!);
        queue.push(next);
      }
  return elevations;
}
