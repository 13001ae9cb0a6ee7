import type { Quantity } from '../foundations/units';
import { CAUTIONS } from '../judgement/cautions';
import { actsAs, kindOf, type Part, type PartKind, type PartOf } from '../document/parts/part';
import { isBolted } from './bolted';

/*
 * What each kind of part is made of on the bench, and how it comes off, goes on and is altered: the one table from which
 * parts to buy and steps to do are made, so that neither knows a thing that the other does not.
 */

/** A thing that is bought because of a part and is no part of the circuit. */
export interface Extra {
  readonly name: string;
  readonly size?: string;
  readonly quantity?: number;
  readonly group: 'Parts' | 'Hose' | 'Seals' | 'Fasteners' | 'Adapters' | 'Consumables';
  /** What is measured before it is ordered. */
  readonly waits?: string;
}

/** A figure that a sentence names in the reader's units. */
export interface ActFigure {
  readonly si: number;
  readonly quantity: Quantity;
}

/** One act on a part: what is done, and how one sees that it is right. */
export interface PartAct {
  /** With `{name}` where a figure stands. */
  readonly text: string;
  readonly figures?: Readonly<Record<string, ActFigure>>;
  readonly minutes?: number;
  readonly caution?: string;
}

/** Work on a part of a kind. What is absent is done as with any part. */
interface PartWork<P> {
  /** Bought with it where it is new. */
  readonly fitted?: (part: P) => readonly Extra[];
  /** Bought where a figure of it is changed in its place. */
  readonly altered?: (part: P, was: P) => readonly Extra[];
  readonly off?: (part: P) => PartAct | undefined;
  readonly on?: (part: P) => PartAct | undefined;
  readonly alter?: (part: P, was: P) => PartAct | undefined;
  /** Before its feed is joined: what must not run dry at the first start. */
  readonly prime?: (part: P) => PartAct | undefined;
  /** After the first start: what is set or watched while it runs. */
  readonly watch?: (part: P) => PartAct | undefined;
  /** What of it takes the current: "the fan of Air cooler". */
  readonly powered?: (part: P) => string;
  /** True where the pan has to come off to reach it. */
  readonly isInPan?: (part: P) => boolean;
}

/** What of a plate's place is not known: which stub, which seal. */
export const stubOf = (plate: string): string => `the block’s stub under ${plate}`;

/** True where somebody said which thread the stub under a plate has. */
export const isStubKnown = (plate: Part): boolean => plate.connections?.some((c) => c.port === 'in') ?? false;

const ANY = {};
const mount = (name: string): Extra => ({ name, size: 'with its bolts', group: 'Fasteners' });
const gasketOf = (thing: string): Extra => ({ name: `gasket of ${thing}`, size: 'for this engine', group: 'Seals' });
export const PAN_GASKET = gasketOf('the pan');
const RELIEF_WASHER: Extra = { name: 'washer of the relief’s plug', group: 'Seals' };
const PICKUP_RING: Extra = { name: 'O-ring of the pickup', group: 'Seals' };
const isShimmed = (part: PartOf<'relief'>, was: PartOf<'relief'>): boolean =>
  part.spring !== undefined && part.spring.shimM !== was.spring?.shimM && part.crackPa === was.crackPa;
const isOtherSpring = (part: PartOf<'relief'>, was: PartOf<'relief'>): boolean =>
  part.crackPa !== was.crackPa || part.fullOpenPa !== was.fullOpenPa;

