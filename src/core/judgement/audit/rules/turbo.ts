import { actsAs } from '../../../document/parts/part';
import { catalogueEntry } from '../../../document/parts/catalogue';
import type { MoveDraft } from '../../../document/moves/move';
import { fig, rule, when, type Found } from '../rule';
import { feedBranch, isPlumbed } from './places';

/** Two restrictors in one feed: nobody knows what flows. */
export const restrictorTwice = rule('restrictorTwice', 'Two restrictors in series', (c) =>
  c.circuit.parts.filter(isPlumbed).flatMap((part) => {
    const restrictors = feedBranch(c, part).filter((p) => actsAs(p, 'orifice'));
    if (restrictors.length < 2) return [];
    const flow = c.at(c.states.hotIdle).consumers.find((r) => r.part === part.id)?.flowM3S ?? 0;
    return [
      {
        weight: 'mend' as const,
        part: part.id,
        state: c.states.hotIdle,
        figures: { flow: fig(flow, 'flow') },
        what: `${part.name} is fed through ${restrictors.length} restrictors in a row: ${restrictors.map((r) => r.name).join(', ')}. {flow} is left at hot idle.`,
        why: 'A fitting often hides one already; together they let through less than the smaller one alone.',
        remedies: ['keep one: the one that can be seen and changed'],
        moves: [{ kind: 'takeOut' as const, part: restrictors[0]!.id }],
      },
    ];
  }),
);

/** Rolling bearings need a restrictor, plain ones mostly none: the flow decides. */
export const turboRestrictor = rule('turboRestrictor', 'Restrictor, needed or not', (c) =>
  c.circuit.parts.flatMap((part): Found[] => {
    if (!actsAs(part, 'accessory') || part.duty !== 'turbo') return [];
    const has = feedBranch(c, part).find((p) => actsAs(p, 'orifice'));
    const flow = c.at(c.states.fullHot).consumers.find((r) => r.part === part.id)?.flowM3S;
    const figures = flow == null ? {} : { flow: fig(flow, 'flow'), ...when(c.states.fullHot) };
    if (part.bearingType === 'rolling' && !has)
      return [
        {
          weight: 'mend' as const,
          part: part.id,
          state: c.states.fullHot,
          figures,
          what: `${part.name} has rolling bearings and no restrictor${flow == null ? '' : ': {flow} at {speed} and {oil}'}.`,
          why: 'Rolling bearings want little oil: more is churned, heats, and goes past the seals.',
          remedies: ['a restrictor of 0.7 to 1.2 mm at its inlet; the maker’s figure wins'],
          moves: [
            {
              kind: 'insert' as const,
              at: `${part.id}.in`,
              drafts: [{ ...catalogueEntry('restrictor').part, boreM: 0.9e-3 } as MoveDraft],
            },
          ],
        },
      ];
    if (
      part.bearingType === 'plain' &&
      has &&
      c.sweep.consumers.find((r) => r.part === part.id)?.worst?.decisive?.side === 'low' &&
      !c.sweep.consumers.find((r) => r.part === part.id)?.supplied
    )
      return [
        {
          weight: 'mend' as const,
          part: part.id,
          state: c.states.fullHot,
          figures,
          what: `${part.name} has plain bearings and runs short behind ${has.name}.`,
          why: 'Plain bearings float on their oil; most turbos with them take no restrictor.',
          remedies: ['take it out, or drill it larger'],
          moves: [{ kind: 'takeOut' as const, part: has.id }],
        },
      ];
    return [];
  }),
);
