import { hasAntiDrain } from '../../../document/kinds/filter';
import { actsAs, type Part, type PartKind } from '../../../document/parts/part';
import type { AuditContext } from '../context';
import { rule, type Found } from '../rule';

/**
 * Oil stands this much higher at the outlet than at the inlet of a part that is turned round and passes nothing [Pa].
 */
const BACKWARD_PA = 1e3;

/** What becomes of parts that work one way, when they are fitted the other way round. */
const TURNED: Partial<Record<PartKind, (part: Part) => string>> = {
  filter: (part) =>
    actsAs(part, 'filter') && hasAntiDrain(part)
      ? 'Its anti-drain valve shuts against the oil at any pressure, and its bypass valve cannot open: nothing passes.'
      : 'Oil goes through the media from the inside out: it collapses at about a third of its rating, and its bypass valve cannot open.',
  checkValve: () => 'It shuts against the oil.',
  plate: () => 'Its thermostat senses the oil that comes back from the cooler: it opens late or never.',
  thermostat: () => 'It senses the oil that comes back from the cooler: it opens late or never.',
  sideStream: () => 'Its metering stands behind its media, which then sees full pressure from the inside.',
};

/** Parts that work one way only, and stand the other way round. */
export const reversedPart = rule('reversedPart', 'Fitted the wrong way round', (c) =>
  c.circuit.parts.flatMap((part): Found[] => {
    const happens = TURNED[part.kind];
    if (!happens || !isReversed(c, part)) return [];
    return [
      {
        weight: 'stop',
        part: part.id,
        state: c.states.fullHot,
        what: `${part.name} is fitted the wrong way round: oil comes to its outlet.`,
        why: happens(part),
        remedies: ['swap its two connections; mark in and out before the hoses are made'],
        moves: [{ kind: 'reverse', part: part.id }],
      },
    ];
  }),
);

/** True where oil goes, or presses, from a part's outlet to its inlet at hot idle and at full speed alike. */
export function isReversed(c: AuditContext, part: Part): boolean {
  return [c.states.hotIdle, c.states.fullHot].every((state) => {
    const { elements, nodes, convergence } = c.at(state);
    if (convergence.status !== 'converged') return false;
    const inlet = c.compiled.nodeOfPort.get(`${part.id}.in`);
    const outlet = c.compiled.nodeOfPort.get(`${part.id}.out`);
    if (inlet === undefined || outlet === undefined) return false;
    const into = elements
      .filter((e) => e.part === part.id && (e.fromNode === inlet || e.toNode === inlet))
      .reduce((sum, e) => sum + (e.fromNode === inlet ? e.flowM3S : -e.flowM3S), 0);
    const pressing = (nodes[outlet]!.pressurePa ?? 0) - (nodes[inlet]!.pressurePa ?? 0);
    return into < 0 && pressing > (actsAs(part, 'filter') || actsAs(part, 'checkValve') ? BACKWARD_PA : 0);
  });
}
