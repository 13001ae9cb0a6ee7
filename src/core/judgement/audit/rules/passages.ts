import { placeOf, isReservoir, PORTS } from '../../../document/parts/ports';
import { actsAs, type PartOf } from '../../../document/parts/part';
import { catalogueEntry } from '../../../document/parts/catalogue';
import type { MoveDraft } from '../../../document/moves/move';
import { sizedDraft } from '../../../document/moves/sizedDraft';
import { rule, type Found } from '../rule';
import type { AuditContext } from '../context';
import { isReversed } from './direction';

/** No part that carries the engine's own flow is blanked. */
export const blankedPassage = rule('blankedPassage', 'Blanked passage', (c) => {
  const result = c.at(c.states.fullHot);
  const dry = result.notes.some((n) => n.code === 'dryGallery') || result.consumers.some((r) => r.verdict === 'dry');
  const alone = (ref: string) => c.groups.sizeOf(ref) === 1;
  return c.circuit.parts.flatMap((part): Found[] => {
    if (actsAs(part, 'cover') && !part.carriesPassage && !alone(`${part.id}.in`) && !alone(`${part.id}.out`) && dry)
      return [
        {
          weight: 'stop' as const,
          part: part.id,
          what: `${part.name} closes the passage that carried the engine’s oil: what lies behind it is dry.`,
          why: 'Where a cooler is taken off its housing, the cover must join the two holes, or no oil passes.',
          remedies: ['a cover with a passage'],
          moves: [{ kind: 'swap' as const, part: part.id, draft: bought(c, 'coverThrough') }],
        },
      ];
    if (actsAs(part, 'plate') && part.passage.kind === 'separate' && !isUnconnected(c, part)) {
      const open = ['away', 'back'].filter((port) => deadEnd(c, `${part.id}.${port}`));
      if (open.length > 0 && dry)
        return [
          {
            weight: 'stop' as const,
            part: part.id,
            what: `All oil must go round by ${part.name}’s ports, and ${open.length === 2 ? 'both are' : 'one is'} blanked: what lies behind it is dry.`,
            why: 'A plain plate has no way straight on: with its cooler deleted the engine gets no oil.',
            remedies: [
              'take the plate out',
              'join its two ports by a hose',
              'a plate with a thermostat or an open centre',
            ],
            moves: [
              { kind: 'takeOut' as const, part: part.id },
              ...(c.groups.sizeOf(`${part.id}.away`) === 1 && c.groups.sizeOf(`${part.id}.back`) === 1
                ? [{ kind: 'bridge' as const, from: `${part.id}.away`, to: `${part.id}.back`, drafts: [] }]
                : []),
            ],
          },
        ];
    }
    if (part.blocked === true && dry && PORTS[part.kind].length > 1)
      return [
        {
          weight: 'stop' as const,
          part: part.id,
          what: `${part.name} is blocked, and something behind it is dry.`,
          why: 'It carries oil that nothing else carries.',
          remedies: ['open it'],
          moves: [{ kind: 'set' as const, part: part.id, path: ['blocked'], value: false, said: 'open it' }],
        },
      ];
    return [];
  });
});

const isUnconnected = (c: AuditContext, plate: PartOf<'plate'>) =>
  ['away', 'back'].every((port) => c.groups.sizeOf(`${plate.id}.${port}`) === 1);

/**
 * Both ports of a plate for a cooler with nothing connected: a job half done, which explains whatever starves behind
 * it.
 */
export const openPorts = rule('openPorts', 'Cooler not connected', (c) =>
  c.parts('plate').flatMap((plate): Found[] => {
    const { kind } = plate.passage;
    if (kind === 'open' || !isUnconnected(c, plate)) return [];
    const hose = (name: string) => ({ ...catalogueEntry('hose10').part, name }) as MoveDraft;
    return [
      {
        weight: 'stop' as const,
        part: plate.id,
        what: `${plate.name}: its two cooler ports are open; connect a cooler.`,
        why:
          kind === 'thermostat'
            ? 'Once the thermostat opens, the oil’s way leads through the cooler; with nothing connected it goes nowhere.'
            : 'All the oil leaves by one port and must come back by the other.',
        remedies: ['a cooler with two hoses', 'a short hose from port to port', 'take the plate out'],
        moves: [
          {
            kind: 'bridge' as const,
            from: `${plate.id}.away`,
            to: `${plate.id}.back`,
            drafts: [hose('Hose out'), bought(c, 'airCooler'), hose('Hose back')],
          },
          { kind: 'takeOut' as const, part: plate.id },
        ],
      },
    ];
  }),
);