const relief: PartWork<PartOf<'relief'>> = {
  fitted: () => [{ name: 'relief spring', size: 'for its opening pressure', group: 'Parts' }, RELIEF_WASHER],
  altered: (part, was) =>
    isShimmed(part, was)
      ? [{ name: 'shims for the relief spring', group: 'Parts' }, RELIEF_WASHER]
      : isOtherSpring(part, was)
        ? [{ name: 'relief spring', size: 'for its opening pressure', group: 'Parts' }, RELIEF_WASHER]
        : [],
  alter(part, was) {
    if (!isShimmed(part, was) && !isOtherSpring(part, was)) return undefined;
    const how = isShimmed(part, was)
      ? 'Put the shims under its spring'
      : 'Exchange its spring: it opens at {is} instead of {was}';
    return {
      text: `Undo ${part.name}’s plug and hold it in against its spring as the last threads come out. ${how}. Its piston must fall into its bore by its own weight. Screw the plug in over a new washer.`,
      figures: { is: { si: part.crackPa, quantity: 'pressure' }, was: { si: was.crackPa, quantity: 'pressure' } },
      minutes: 20,
      caution: CAUTIONS.reliefSpring,
    };
  },
  isInPan: (part) => part.reached === 'inPan',
};

const holdsMore = (part: PartOf<'sump'>, was: PartOf<'sump'>): boolean =>
  part.volumeM3 !== was.volumeM3 || part.pan?.depthM !== was.pan?.depthM;
const hasNewDoors = (part: PartOf<'sump'>, was: PartOf<'sump'>): boolean =>
  part.pan?.doorsM3 !== undefined && was.pan?.doorsM3 === undefined;

const sump: PartWork<PartOf<'sump'>> = {
  fitted: () => [{ name: 'pan', size: 'for this engine', group: 'Parts' }],
  altered: (part, was) => [
    ...(holdsMore(part, was) ? [{ name: 'deeper pan', size: 'for this engine', group: 'Parts' } as const] : []),
    ...(hasNewDoors(part, was)
      ? [{ name: 'pan baffle with doors', size: 'for this pan', group: 'Parts' } as const]
      : []),
    ...(holdsMore(part, was) || hasNewDoors(part, was) ? [PICKUP_RING] : []),
  ],
  alter(part, was) {
    if (hasNewDoors(part, was))
      return {
        text: `Bolt the baffle into ${part.name}. Each door must swing freely towards the pickup and shut by itself. Measure what is left between the pickup’s mouth and the floor: {least} to {most}. New O-ring on the pickup.`,
        figures: CLEARANCE,
        minutes: 45,
      };
    if (!holdsMore(part, was)) return undefined;
    return {
      text: `Measure the deeper pan against the old one: it holds {is} instead of {was}. The pickup must reach down with it: {least} to {most} between its mouth and the floor. New O-ring on the pickup.`,
      figures: {
        ...CLEARANCE,
        is: { si: part.volumeM3 ?? 0, quantity: 'volume' },
        was: { si: was.volumeM3 ?? 0, quantity: 'volume' },
      },
      minutes: 45,
    };
  },
  off: ({ name }) => ({ text: `Put ${name} aside with its bolts.`, minutes: 2 }),
  on: ({ name }) => ({
    text: `Hold ${name} up: nothing inside may touch it as the crank is turned by hand.`,
    minutes: 20,
  }),
  isInPan: () => true,
};
/** Between the pickup's mouth and the floor. @source common practice, no source */
const CLEARANCE: Readonly<Record<string, ActFigure>> = {
  least: { si: 6e-3, quantity: 'cutLength' },
  most: { si: 12e-3, quantity: 'cutLength' },
};

const isDriven = (part: PartOf<'pump'>): boolean => part.speedRatio !== 1;

/** A filter that is screwed onto a stub. */
export const isSpinOn = (part: Part | undefined): boolean => actsAs(part, 'filter') && part.mounting === 'block';
export const SPIN_ON = 'Oil its seal, screw it on by hand, ¾ turn after the seal touches.';

const filter: PartWork<PartOf<'filter'>> = {
  fitted: (part) =>
    part.mounting === 'remote'
      ? [{ name: 'filter element', size: 'for the remote head', group: 'Parts' }, mount('bracket of the filter head')]
      : [],
  off: (part) =>
    isSpinOn(part)
      ? {
          text: `Unscrew ${part.name} with a filter wrench. Its old seal must have come off with it. Cap what stays open.`,
        }
      : undefined,
  on: (part) =>
    isSpinOn(part)
      ? { text: `Screw on ${part.name}. ${SPIN_ON}` }
      : {
          text: `Fit ${part.name} on its bracket with its ports as they are marked: in is outside, out is the centre. ${part.mounting === 'remote' ? 'Oil the element’s seal and screw it on by hand, ¾ turn after the seal touches.' : ''}`.trim(),
        },
};

