import { drainEnd } from './drainEnd';
import { kindOf, type Part } from '../parts/part';
import { isConsumer, isReservoir, isReturn, PORTS, sensePort, waysThrough, type ReservoirPart } from '../parts/ports';
import type { Issue } from '../project/issue';
import type { Circuit } from '../project/project';
import { assignElevations } from './elevations';
import { PortGroups } from './portGroups';

/**
 * What a circuit's joints make of it before any law is asked: its places, what holds their pressure, where oil can go.
 */
export interface Plumbing {
  /** Joined ports are one place. */
  readonly groups: PortGroups;
  readonly partById: ReadonlyMap<string, Part>;
  /** Reservoir that holds the pressure of a place. */
  readonly heldBy: ReadonlyMap<string, ReservoirPart>;
  readonly returns: Returns;
  /** Height of each place above the crank [m]. */
  readonly elevations: ReadonlyMap<string, number>;
  /** Places with an open way to a reservoir. */
  readonly live: ReadonlySet<string>;
  readonly warnings: readonly Issue[];
}

export type PlumbingResult =
  { readonly ok: true; readonly plumbing: Plumbing } | { readonly ok: false; readonly issues: readonly Issue[] };

/**
 * Traces a circuit's places and checks all that can be wrong with its plumbing: no reservoir, reservoirs that are
 * joined, drains without an end, heights that disagree, valves that sense where no oil is.
 *
 * @param circuit valid by its schema and its references
 * @param at path of the circuit in the file, for issues
 */
export function tracePlumbing(circuit: Circuit, at = 'circuit'): PlumbingResult {
  const issues: Issue[] = [];
  const partById = new Map(circuit.parts.map((part) => [part.id, part]));
  const reservoirs = circuit.parts.filter(isReservoir);
  if (reservoirs.length === 0)
    return { ok: false, issues: [{ code: 'noReservoir', severity: 'refused', at: `${at}.parts` }] };

  const groups = PortGroups.of(circuit);

  // A consumer whose outlet is joined to nothing lets its oil fall into the only crankcase there is.
  for (const part of circuit.parts) {
    if (!isConsumer(part) || groups.sizeOf(`${part.id}.out`) > 1) continue;
    if (reservoirs.length === 1) groups.join(`${part.id}.out`, `${reservoirs[0]!.id}.return`);
    else issues.push({ code: 'dischargeUnknown', severity: 'refused', at: `${at}.parts`, part: part.name });
  }

  const returns = traceReturns(circuit, groups, reservoirs, at, issues);
  const heldBy = new Map<string, ReservoirPart>();
  for (const reservoir of reservoirs)
    for (const port of PORTS[reservoir.kind]) {
      const group = groups.of(`${reservoir.id}.${port}`);
      const other = heldBy.get(group);
      if (other && other.id !== reservoir.id)
        issues.push({
          code: 'reservoirsJoined',
          severity: 'refused',
          at: `${at}.joints`,
          parts: [other.name, reservoir.name],
        });
      heldBy.set(group, reservoir);
    }
  const elevations = assignElevations(circuit, groups, at, issues);
  if (issues.length > 0) return { ok: false, issues };

  const live = liveGroups(circuit, groups, heldBy, returns, false);
  const fed = liveGroups(circuit, groups, heldBy, returns, true);
  for (const part of circuit.parts) {
    const ref = sensePort(part)?.ref;
    if (ref === undefined || live.has(groups.of(ref))) continue;
    // A part that itself carries no oil senses nothing, and needs not.
    const carries = waysThrough(part).some((way) => way.every((port) => live.has(groups.of(`${part.id}.${port}`))));
    if (carries) issues.push({ code: 'senseUnknown', severity: 'refused', at: `${at}.parts`, part: part.name, ref });
  }
  if (issues.length > 0) return { ok: false, issues };
  const closed = (code: 'cutOff' | 'unfed', is: (group: string) => boolean) =>
    closedOff(code, circuit, groups, is, partById, at);
  return {
    ok: true,
    plumbing: {
      groups,
      partById,
      heldBy,
      returns,
      elevations,
      live,
      warnings: [
        ...closed('cutOff', (group) => !live.has(group)),
        ...closed('unfed', (group) => live.has(group) && !fed.has(group)),
      ],
    },
  };
}

/** Where oil falls. */
export interface Returns {
  /** Reservoir behind a group that drains stand at. */
  readonly intoDrain: ReadonlyMap<string, ReservoirPart>;
  readonly feeds: ReadonlyMap<string, readonly string[]>;
  /** By drain, the reservoir that it ends in by itself. */
  readonly ends: ReadonlyMap<string, string>;
  /**
   * The reservoir into whose gas space oil at this group falls, or undefined where the group is part of the pressure
   * network.
   */
  discharges(group: string): ReservoirPart | undefined;
}

