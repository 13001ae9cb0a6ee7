import { PORTS, placeOf } from '../../../document/parts/ports';
import type { AuditContext } from '../context';
import { rule } from '../rule';

/**
 * The pump whose outlet feeds another's inlet with nothing but lines between; undefined where it draws from a
 * reservoir.
 */
function feederOf(c: AuditContext, pump: string): string | undefined {
  const queue = [c.groups.of(`${pump}.in`)];
  const seen = new Set<string>();
  let feeder: string | undefined;
  for (let group = queue.pop(); group !== undefined; group = queue.pop()) {
    if (seen.has(group)) continue;
    seen.add(group);
    for (const part of c.circuit.parts) {
      const ports = PORTS[part.kind].filter((port) => c.groups.of(`${part.id}.${port}`) === group);
      if (ports.length === 0 || part.id === pump) continue;
      if (placeOf(part) === 'reservoir') return undefined;
      if (placeOf(part) === 'pump') {
        if (ports.includes('out')) feeder = part.id;
      } else if (placeOf(part) === 'inLine' || placeOf(part) === 'suction')
        for (const port of PORTS[part.kind]) queue.push(c.groups.of(`${part.id}.${port}`));
    }
  }
  return feeder;
}

/** Two pumps one behind the other: the second only passes on what the first brings. */
export const pumpsInSeries = rule('pumpsInSeries', 'Pumps head to tail', (c) =>
  c.parts('pump').flatMap((pump) => {
    const first = feederOf(c, pump.id);
    const name = c.part(first ?? '')?.name;
    if (name === undefined) return [];
    return [
      {
        weight: 'mend' as const,
        part: pump.id,
        what: `${pump.name} is fed by ${name}: two pumps head to tail.`,
        why: 'The flow is that of the smaller one, their pressures add up, and the one that brings too much is dead-headed against the other.',
        remedies: ['draw both from the sump, each with a check valve', 'one pump that is large enough'],
      },
    ];
  }),
);