const plate: PartWork<PartOf<'plate'>> = {
  fitted: (part) =>
    part.form === 'inline'
      ? [mount('bracket of the plate')]
      : [
          {
            name: 'centre bolt',
            size: 'thread of the block’s stub',
            group: 'Fasteners',
            ...(isStubKnown(part) ? {} : { waits: stubOf(part.name) }),
          },
        ],
  off: (part) =>
    part.form === 'inline'
      ? undefined
      : { text: `Hold ${part.name} and undo its centre bolt; take it off with its seal. Cap what stays open.` },
  on: (part) =>
    part.form === 'inline'
      ? undefined
      : { text: `Fit ${part.name}. Oil its seal, start the centre bolt by hand; nothing is tight yet.` },
};

const hasNewFan = (part: PartOf<'cooler'>, was: PartOf<'cooler'>): boolean =>
  part.cooling?.kind === 'air' &&
  part.cooling.fan !== undefined &&
  !(was.cooling?.kind === 'air' && was.cooling.fan !== undefined);

const cooler: PartWork<PartOf<'cooler'>> = {
  powered: ({ name }) => `the fan of ${name}`,
  fitted: (part) => (part.medium === 'air' ? [mount('cooler mounts, rubber')] : []),
  altered: (part, was) =>
    hasNewFan(part, was)
      ? [
          { name: `fan for ${part.name}`, size: 'of its face', group: 'Parts' },
          { name: `switch for the fan of ${part.name}`, size: 'for its outlet', group: 'Parts' },
        ]
      : [],
  on: (part) =>
    part.medium === 'air'
      ? {
          text: `Fit ${part.name} on its rubber mounts, bolts started by hand. It must move a little and touch nothing.`,
          minutes: 20,
        }
      : undefined,
  off: (part) =>
    part.medium === 'liquid'
      ? {
          text: `Undo ${part.name}’s coolant clamps, then its bolts; take it off with its gasket. Cap what stays open.`,
        }
      : undefined,
  alter(part, was) {
    if (!hasNewFan(part, was) || part.cooling?.kind !== 'air' || !part.cooling.fan) return undefined;
    return {
      text: `Bolt the fan to ${part.name} so that it blows with the air of the drive. Screw its switch into the outlet: on at {on}, off at {off}.`,
      figures: {
        on: { si: part.cooling.fan.onK, quantity: 'temperature' },
        off: { si: part.cooling.fan.offK, quantity: 'temperature' },
      },
      minutes: 25,
    };
  },
};

const sideStream: PartWork<PartOf<'sideStream'>> = {
  powered: ({ name }) => `the heater in the lid of ${name}`,
  fitted: (part) => [
    { name: 'filter element', size: 'for the side-stream filter', group: 'Parts' },
    mount('bracket of the side-stream filter'),
    ...(part.returnAt === 'fillerCap'
      ? [{ name: 'filler cap with a port', size: 'for this engine', group: 'Parts' } as const]
      : []),
  ],
  on: (part) => ({
    text: `Bolt ${part.name} upright to its bracket, its element within reach.${part.metering.kind === 'valve' ? ' Shut its needle.' : ' Look through its orifice: it is clear.'}`,
    minutes: 30,
  }),
};

const consumer: PartWork<PartOf<'consumer'>> = {
  prime: (part) =>
    part.duty === 'turbo'
      ? {
          text: `Pour new oil into ${part.name}’s inlet until it stands, and turn its shaft by hand. Pour again.`,
          minutes: 5,
        }
      : undefined,
};

