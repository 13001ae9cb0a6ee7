import { actsAs, type Part } from '../../../document/parts/part';
import { PORTS, placeOf } from '../../../document/parts/ports';
import type { AuditContext } from '../context';
import { rule } from '../rule';

/** What a walk against the oil comes to. */
interface Sources {
  readonly reservoir: boolean;
  /** The first pump whose outlet was met. */
  readonly pump: string | undefined;
}

/**
 * Where a pump's oil can come from, against its way.
 * @param through which parts the walk goes through
 */
function sourcesOf(c: AuditContext, pump: string, through: (part: Part) => boolean): Sources {
  const queue = [c.groups.of(`${pump}.in`)];
  const seen = new Set<string>();
  let [reservoir, feeder] = [false, undefined as string | undefined];
  for (let group = queue.pop(); group !== undefined; group = queue.pop()) {
    if (seen.has(group)) continue;
    seen.add(group);
    for (const part of c.circuit.parts) {
      const ports = PORTS[part.kind].filter((port) => c.groups.of(`${part.id}.${port}`) === group);
      if (ports.length === 0 || part.id === pump) continue;
      if (placeOf(part) === 'reservoir') reservoir = true;
      else if (placeOf(part) === 'pump') {
        if (ports.includes('out')) feeder ??= part.id;
      } else if (through(part)) for (const port of PORTS[part.kind]) queue.push(c.groups.of(`${part.id}.${port}`));
    }
  }
  return { reservoir, pump: feeder };
}

const isLine = (part: Part): boolean => placeOf(part) === 'inLine' || placeOf(part) === 'suction';
/** Lets oil past, but no pump lives on it: what a relief or a bore lets through is no reservoir. */
const isTrickle = (part: Part): boolean => actsAs(part, 'orifice') || placeOf(part) === 'relief';

/**
 * The pump whose outlet feeds another's inlet; undefined where it draws from a reservoir. Two pumps in a ring feed each
 * other, also where a relief or an orifice stands between them or lets a trickle in from a reservoir.
 */
function feederOf(c: AuditContext, pump: string): string | undefined {
  const wide = sourcesOf(c, pump, (part) => isLine(part) && !isTrickle(part));
  if (wide.reservoir) return undefined;
  if (wide.pump !== undefined) return wide.pump;
  return sourcesOf(c, pump, (part) => isLine(part) || isTrickle(part)).pump;
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
