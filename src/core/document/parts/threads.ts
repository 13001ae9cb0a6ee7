/** How a joint seals and how it is tightened. */
export type JointKind =
  'flare37' | 'oRingBoss' | 'taperPipe' | 'bondedWasher' | 'banjo' | 'hoseTail' | 'flange' | 'spinOn';

/** What each joint asks for. @source common practice, no source; torques are the maker's */
export const JOINTS: Readonly<
  Record<JointKind, { readonly label: string; readonly takesSealant: boolean; readonly care: string }>
> = {
  flare37: {
    label: '37° flare',
    takesSealant: false,
    care: 'Dry. Hold the one half and tighten by flats from wrench resistance, or to the maker’s torque.',
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
  'boss6',
  'boss8',
  'boss10',
  'boss12',
  'taper1_8',
  'taper1_4',
  'taper3_8',
  'taper1_2',
  'washerM10x1',
  'washerM12x1_5',
  'washerM14x1_5',
  'washerM16x1_5',
  'washerM18x1_5',
  'washerM22x1_5',
  'banjoM10x1',
  'banjoM12x1_5',
  'tail10',
  'tail13',
  'tail16',
  'tail19',
  'flange',
  'spinOn3_4',
  'spinOnM20x1_5',
  'spinOnM22x1_5',
] as const;
export type ThreadId = (typeof THREAD_IDS)[number];

const PREFIXES: readonly (readonly [string, JointKind])[] = [
  ['flare', 'flare37'],
  ['boss', 'oRingBoss'],
  ['taper', 'taperPipe'],
  ['washer', 'bondedWasher'],
  ['banjo', 'banjo'],
  ['tail', 'hoseTail'],
  ['flange', 'flange'],
  ['spinOn', 'spinOn'],
];

/** The joint that a thread makes. */
export function jointOf(thread: ThreadId): JointKind {
  return PREFIXES.find(([prefix]) => thread.startsWith(prefix))![1];
}

/** "37° flare dash 6", "taper pipe 1/8", as a reader says it. Dash sizes are written out, so that no one takes them for a temperature. */
export function threadLabel(thread: ThreadId): string {
  const joint = jointOf(thread);
  const prefix = PREFIXES.find(([, kind]) => kind === joint)![0];
  const size = thread
    .slice(prefix.length)
    .replace('x', ' × ')
    .replace(/(\d)_(\d)/g, joint === 'taperPipe' || thread === 'spinOn3_4' ? '$1/$2' : '$1.$2');
  const dash = joint === 'flare37' || joint === 'oRingBoss' ? 'dash ' : joint === 'hoseTail' ? 'bore ' : '';
  return size === ''
    ? JOINTS[joint].label
    : `${JOINTS[joint].label} ${dash}${size}${joint === 'hoseTail' ? ' mm' : ''}`;
}