const accumulator: PartWork<PartOf<'accumulator'>> = {
  fitted: ({ name }) => [
    mount('accumulator mounts'),
    { name: `shut-off valve for ${name}`, size: 'of its hose', group: 'Parts' },
  ],
  on: ({ name, prechargePa }) => ({
    text: `Fit ${name} in its mounts, its valve shut. Charge its gas side to {charge} with the oil side empty.`,
    figures: { charge: { si: prechargePa, quantity: 'pressure' } },
    minutes: 30,
    caution: CAUTIONS.accumulator,
  }),
  off: ({ name }) => ({
    text: `Open ${name}’s valve and let its oil back until the gauge reads 0. Take it off with its mounts. Cap what stays open.`,
    caution: CAUTIONS.accumulator,
  }),
  watch: ({ name }) => ({
    text: `With the engine running and its pressure up, open ${name}’s valve slowly. Shut it before the engine stops. Read the level with it always in the same state.`,
    minutes: 5,
  }),
};

/** By kind of part. @source common practice, no source */
const PART_WORK: { readonly [K in PartKind]: PartWork<PartOf<K>> } = {
  sump,
  tank: {
    fitted: () => [mount('tank mounts')],
    on: ({ name }) => ({
      text: `Fit ${name} upright in its mounts, its outlet below its inlet. Wipe it out: no dust may be left in it.`,
      minutes: 60,
    }),
  },
  pickup: {
    altered: () => [PICKUP_RING],
    isInPan: () => true,
  },
  pump: {
    fitted: (part) =>
      isDriven(part)
        ? [
            mount(`bracket of ${part.name}`),
            { name: 'toothed belt with its two pulleys', size: 'for the pump’s drive', group: 'Parts' },
            { name: 'belt guard', group: 'Parts' },
          ]
        : [gasketOf('the pump')],
    on: (part) =>
      isDriven(part)
        ? {
            text: `Fit ${part.name} on its bracket with its belt. The pulleys stand in line within a millimetre; the belt gives about 6 mm under a finger. Fit its guard.`,
            minutes: 120,
          }
        : undefined,
    isInPan: (part) => !isDriven(part),
    prime: (part) =>
      isDriven(part)
        ? {
            text: `Fill ${part.name} through its inlet with new oil and turn it by hand until oil leaves it. Fill its feed hose as that goes on.`,
            minutes: 20,
          }
        : { text: `Pack ${part.name} with new oil before it is fitted, so that it draws at once.`, minutes: 5 },
  },
  relief,
  line: ANY,
  fitting: ANY,
  orifice: {
    on: (part) => ({
      text: `Screw ${part.name} in: its bore is {bore}. Hold it to the light first.`,
      figures: { bore: { si: part.boreM, quantity: 'bore' } },
      minutes: 5,
    }),
    alter: (part, was) =>
      part.boreM === was.boreM
        ? undefined
        : {
            text: `Fit ${part.name} of {is} instead of {was}. Check it with a drill of its size: that goes through, the next does not.`,
            figures: { is: { si: part.boreM, quantity: 'bore' }, was: { si: was.boreM, quantity: 'bore' } },
          },
  },
  valve: ANY,
  checkValve: ANY,
  tee: ANY,
  cross: ANY,
  plug: { on: ({ name }) => ({ text: `Close the open port with ${name}.`, minutes: 5 }) },
  filter,
  sideStream,
  cooler,
  thermostat: ANY,
  plate,
  cover: {
    fitted: () => [{ name: 'bolts of the cover', size: 'of its length, a set', group: 'Fasteners' }],
    on: ({ name }) => ({
      text: `Hold ${name} to its face: its slot joins both holes. Fit it with its new gasket, all bolts started by hand.`,
    }),
  },
  bearings: ANY,
  rods: ANY,
  jets: ANY,
  consumer,
  gauge: {
    on: ({ name }) => ({ text: `Screw in ${name} and lay its wire clear of heat and edges.`, minutes: 10 }),
  },
  accumulator,
  drain: ANY,
  scavenge: {
    fitted: ({ name }) => [
      mount(`mount of ${name}`),
      { name: `screen before ${name}`, size: 'of its hose', group: 'Parts' },
    ],
    on: ({ name }) => ({
      text: `Fit ${name} below what it empties, its arrow with the oil, its screen before it.`,
      minutes: 40,
    }),
    watch: ({ name, ownSpeedRevS }) =>
      ownSpeedRevS === undefined
        ? undefined
        : {
            text: `With the ignition on, ${name} must be heard, and its lamp must tell when its fuse is pulled.`,
            minutes: 5,
          },
  },
  ownOil: ANY,
};

