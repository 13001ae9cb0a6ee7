import { actsAs, kindOf, type Part } from '../../../document/parts/part';
import { isConsumer, PORTS } from '../../../document/parts/ports';
import { branchOf } from '../../../document/moves/branch';
import type { Move } from '../../../document/moves/move';
import type { AuditContext } from '../context';

/** A place with filtered oil to feed from: behind a gallery where there is one, else behind a filter. */
export function filteredPlace(c: AuditContext): string | undefined {
  const gallery = c.circuit.parts.find(
    (p) => actsAs(p, 'line') && p.form === 'gallery' && !c.unfiltered.has(`${p.id}.out`),
  );
  const filter = c.circuit.parts.find((p) => actsAs(p, 'filter') && !c.unfiltered.has(`${p.id}.out`));
  const place = gallery ?? filter;
  return place && `${place.id}.out`;
}

/** Moves the tap of a part's branch to filtered oil; nothing where there is none. */
export function feedFiltered(c: AuditContext, part: Part): readonly Move[] {
  const to = filteredPlace(c);
  const tap = branchOf(c.circuit.parts, c.groups, part)?.tapPort ?? `${part.id}.in`;
  return to && c.groups.of(to) !== c.groups.of(tap) ? [{ kind: 'moveTap', port: tap, to }] : [];
}

/** Parts of the branch that feeds a part, itself included; only itself where it has none. */
export function feedBranch(c: AuditContext, part: Part): readonly Part[] {
  return branchOf(c.circuit.parts, c.groups, part)?.parts ?? [part];
}

/** Parts fed from outside the engine: what an engine builder plumbs. */
export function isPlumbed(part: Part): boolean {
  return isConsumer(part) && kindOf(part).sitsOutside?.(part) === true;
}

/** Pressure at a part's port over the reachable states, highest [Pa]. */
export function highestPa(c: AuditContext, part: Part): number {
  return Math.max(
    ...PORTS[part.kind].map((port) => c.nodeHighPa[c.compiled.nodeOfPort.get(`${part.id}.${port}`) ?? -1] ?? -Infinity),
  );
}

/** The element of a part by its role. */
export function elementOf(c: AuditContext, part: string, role = ''): number | undefined {
  return c.compiled.elementsOfPart.get(part)?.get(role);
}
