import { CAUTIONS } from '../../cautions';
import { wantedNearExhaust } from '../../nearExhaust';
import { actsAs } from '../../../document/parts/part';
import { isReservoir } from '../../../document/parts/ports';
import { partVolumeM3 } from '../../../document/parts/partVolume';
import { fig, rule, type Found } from '../rule';

/** Hoses bend no tighter than they may. */
export const hoseBend = rule(
  'hoseBend',
  'Hose bend',
  (c) =>
    c.parts('line').flatMap((line) =>
      line.tightestBendM === undefined || line.leastBendM === undefined || line.tightestBendM >= line.leastBendM
        ? []
        : [
            {
              weight: 'mend' as const,
              part: line.id,
              figures: { bend: fig(line.tightestBendM, 'length'), least: fig(line.leastBendM, 'length') },
              what: `${line.name} bends to {bend}; its least is {least}.`,
              why: 'It kinks there, and its liner cracks with the engine’s movement.',
              remedies: ['a longer hose', 'an angled hose end'],
            },
          ],
    ),
  'the hose’s data sheet',
);

/** Oil hoses stay away from hot and moving things. */
export const surroundings = rule('surroundings', 'Hot and moving things', (c) =>
  c.circuit.parts.flatMap((part): Found[] => {
    const found: Found[] = [];
    const distanceM = c.variant.bench?.hoses?.[part.id]?.exhaustDistanceM;
    const wanted = wantedNearExhaust(distanceM, part.place?.sleeved === true);
    if (distanceM !== undefined && wanted === 'anotherWay')
      found.push({
        weight: 'stop',
        part: part.id,
        figures: { distance: fig(distanceM, 'cutLength') },
        what: `${part.name} lies {distance} from the exhaust: too near for any sleeve.`,
        why: CAUTIONS.nearExhaust,
        remedies: ['another way'],
      });
    else if (wanted === 'sleeve' || (part.place?.nearExhaust && !part.place.sleeved))
      found.push({
        weight: 'stop',
        part: part.id,
        what: actsAs(part, 'line')
          ? `${part.name} passes near the exhaust without a sleeve or shield.`
          : `${part.name} sits near the exhaust without a shield.`,
        why: CAUTIONS.nearExhaust,
        remedies: actsAs(part, 'line') ? ['another way', 'a sleeve and a shield'] : ['another place', 'a heat shield'],
        moves: [
          {
            kind: 'set',
            part: part.id,
            path: ['place', 'sleeved'],
            value: true,
            said: actsAs(part, 'line') ? 'sleeve and shield it' : 'shield it',
          },
        ],
      });
    if (part.place?.nearMoving)
      found.push({
        weight: 'stop',
        part: part.id,
        what: `${part.name} can touch a belt, the steering or a wheel.`,
        why: 'It wears through, or blocks the steering.',
        remedies: ['another way', 'clips'],
      });
    if (part.place?.serviceable === false)
      found.push({
        weight: 'note',
        part: part.id,
        what: `${part.name} is reached only after something else is taken off.`,
        why: 'Parts that are hard to reach do not get serviced.',
        remedies: ['another place'],
      });
    return found;
  }),
);

/** A remote canister stands on the frame, not on the shaking engine. */
export const canisterMount = rule('canisterMount', 'Canister on the engine', (c) =>
  c.circuit.parts.flatMap((part): Found[] => {
    const remote = actsAs(part, 'sideStream') || (actsAs(part, 'filter') && part.mounting === 'remote');
    if (!remote || (part.place?.mount ?? 'engine') === 'frame') return [];
    return [
      {
        weight: 'look',
        part: part.id,
        what: `${part.name} is mounted on the engine.`,
        why: 'A full canister shakes its bracket and threads loose.',
        remedies: ['mount it on the frame, with hoses that let the engine move'],
        moves: part.place
          ? [{ kind: 'set', part: part.id, path: ['place', 'mount'], value: 'frame', said: 'mount it on the frame' }]
          : [],
      },
    ];
  }),
);

/** A hose made on the bench is flushed before it is fitted. */
export const benchFlush = rule('benchFlush', 'Flush before fitting', (c) => {
  const hoses = c
    .parts('line')
    .filter((line) => line.form === 'hose' && line.flushed !== true && !c.unfiltered.has(`${line.id}.in`));
  if (hoses.length === 0) return [];
  return [
    {
      weight: 'note',
      part: hoses[0]!.id,
      what: `${hoses.map((h) => h.name).join(', ')}: downstream of the filter and not marked as flushed.`,
      why: 'What cutting leaves in a hose behind the filter goes straight into what it feeds.',
      remedies: ['flush with solvent, blow through, cap both ends until fitted'],
      moves: hoses.map((h) => ({
        kind: 'set' as const,
        part: h.id,
        path: ['flushed'],
        value: true,
        said: 'mark it flushed',
      })),
    },
  ];
});

