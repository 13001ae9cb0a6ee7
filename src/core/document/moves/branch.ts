import { kindOf, type Part } from '../parts/part';
import { placeOf, isBeforeLines, isConsumer, isReservoir, isReturn, PORTS, waysThrough } from '../parts/ports';
import type { PortGroups } from '../plumbing/portGroups';

/** A branch: the parts that serve one place only, from the tap to the end, with what lets their oil run back. */
export interface Branch {
  /** Parts in the order of the oil, the tapped one first. */
  readonly parts: readonly Part[];
  /** Inlet that stands at the tap. */
  readonly tapPort: string;
  /** Drains and scavenge pumps that carry nothing else. */
  readonly returns: readonly Part[];
}

/** The parts whose way leads into a group. */
function feedersOf(parts: readonly Part[], groups: PortGroups, group: string): Part[] {
  return parts.filter((p) =>
    isReservoir(p)
      ? groups.of(`${p.id}.suction`) === group
      : waysOf(p).some(([, to]) => groups.of(`${p.id}.${to}`) === group),
  );
}

function takersOf(parts: readonly Part[], groups: PortGroups, group: string): Part[] {
  return parts.filter(
    (p) =>
      !isReservoir(p) &&
      !isReturn(p) &&
      PORTS[p.kind].some((port) => (port === 'in' || port === 'back') && groups.of(`${p.id}.${port}`) === group),
  );
}

/** Ways whether or not the part is blocked: a blocked hose is still part of its branch. */
const waysOf = (part: Part) => waysThrough({ ...part, blocked: false });

/**
 * The branch that a part stands in: upstream to where its oil parts from other oil, downstream to its end.
 * @returns undefined where the part is on a way that carries on to others and comes from the pump without a tap
 */
export function branchOf(parts: readonly Part[], groups: PortGroups, part: Part): Branch | undefined {
  if (isReservoir(part) || isReturn(part) || isBeforeLines(part)) return undefined;
  const members: Part[] = [part];
  let head: Part = part;
  for (;;) {
    const place = groups.of(`${head.id}.in`);
    const feeders = feedersOf(parts, groups, place);
    const takers = takersOf(parts, groups, place);
    const feeder = feeders[0];
    if (
      takers.length > 1 ||
      feeders.length !== 1 ||
      !feeder ||
      isReservoir(feeder) ||
      placeOf(feeder) === 'pump' ||
      kindOf(feeder).branches ||
      kindOf(feeder).onePlace
    )
      break;
    if (members.includes(feeder)) return undefined;
    members.unshift(feeder);
    head = feeder;
  }
  // Downstream: everything that this oil reaches must end here, not come back to the main way.
  const inside = new Set(members.map((m) => m.id));
  const queue = [...members];
  for (let here = queue.shift(); here; here = queue.shift())
    for (const [, to] of waysOf(here)) {
      const group = groups.of(`${here.id}.${to}`);
      if (isConsumer(here) && to === 'out') continue;
      for (const next of takersOf(parts, groups, group)) {
        if (inside.has(next.id)) continue;
        if (feedersOf(parts, groups, group).some((f) => !inside.has(f.id)) || placeOf(next) === 'pump')
          return undefined;
        inside.add(next.id);
        members.push(next);
        queue.push(next);
      }
    }
  const returns: Part[] = [];
  for (const drain of parts.filter(isReturn)) {
    const place = groups.of(`${drain.id}.in`);
    const pouring = parts.filter(
      (p) => PORTS[p.kind].includes('out') && p.id !== drain.id && groups.of(`${p.id}.out`) === place,
    );
    if (pouring.length > 0 && pouring.every((p) => inside.has(p.id) || returns.includes(p))) returns.push(drain);
  }
  return { parts: members, tapPort: `${head.id}.in`, returns };
}

/** The parts of a loop that leaves by one group and comes back to another, in order; undefined where there is none. */
export function loopBetween(
  parts: readonly Part[],
  groups: PortGroups,
  from: string,
  to: string,
): readonly Part[] | undefined {
  const before = new Map<string, { readonly part: Part; readonly group: string } | undefined>([[from, undefined]]);
  const queue = [from];
  for (let group = queue.shift(); group !== undefined; group = queue.shift()) {
    if (group === to) {
      const loop: Part[] = [];
      for (let at = before.get(group); at; at = before.get(at.group)) loop.unshift(at.part);
      return loop;
    }
    for (const part of parts)
      for (const [a, b] of waysOf(part)) {
        const next = groups.of(`${part.id}.${b}`);
        if (groups.of(`${part.id}.${a}`) !== group || before.has(next)) continue;
        before.set(next, { part, group });
        queue.push(next);
      }
  }
  return undefined;
}