const workOf = (part: Part): PartWork<Part> => PART_WORK[part.kind] as PartWork<Part>;

/** What a current needs. @source common practice, no source */
function wiringOf({ electrical, name }: Part): readonly Extra[] {
  if (!electrical) return [];
  const fuse = electrical.fuseA === undefined ? 'by its current' : `${electrical.fuseA} A`;
  return [
    { name: `fuse with holder, ${name}`, size: fuse, group: 'Parts' },
    ...(electrical.relay ? [{ name: `relay with socket, ${name}`, group: 'Parts' } as const] : []),
    { name: `wire and connectors, ${name}`, size: 'as long as its way', group: 'Parts' },
    ...(electrical.earthed ? [{ name: `earth wire with ring terminal, ${name}`, group: 'Parts' } as const] : []),
  ];
}

/** True where a part gets wires that it had not. */
export const isWired = (part: Part, was: Part | undefined): boolean =>
  part.electrical !== undefined && was?.electrical === undefined;

/**
 * What is bought because of a part.
 * @param was the same part in the engine as it is now; undefined: it is new
 */
export function comesWith(part: Part, was: Part | undefined): readonly Extra[] {
  const { fitted, altered } = workOf(part);
  const wiring = isWired(part, was) ? wiringOf(part) : [];
  if (was === undefined) return [...(fitted?.(part) ?? []), ...wiring];
  return was === part ? [] : [...(altered?.(part, was) ?? []), ...wiring];
}

/** True where the pan comes off for a part that is fitted, taken off or altered. */
export const isInPan = (part: Part): boolean => workOf(part).isInPan?.(part) ?? false;

/** How a part comes off. */
export const takeOffAct = (part: Part): PartAct =>
  workOf(part).off?.(part) ?? {
    text: `Take off ${part.name} and keep what it was fixed with. Cap what stays open.`,
  };

/** How a part goes on, beside its hoses. */
export const fitAct = (part: Part): PartAct =>
  workOf(part).on?.(part) ?? { text: `Fit ${part.name} in its place, bolts started by hand.` };

/** How a figure of a part is altered; undefined where its kind knows no act for it. */
export const alterAct = (part: Part, was: Part): PartAct | undefined => workOf(part).alter?.(part, was);

/** What must be done before a part is fed for the first time. */
export const primeAct = (part: Part): PartAct | undefined => workOf(part).prime?.(part);

/** What is set or watched once the engine runs. */
export const watchAct = (part: Part): PartAct | undefined => workOf(part).watch?.(part);

/** How wires are laid to a part. @source common practice, no source */
export function wireAct(part: Part): PartAct {
  const { electrical } = part;
  const thing = workOf(part).powered?.(part) ?? part.name;
  const fuse = electrical?.fuseA === undefined ? '' : ` of ${electrical.fuseA} A`;
  return {
    text: `Wire ${thing}: its fuse${fuse} within 15 cm of the battery and not yet in it${electrical?.relay ? ', its relay where it stays dry' : ''}${electrical?.earthed ? ', its earth on bare metal' : ''}; the wire in a sleeve, clear of heat, edges and all that moves.`,
    minutes: 30,
    caution: `${CAUTIONS.battery} ${CAUTIONS.wireWithoutFuse}`,
  };
}

/**
 * True for what is bought, taken off and fitted as a thing of its own: what is bolted on from outside, and of the inside
 * what a job exchanges whole.
 */
export const isThing = (part: Part): boolean =>
  isBolted(part) ||
  kindOf(part).place === 'pump' ||
  kindOf(part).place === 'suction' ||
  kindOf(part).place === 'reservoir';
