import type { Issue } from '../../document/project/issue';
import { isDeadEnd, isReservoir, isReturn, PORTS, waysThrough } from '../../document/parts/ports';
import type { Circuit } from '../../document/project/project';
import { expandPart, type Expansion } from './expandPart';
import { tracePlumbing } from '../../document/plumbing/plumbing';
import { NetworkBuilder, type ElementIndex, type EngineRunning, type Network, type NodeIndex } from './network';

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
  /** Reservoir that a drain ends in by itself, with no scavenge section behind it. */
  readonly drainEnds: ReadonlyMap<string, string>;
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
 * Joined ports become one node; parts become one or more elements; what is cut off from every reservoir is left out and
 * named; what falls into a crankcase leaves at its own height and never comes back.
 *
 * @param circuit valid by its schema and its references
 * @param at path of the circuit in the file, for issues
 * @param running what its engine adds to a state; absent: full load, no air
 */
export function compileCircuit(circuit: Circuit, at = 'circuit', running?: EngineRunning): CompileResult {
  const traced = tracePlumbing(circuit, at);
  if (!traced.ok) return traced;
  const { groups, partById, heldBy, returns, elevations, live, warnings } = traced.plumbing;
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
      add: (role, law, from, to, manner) => {
        const name = role === '' ? part.name : `${part.name}: ${role}`;
        const index = builder.addElement({ ...manner, ...law, name, from, to });
        roles.set(role, index);
        partOfElement[index] = part.id;
        return index;
      },
      discharges: reservoir !== undefined,
      carries: (from, to) => ways.some(([a, b]) => a === from && b === to),
      senseNode: (ref) => nodeFor(groups.of(ref)),
    };
    expandPart(part, expansion);
    elementsOfPart.set(part.id, roles);
  }
  return {
    ok: true,
    compiled: {
      network: builder.build(running),
      nodeOfPort,
      elementsOfPart,
      partOfElement,
      cutOffParts,
      returnsTo,
      reservoirOfNode,
      drainFeeds: returns.feeds,
      drainEnds: returns.ends,
      warnings,
    },
  };
}
