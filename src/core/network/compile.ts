import type { Issue } from '../circuit/issue';
import type { Part } from '../circuit/parts';
import { isConsumer, isDeadEnd, isReservoir, isReturn, PORTS, waysThrough, type ReservoirPart } from '../circuit/ports';
import type { Circuit } from '../circuit/project';
import { assignElevations } from './elevations';
import { expandPart, type Expansion } from './expandPart';
import { PortGroups } from './portGroups';
import { NetworkBuilder, type ElementIndex, type Network, type NodeIndex } from './network';

/** A circuit made ready for the solver, with the way back from its figures to parts and ports. */
export interface CompiledCircuit {
  readonly network: Network;
  /** Node of every port that carries oil; cut-off ports are absent. */
  readonly nodeOfPort: ReadonlyMap<string, NodeIndex>;
  /** Elements of each part by role; a blocked or cut-off part has none. */
  readonly elementsOfPart: ReadonlyMap<string, ReadonlyMap<string, ElementIndex>>;
  readonly partOfElement: readonly string[];
  /** Part whose oil arrives at a drain, by drain id: consumers and other drains. */
  readonly drainFeeds: ReadonlyMap<string, readonly string[]>;
  /** Reservoir that a part discharges into, where it does. */
  readonly returnsTo: ReadonlyMap<string, string>;
  /** Reservoir of every node whose pressure one holds. */
  readonly reservoirOfNode: ReadonlyMap<NodeIndex, string>;
  readonly cutOffParts: ReadonlySet<string>;
  readonly warnings: readonly Issue[];
}

export type CompileResult =
  { readonly ok: true; readonly compiled: CompiledCircuit } | { readonly ok: false; readonly issues: readonly Issue[] };

/**
 * Turns parts and joints into nodes and elements.
 *
 * Joined ports become one node; parts become one or more elements; what is cut off from every reservoir
 * is left out and named; what falls into a crankcase leaves at its own height and never comes back.
 *
 * @param circuit valid by its schema and its references
 * @param at path of the circuit in the file, for issues
 */
export function compileCircuit(circuit: Circuit, at = 'circuit'): CompileResult {
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
  const builder = new NetworkBuilder();
  const nodeOfGroup = new Map<string, NodeIndex>();
  const reservoirOfNode = new Map<NodeIndex, string>();
  const nodeFor = (group: string): NodeIndex => {
    let node = nodeOfGroup.get(group);
    if (node === undefined) {
      const reservoir = returns.intoDrain.get(group) ?? heldBy.get(group);
      node = reservoir
        ? builder.addNode(groups.nameOf(group, partById), reservoir.levelM, reservoir.pressurePa)
        : builder.addNode(groups.nameOf(group, partById), elevations.get(group) ?? 0);
      if (reservoir) reservoirOfNode.set(node, reservoir.id);
      nodeOfGroup.set(group, node);
    }
    return node;
  };

  const nodeOfPort = new Map<string, NodeIndex>();
  const elementsOfPart = new Map<string, Map<string, ElementIndex>>();
  const partOfElement: string[] = [];
  const cutOffParts = new Set<string>();
  const returnsTo = new Map<string, string>();
  for (const part of circuit.parts) {
    const ports = PORTS[part.kind];
    for (const port of ports) {
      const group = groups.of(`${part.id}.${port}`);
      if (live.has(group)) nodeOfPort.set(`${part.id}.${port}`, nodeFor(group));
    }
    if (isReservoir(part) || isReturn(part) || isDeadEnd(part)) {
      if (isDeadEnd(part) && !nodeOfPort.has(`${part.id}.in`)) cutOffParts.add(part.id);
      continue;
    }
    if (!ports.every((port) => nodeOfPort.has(`${part.id}.${port}`))) cutOffParts.add(part.id);
    const ways = waysThrough(part).filter(
      ([from, to]) => nodeOfPort.has(`${part.id}.${from}`) && nodeOfPort.has(`${part.id}.${to}`),
    );
    if (ways.length === 0) continue;
    const outGroup = groups.of(`${part.id}.out`);
    const reservoir = returns.discharges(outGroup);
    if (reservoir) returnsTo.set(part.id, reservoir.id);
    const roles = new Map<string, ElementIndex>();
    const expansion: Expansion = {
      builder,
      node: (port) => nodeOfPort.get(`${part.id}.${port}`)!,
      add: (role, spec) => {
        const index = builder.addElement({ ...spec, name: role === '' ? part.name : `${part.name}: ${role}` });
        roles.set(role, index);
        partOfElement[index] = part.id;
        return index;
      },
      discharges: reservoir !== undefined,
      carries: (from, to) => ways.some(([a, b]) => a === from && b === to),
      senseNode: (ref) => {
        const node = nodeFor(groups.of(ref));
        if (!live.has(groups.of(ref)))
          issues.push({ code: 'senseUnknown', severity: 'refused', at: `${at}.parts`, part: part.name, ref });
        return node;
      },
    };
    expandPart(part, expansion);
    elementsOfPart.set(part.id, roles);
  }
  if (issues.length > 0) return { ok: false, issues };
  return {
    ok: true,
    compiled: {
      network: builder.build(),
      nodeOfPort,
      elementsOfPart,
      partOfElement,
      cutOffParts,
      returnsTo,
      reservoirOfNode,
      drainFeeds: returns.feeds,
      warnings: [
        ...closedOff('cutOff', circuit, groups, (group) => !live.has(group), partById, at),
        ...closedOff('unfed', circuit, groups, (group) => live.has(group) && !fed.has(group), partById, at),
      ],
    },
  };
}

interface Returns {
  /** Reservoir behind a group that drains stand at. */
  readonly intoDrain: ReadonlyMap<string, ReservoirPart>;
  readonly feeds: ReadonlyMap<string, readonly string[]>;
  /** The reservoir into whose gas space oil at this group falls, or undefined where the group is part of the pressure network. */
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
  return { intoDrain, feeds, discharges: (group) => intoDrain.get(group) ?? returnOf.get(group) };
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
    if (part.kind === 'valve' && part.turns === 0) continue;
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