/** Follows drains to their reservoirs. A drain is not part of the pressure network: it runs partly full. */
function traceReturns(
  circuit: Circuit,
  groups: PortGroups,
  reservoirs: readonly ReservoirPart[],
  at: string,
  issues: Issue[],
): Returns {
  const returnOf = new Map(reservoirs.map((r) => [groups.of(`${r.id}.return`), r]));
  const drains = circuit.parts.filter(isReturn);
  const intoDrain = new Map<string, ReservoirPart>();
  for (const drain of drains) {
    // What a scavenge section draws from a pan is no part of the pressure network either.
    let group = groups.of(`${drain.id}.out`);
    let reservoir = returnOf.get(group);
    for (let hops = 0; !reservoir && hops <= drains.length; hops++) {
      const next = drains.find((other) => groups.of(`${other.id}.in`) === group);
      if (!next) break;
      group = groups.of(`${next.id}.out`);
      reservoir = returnOf.get(group);
    }
    if (reservoir) {
      // A scavenge section that draws from a reservoir stands at that reservoir's own pressure.
      if (!reservoirs.some((r) => groups.of(`${r.id}.suction`) === groups.of(`${drain.id}.in`)))
        intoDrain.set(groups.of(`${drain.id}.in`), reservoir);
      intoDrain.set(groups.of(`${drain.id}.out`), reservoir);
    } else issues.push({ code: 'drainWithoutEnd', severity: 'refused', at: `${at}.parts`, part: drain.name });
  }
  const feeds = new Map<string, string[]>(drains.map((drain) => [drain.id, []]));
  for (const drain of drains) {
    const group = groups.of(`${drain.id}.in`);
    for (const part of circuit.parts)
      if (part.id !== drain.id && PORTS[part.kind].includes('out') && groups.of(`${part.id}.out`) === group)
        feeds.get(drain.id)!.push(part.id);
  }
  const ends = new Map(
    drains.flatMap((drain): [string, string][] => {
      const end = drainEnd(circuit, drain, groups);
      return end ? [[drain.id, end.id]] : [];
    }),
  );
  return { intoDrain, feeds, ends, discharges: (group) => intoDrain.get(group) ?? returnOf.get(group) };
}

/**
 * Groups with an open way to a reservoir: closed valves and blocked parts do not count as a way.
 * @param asSupply true leaves out what only falls into a crankcase: no oil comes that way
 */
function liveGroups(
  circuit: Circuit,
  groups: PortGroups,
  heldBy: ReadonlyMap<string, ReservoirPart>,
  returns: Returns,
  asSupply: boolean,
): ReadonlySet<string> {
  const ways = new Map<string, string[]>();
  const connect = (a: string, b: string) => {
    for (const [from, to] of [
      [a, b],
      [b, a],
    ] as const) {
      const list = ways.get(from);
      if (list) list.push(to);
      else ways.set(from, [to]);
    }
  };
  for (const part of circuit.parts) {
    if (kindOf(part).isShut?.(part)) continue;
    if (asSupply && returns.discharges(groups.of(`${part.id}.out`))) continue;
    for (const [from, to] of waysThrough(part)) connect(groups.of(`${part.id}.${from}`), groups.of(`${part.id}.${to}`));
  }
  const live = new Set<string>([...heldBy.keys(), ...returns.intoDrain.keys()]);
  const queue = [...live];
  for (let group = queue.pop(); group !== undefined; group = queue.pop())
    for (const next of ways.get(group) ?? [])
      if (!live.has(next)) {
        live.add(next);
        queue.push(next);
      }
  return live;
}

function closedOff(
  code: 'cutOff' | 'unfed',
  circuit: Circuit,
  groups: PortGroups,
  is: (group: string) => boolean,
  partById: ReadonlyMap<string, Part>,
  at: string,
): Issue[] {
  const partsOf = new Map<string, Set<string>>();
  for (const part of circuit.parts)
    for (const port of PORTS[part.kind]) {
      const group = groups.of(`${part.id}.${port}`);
      if (!is(group) || (code === 'unfed' && !isConsumer(part))) continue;
      const set = partsOf.get(group) ?? new Set();
      set.add(part.name);
      partsOf.set(group, set);
    }
  return [...partsOf].map(([group, parts]) => ({
    code,
    severity: 'warning',
    at,
    node: groups.nameOf(group, partById),
    parts: [...parts],
  }));
}
