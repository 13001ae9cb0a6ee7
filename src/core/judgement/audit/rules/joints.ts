import type { Connection } from '../../../document/parts/partBase';
import { isReservoir, PORTS } from '../../../document/parts/ports';
import { actsAs, type Part } from '../../../document/parts/part';
import { JOINTS, jointOf, threadLabel } from '../../../document/parts/threads';
import { tracePath } from '../../../network/describe/tracePath';
import { fig, rule, when, type Found } from '../rule';
import { isPlumbed } from './places';

/** Both halves of a joint have the same thread. */
export const threadMates = rule('threadMates', 'Threads that do not mate', (c) => {
  const found: Found[] = [];
  const seen = new Set<string>();
  for (const { from, to } of c.circuit.joints) {
    const [a, b] = [connectionAt(c.circuit.parts, from), connectionAt(c.circuit.parts, to)];
    const key = [from, to].sort().join(' ');
    if (!a || !b || a.connection.thread === b.connection.thread || seen.has(key)) continue;
    seen.add(key);
    found.push({
      weight: 'mend',
      part: b.part.id,
      what: `${a.part.name} ends in ${threadLabel(a.connection.thread)}, ${b.part.name} begins with ${threadLabel(b.connection.thread)}.`,
      why: 'They do not go together: ordering the neighbouring size is the usual mistake.',
      remedies: ['an adapter between them', 'another hose end'],
    });
  }
  return found;
});

function connectionAt(
  parts: readonly Part[],
  ref: string,
): { readonly part: Part; readonly connection: Connection } | undefined {
  const dot = ref.indexOf('.');
  const part = parts.find((p) => p.id === ref.slice(0, dot));
  const connection =
    part && !isReservoir(part) ? part.connections?.find((each) => each.port === ref.slice(dot + 1)) : undefined;
  return part && connection && { part, connection };
}

/** Taper threads get sealant; flares and O-rings none. */
export const sealant = rule('sealant', 'Sealant', (c) =>
  c.circuit.parts.flatMap((part) =>
    (part.connections ?? []).flatMap((connection): Found[] => {
      if (!PORTS[part.kind].includes(connection.port)) return [];
      const joint = JOINTS[jointOf(connection.thread)];
      if (joint.takesSealant === connection.sealant) return [];
      return [
        {
          weight: joint.takesSealant ? 'look' : 'mend',
          part: part.id,
          what: joint.takesSealant
            ? `${threadLabel(connection.thread)} on ${part.name} has no sealant.`
            : `${threadLabel(connection.thread)} on ${part.name} has sealant on it.`,
          why: joint.takesSealant
            ? 'A taper thread seals on its flanks and weeps without.'
            : 'It seals on its face: sealant squeezes out and goes with the oil.',
          remedies: [joint.care],
          moves: [
            {
              kind: 'set',
              part: part.id,
              path: ['connections', part.connections!.indexOf(connection), 'sealant'],
              value: joint.takesSealant,
              said: joint.takesSealant ? 'put sealant on its taper thread' : 'leave its thread dry',
            },
          ],
        },
      ];
    }),
  ),
);

/** The narrowest place on the way to what is plumbed from outside. */
export const smallestBore = rule('smallestBore', 'Narrowest place', (c) =>
  c.circuit.parts.filter(isPlumbed).flatMap((part): Found[] => {
    const path = tracePath(c.at(c.states.fullHot), part.id);
    const bores = (path?.shares ?? []).flatMap((s) => {
      const p = c.part(s.part);
      return p && (actsAs(p, 'line') || actsAs(p, 'orifice') || actsAs(p, 'fitting') || actsAs(p, 'fitting'))
        ? [{ p, boreM: p.boreM, takes: s.takesPa }]
        : [];
    });
    const least = bores.reduce<(typeof bores)[number] | undefined>(
      (a, b) => (!a || b.boreM < a.boreM ? b : a),
      undefined,
    );
    if (!least) return [];
    return [
      {
        weight: 'note',
        part: part.id,
        state: c.states.fullHot,
        figures: { bore: fig(least.boreM, 'bore'), takes: fig(least.takes, 'pressure'), ...when(c.states.fullHot) },
        what: `The narrowest place on the way to ${part.name} is ${least.p.name}, {bore}; it takes {takes} at {speed} and {oil}.`,
        why: 'It decides the flow, and what blocks first.',
      },
    ];
  }),
);