/** Oil added against the stock circuit. Common practice: marked on the dipstick. */
const NOTABLE_VOLUME_M3 = 0.1e-3;

/** A cooler, hoses and a remote filter hold oil that the dipstick does not know. */
export const level = rule(
  'level',
  'Oil level',
  (c) => {
    if (!c.stock) return [];
    const sum = (parts: typeof c.circuit.parts) =>
      parts.filter((p) => !isReservoir(p)).reduce((s, p) => s + partVolumeM3(p), 0);
    const added = sum(c.circuit.parts) - sum(c.stock.circuit.parts);
    if (Math.abs(added) < NOTABLE_VOLUME_M3) return [];
    const reservoir = c.circuit.parts.find(isReservoir);
    return [
      {
        weight: 'note',
        part: reservoir?.id ?? null,
        figures: { added: fig(Math.abs(added), 'volume') },
        what:
          added > 0
            ? `The circuit holds {added} more than ${c.stock.name}.`
            : `The circuit holds {added} less than ${c.stock.name}.`,
        why: 'The dipstick reads low until it is topped up, and what drains back when stopped reads high.',
        remedies: ['prefill, run, stop, wait, top up to the old mark; check again hot'],
      },
    ];
  },
  'closed form: Σ bore area × length + parts',
);

/** Taking a liquid cooler out leaves two coolant connections. */
export const coolantSide = rule('coolantSide', 'Coolant connections', (c) => {
  const before = c.stock?.circuit.parts.filter((p) => actsAs(p, 'cooler') && p.medium === 'liquid') ?? [];
  const now = new Set(
    c
      .parts('cooler')
      .filter((p) => p.medium === 'liquid')
      .map((p) => p.id),
  );
  return before
    .filter((p) => !now.has(p.id))
    .map((p) => ({
      weight: 'look' as const,
      part: null,
      what: `${p.name} of ${c.stock!.name} is gone: its two coolant connections stay behind.`,
      why: 'Left open they empty the cooling system; the coolant that is lost must be refilled and bled.',
      remedies: [
        'join them by a hose',
        'plug both where the maker’s circuit allows it',
        'refill and bleed the coolant',
      ],
    }));
});

/** Amps from which a relay is used. Common practice, no source. */
const RELAY_FROM_A = 10;

/** Fan, switch, heated lid, scavenge pump: fuse, relay, earth. */
export const electrics = rule('electrics', 'Wiring', (c) =>
  c.circuit.parts.flatMap((part): Found[] => {
    const e = part.electrical;
    if (!e) return [];
    const found: Found[] = [];
    const set = (key: string, value: number | boolean, said: string) => [
      { kind: 'set' as const, part: part.id, path: ['electrical', key], value, said },
    ];
    const figures = {
      current: fig(e.currentA, 'current'),
      ...(e.fuseA ? { fuse: fig(e.fuseA, 'current') } : {}),
      from: fig(RELAY_FROM_A, 'current'),
    };
    if (e.fuseA === undefined)
      found.push({
        weight: 'mend',
        part: part.id,
        figures,
        what: `${part.name} draws {current} and has no fuse.`,
        why: CAUTIONS.wireWithoutFuse,
        remedies: ['a fuse near the battery'],
        moves: set('fuseA', Math.ceil(1.5 * e.currentA), 'fit a fuse'),
      });
    else if (e.fuseA < e.currentA)
      found.push({
        weight: 'mend',
        part: part.id,
        figures,
        what: `${part.name} draws {current} through a fuse of {fuse}.`,
        why: 'It blows in service.',
        remedies: ['a larger fuse and a wire for it'],
      });
    if (e.currentA >= RELAY_FROM_A && !e.relay)
      found.push({
        weight: 'mend',
        part: part.id,
        figures,
        what: `${part.name} draws {current} without a relay.`,
        why: 'From {from} on a switch burns its contacts.',
        remedies: ['a relay, the switch on its coil'],
        moves: set('relay', true, 'fit a relay'),
      });
    if (!e.earthed)
      found.push({
        weight: 'mend',
        part: part.id,
        figures,
        what: `${part.name} has no earth of its own.`,
        why: 'A frame on rubber mounts does not earth it.',
        remedies: ['an earth strap to the block'],
        moves: set('earthed', true, 'give it an earth'),
      });
    return found;
  }),
);

/** Every sensor that was unplugged is plugged in again. */
export const sensorUnplugged = rule('sensorUnplugged', 'Sender unplugged', (c) =>
  c
    .parts('gauge')
    .filter((g) => !g.connected)
    .map((g) => ({
      weight: 'mend' as const,
      part: g.id,
      what: `${g.name} is not plugged in.`,
      why: 'An open circuit is what most fresh fault lights mean.',
      remedies: ['plug it in'],
      moves: [{ kind: 'set' as const, part: g.id, path: ['connected'], value: true, said: 'plug it in' }],
    })),
);