/** A part of the catalogue as it is bought for this engine. */
const bought = ({ circuit, project: { engine } }: AuditContext, id: string): MoveDraft =>
  sizedDraft({ ...catalogueEntry(id).part } as MoveDraft, { circuit, engine });

/** A port behind which there is no way on: nothing, or a row of lines that ends. */
function deadEnd(c: AuditContext, ref: string): boolean {
  const queue = [c.groups.of(ref)];
  const seen = new Set<string>();
  const own = ref.slice(0, ref.indexOf('.'));
  for (let group = queue.pop(); group !== undefined; group = queue.pop()) {
    if (seen.has(group)) continue;
    seen.add(group);
    for (const part of c.circuit.parts) {
      const ports = PORTS[part.kind].filter((port) => c.groups.of(`${part.id}.${port}`) === group);
      if (ports.length === 0) continue;
      if (part.id === own) {
        if (!ports.every((port) => `${own}.${port}` === ref)) return false;
        continue;
      }
      if (isReservoir(part) || placeOf(part) === 'pump') return false;
      if (part.blocked === true || (actsAs(part, 'cover') && !part.carriesPassage)) continue;
      for (const port of PORTS[part.kind]) queue.push(c.groups.of(`${part.id}.${port}`));
    }
  }
  return true;
}

/** What a cooler's ports are when its hoses are crossed. */
const TURNED_FILLING: Partial<Record<PartOf<'cooler'>['filling'], PartOf<'cooler'>['filling']>> = {
  inLowOutHigh: 'inHighOutLow',
  inHighOutLow: 'inLowOutHigh',
};

/** A cooler is filled from below and left above, so that air is carried out. */
export const coolerFilling = rule('coolerFilling', 'Air in the cooler', (c) =>
  c.parts('cooler').flatMap((cooler) => {
    if (cooler.medium === 'liquid') return [];
    const turned = isReversed(c, cooler);
    const filling = turned ? (TURNED_FILLING[cooler.filling] ?? cooler.filling) : cooler.filling;
    if (filling === 'inLowOutHigh') return [];
    const crossed = filling === 'inHighOutLow';
    const wrong = crossed || filling === 'portsAtBottom';
    return [
      {
        weight: wrong ? ('mend' as const) : ('note' as const),
        part: cooler.id,
        what: crossed
          ? `${cooler.name} is fed at the top and left at the bottom: air stays in it.`
          : filling === 'portsAtBottom'
            ? `${cooler.name} has both ports at the bottom: air is trapped in its upper rows.`
            : filling === 'portsAtTop'
              ? `${cooler.name} has both ports at the top: it fills and holds its oil, and the flow must carry the air out.`
              : `${cooler.name} lies on its side: its upper rows hold air until the flow carries it out.`,
        why: 'Air in the core takes away cooling and comes out as foam later.',
        remedies: crossed
          ? ['change its hoses over: in low, out high']
          : wrong
            ? ['turn it so that its ports are at the top']
            : ['prefill it, and turn it so that its ports are high while it is filled'],
        moves:
          turned && crossed
            ? [{ kind: 'reverse' as const, part: cooler.id }]
            : wrong
              ? [
                  {
                    kind: 'set' as const,
                    part: cooler.id,
                    path: ['filling'],
                    value: crossed ? 'inLowOutHigh' : 'portsAtTop',
                    said: crossed ? 'change its hoses over' : 'turn its ports to the top',
                  },
                ]
              : [],
      },
    ];
  }),
);
