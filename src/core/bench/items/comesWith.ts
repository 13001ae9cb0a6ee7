import type { Part, PartKind, PartOf } from '../../document/parts/part';

/** A thing that is bought because of a part and is no part of the circuit. */
export interface Extra {
  readonly name: string;
  readonly size?: string;
  readonly quantity?: number;
  readonly group: 'Parts' | 'Seals' | 'Fasteners' | 'Adapters';
}

/** What is bought with a part that is new, and where a figure of it is changed in its place. */
interface ComesWith<P> {
  readonly fitted?: (part: P) => readonly Extra[];
  readonly altered?: (part: P, was: P) => readonly Extra[];
}

const NOTHING = {};
const mount = (name: string): Extra => ({ name, size: 'with its bolts', group: 'Fasteners' });
const gasketOf = (thing: string): Extra => ({ name: `gasket of ${thing}`, size: 'for this engine', group: 'Seals' });
const RELIEF_WASHER: Extra = { name: 'washer of the relief’s plug', group: 'Seals' };

/** What comes with each kind of part besides seals and ends of its joints. @source common practice, no source */
const COMES_WITH: { readonly [K in PartKind]: ComesWith<PartOf<K>> } = {
  sump: { altered: (part, was) => (part.pan?.depthM === was.pan?.depthM ? [] : [gasketOf('the pan')]) },
  tank: { fitted: () => [mount('tank mounts')] },
  pickup: { altered: () => [{ name: 'O-ring of the pickup', group: 'Seals' }] },
  pump: NOTHING,
  relief: {
    fitted: () => [{ name: 'relief spring', size: 'for its opening pressure', group: 'Parts' }, RELIEF_WASHER],
    altered: (part, was) =>
      part.spring && part.spring.shimM !== was.spring?.shimM && part.crackPa === was.crackPa
        ? [{ name: 'shims for the relief spring', group: 'Parts' }, RELIEF_WASHER]
        : part.crackPa !== was.crackPa || part.fullOpenPa !== was.fullOpenPa
          ? [{ name: 'relief spring', size: 'for its opening pressure', group: 'Parts' }, RELIEF_WASHER]
          : [],
  },
  line: NOTHING,
  fitting: NOTHING,
  orifice: NOTHING,
  valve: NOTHING,
  checkValve: NOTHING,
  tee: NOTHING,
  cross: NOTHING,
  plug: NOTHING,
  filter: {
    fitted: (part) =>
      part.mounting === 'remote'
        ? [{ name: 'filter element', size: 'for the remote head', group: 'Parts' }, mount('bracket of the filter head')]
        : [],
  },
  sideStream: {
    fitted: () => [
      { name: 'filter element', size: 'for the side-stream filter', group: 'Parts' },
      mount('bracket of the side-stream filter'),
    ],
  },
  cooler: { fitted: (part) => (part.medium === 'air' ? [mount('cooler mounts, rubber')] : []) },
  thermostat: NOTHING,
  plate: {
    fitted: (part) =>
      part.form === 'inline'
        ? [mount('bracket of the plate')]
        : [{ name: 'centre bolt', size: 'thread of the block’s stub', group: 'Fasteners' }],
  },
  cover: {
    fitted: () => [{ name: 'bolts of the cover', size: 'of its length, a set', group: 'Fasteners' }],
  },
  bearings: NOTHING,
  rods: NOTHING,
  jets: NOTHING,
  consumer: NOTHING,
  gauge: NOTHING,
  accumulator: { fitted: () => [mount('accumulator mounts')] },
  drain: NOTHING,
  scavenge: { fitted: () => [mount('mount of the scavenge pump')] },
  ownOil: NOTHING,
};

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

/**
 * What is bought because of a part.
 * @param was the same part in the engine as it is now; undefined: it is new
 */
export function comesWith(part: Part, was: Part | undefined): readonly Extra[] {
  const { fitted, altered } = COMES_WITH[part.kind] as ComesWith<Part>;
  if (was === undefined) return [...(fitted?.(part) ?? []), ...wiringOf(part)];
  return was === part ? [] : (altered?.(part, was) ?? []);
}
