import { INCH_M } from '../../foundations/units';
/** How a joint seals and how it is tightened. */
export type JointKind =
  'flare37' | 'flare45' | 'oRingBoss' | 'taperPipe' | 'bondedWasher' | 'banjo' | 'hoseTail' | 'flange' | 'spinOn';

const MM_PER_INCH = INCH_M * 1e3;

/** What each joint asks for. @source common practice, no source; torques are the maker's */
export const JOINTS: Readonly<
  Record<JointKind, { readonly label: string; readonly takesSealant: boolean; readonly care: string }>
> = {
  flare37: {
    label: '37° flare',
    takesSealant: false,
    care: 'Dry. Hold the one half and tighten by flats from wrench resistance, or to the maker’s torque.',
  },
  flare45: {
    label: '45° flare',
    takesSealant: false,
    care: 'Dry, with a 45° seat on both sides; never with a 37° one.',
  },
  oRingBoss: { label: 'O-ring boss', takesSealant: false, care: 'A new O-ring, oiled. No sealant.' },
  taperPipe: {
    label: 'taper pipe',
    takesSealant: true,
    care: 'Sealant in the thread’s direction, two turns past finger tight, never down to the face.',
  },
  bondedWasher: { label: 'bonded or crush washer', takesSealant: false, care: 'A new washer each time.' },
  banjo: { label: 'banjo', takesSealant: false, care: 'Two new washers, one on each face.' },
  hoseTail: {
    label: 'hose tail and clamp',
    takesSealant: false,
    care: 'Return and suction only; two clamps where it can pull off.',
  },
  flange: {
    label: 'flange and gasket',
    takesSealant: false,
    care: 'Clean faces, fit all bolts loosely, tighten in order.',
  },
  spinOn: { label: 'spin-on seal', takesSealant: false, care: 'Seal oiled, by hand.' },
};

/** Threads and ends that a port may have; two ports mate when they have the same. */
export const THREAD_IDS = [
  'flare3',
  'flare4',
  'flare6',
  'flare8',
  'flare10',
  'flare12',
  'flare16',
  'flare20',
  'seat45_4',
  'seat45_5',
  'seat45_6',
  'seat45_8',
  'seat45_10',
  'boss3',
  'boss4',
  'boss6',
  'boss8',
  'boss10',
  'boss12',
  'boss16',
  'boss20',
  'taper1_8',
  'taper1_4',
  'taper3_8',
  'taper1_2',
  'taper3_4',
  'taper1',
  'taperR1_8',
  'taperR1_4',
  'taperR3_8',
  'taperR1_2',
  'taperR3_4',
  'taperRp1_8',
  'taperRp1_4',
  'taperRp3_8',
  'taperRp1_2',
  'taperRp3_4',
  'washerM10x1',
  'washerM12x1_5',
  'washerM14x1_5',
  'washerM16x1_5',
  'washerM18x1_5',
  'washerM20x1_5',
  'washerM22x1_5',
  'washerM27x2',
  'washerG1_8',
  'washerG1_4',
  'washerG3_8',
  'washerG1_2',
  'washerG3_4',
  'banjoM10x1',
  'banjoM12x1_5',
  'banjoM14x1_5',
  'tail10',
  'tail13',
  'tail16',
  'tail19',
  'tail22',
  'tail25',
  'flange',
  'spinOn3_4',
  'spinOn13_16',
  'spinOn1x12',
  'spinOn15x16',
  'spinOnM18x1_5',
  'spinOnM20x1_5',
  'spinOnM22x1_5',
] as const;
export type ThreadId = (typeof THREAD_IDS)[number];

const PREFIXES: readonly (readonly [string, JointKind])[] = [
  ['flare', 'flare37'],
  ['seat45', 'flare45'],
  ['boss', 'oRingBoss'],
  ['taper', 'taperPipe'],
  ['washer', 'bondedWasher'],
  ['banjo', 'banjo'],
  ['tail', 'hoseTail'],
  ['flange', 'flange'],
  ['spinOn', 'spinOn'],
];

/** A thread that the list has not: its joint's word and its size as it is written on the part, "own_flare_M18x1.5". */
export const OWN_THREAD = /^own_(flare|seat45|boss|taper|washer|banjo|tail|flange|spinOn)_[^_]{1,24}$/;
/** A thread of the list, or one of a user's own. */
export type Thread = ThreadId | `own_${string}`;

/** The words that a thread of one's own begins with. */
export const OWN_JOINTS = PREFIXES.map(([prefix, kind]) => ({ word: prefix, kind }));

/** "flare M18x1.5" as a thread of one's own; undefined where the first word is no joint. */
export function ownThread(typed: string): Thread | undefined {
  const [word = '', ...rest] = typed.trim().split(/\s+/);
  const prefix = PREFIXES.find(([each]) => each.toLowerCase() === word.toLowerCase())?.[0];
  const thread = `own_${prefix}_${rest.join(' ').replace(/_/g, ' ')}` as const;
  return prefix !== undefined && OWN_THREAD.test(thread) ? thread : undefined;
}

/** The joint that a thread makes. */
export function jointOf(thread: Thread): JointKind {
  const plain = thread.replace(/^own_/, '');
  return PREFIXES.find(([prefix]) => plain.startsWith(prefix))![1];
}

/**
 * Sizes in inches with their threads, and British pipe, as they are written on the part.
 * @source ASME B1.1, ISO 228-1 and ISO 7-1 (from memory)
 */
const WRITTEN: Partial<Readonly<Record<Thread, string>>> = {
  spinOn3_4: '3/4-16',
  spinOn13_16: '13/16-16',
  spinOn1x12: '1-12',
  spinOn15x16: '1 1/2-16',
  ...Object.fromEntries(
    ['1_8', '1_4', '3_8', '1_2', '3_4'].flatMap((size) => [
      [`washerG${size}`, `G ${size.replace('_', '/')}`],
      [`taperR${size}`, `R ${size.replace('_', '/')} (British)`],
      [`taperRp${size}`, `into Rp ${size.replace('_', '/')} (British, parallel)`],
    ]),
  ),
};

/**
 * "37° flare dash 6", "taper pipe 1/8", as a reader says it. Dash sizes are written out, so that no one takes them for
 * a temperature.
 */
export function threadLabel(thread: Thread): string {
  const joint = jointOf(thread);
  if (OWN_THREAD.test(thread)) return `${JOINTS[joint].label} ${thread.split('_')[2]!}`;
  const prefix = PREFIXES.find(([, kind]) => kind === joint)![0];
  const inches = WRITTEN[thread];
  if (inches !== undefined) return `${JOINTS[joint].label} ${inches}`;
  const size = thread
    .slice(prefix.length)
    .replace(/^_/, '')
    .replace('x', ' × ')
    .replace(/(\d)_(\d)/g, joint === 'taperPipe' || /^spinOn\d/.test(thread) ? '$1/$2' : '$1.$2');
  const dash =
    joint === 'flare37' || joint === 'flare45' || joint === 'oRingBoss' ? 'dash ' : joint === 'hoseTail' ? 'bore ' : '';
  return size === ''
    ? JOINTS[joint].label
    : `${JOINTS[joint].label} ${dash}${size}${joint === 'hoseTail' ? ` mm (${(Number(size) / MM_PER_INCH).toFixed(2)} in)` : ''}`;
}
