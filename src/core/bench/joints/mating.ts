import { boreInBoth } from '../../foundations/units/boreSizes';
import { jointOf, JOINTS, threadLabel, type Thread } from '../../document/parts/threads';

/** Whether two threads go together; where they do not, why, and the adapter that would join them. */
export type Mating =
  | { readonly mates: true }
  | {
      readonly mates: false;
      /** What happens when it is tried, as a sentence. */
      readonly why: string;
      /** What would join them; undefined where one side has to be replaced. */
      readonly adapter: string | undefined;
    };

const MM_PER_M = 1e3;

/** Dash sizes in which 37° and 45° flares share a thread. @source SAE J514 and J512 (from memory) */
const SHARED_FLARES = [2, 3, 4, 5, 8, 10];
/**
 * Threads that start into each other and then tear.
 * @source ISO 261 and ASME B1.1: the pitches differ by less than a turn or two show
 */
const NEAR_MISSES: readonly (readonly [dash: number, metric: string])[] = [
  [3, 'M10x1'],
  [6, 'M14x1_5'],
  [8, 'M20x1_5'],
  [10, 'M22x1_5'],
  [12, 'M27x2'],
];
/**
 * Pipe sizes whose American and British threads share a pitch and start into each other.
 * @source ASME B1.20.1 and ISO 7-1
 */
const SAME_PITCH_PIPES = ['1_2', '3_4'];
/** The dash size whose flare has the thread of a spin-on stub. @source SAE J514: 3/4-16 */
const STUB = { dash: 8, spinOn: 'spinOn3_4' } as const;

/** Diameter and pitch of the stubs that filters are screwed onto [mm]. @source ASME B1.1 and ISO 261 */
const STUBS: Readonly<Record<string, { readonly diameterMm: number; readonly pitchMm: number }>> = {
  '3_4': { diameterMm: 19.05, pitchMm: 25.4 / 16 },
  '13_16': { diameterMm: 20.6375, pitchMm: 25.4 / 16 },
  '1x12': { diameterMm: 25.4, pitchMm: 25.4 / 12 },
  '15x16': { diameterMm: 38.1, pitchMm: 25.4 / 16 },
  M18x1_5: { diameterMm: 18, pitchMm: 1.5 },
  M20x1_5: { diameterMm: 20, pitchMm: 1.5 },
  M22x1_5: { diameterMm: 22, pitchMm: 1.5 },
};
/** Depth of a 60° thread for its pitch: an inner thread's least diameter is its outer one less twice that. @source ISO 68-1 */
const THREAD_DEPTH = 0.5413;

const OK: Mating = { mates: true };

/** Dash size of a flare or a boss; undefined for anything else. */
function dashOf(thread: Thread): number | undefined {
  const found = /^(?:flare|boss|seat45_)(\d+)$/.exec(thread);
  return found ? Number(found[1]) : undefined;
}

/** Size of a thread without its joint: "M18x1_5", "1_8". */
const sizeOf = (thread: Thread): string =>
  thread.replace(/^(flare|seat45_|boss|taperRp|taperR|taper|washerG|washer|banjo|tail|spinOn)/, '');

/**
 * Whether two ends go together, by rule.
 *
 * The same thread mates with itself. A banjo goes onto a port of its own metric thread, a British taper into a parallel
 * one that is made for it (Rp). All else is refused with what happens when it is tried; the pairs that look alike are
 * named.
 *
 * @param filter which of the two is the filter's own thread, where one is: the other is the stub
 * @source SAE J514, J512, J1926, ASME B1.20.1, ISO 7-1, ISO 261 (from memory); what happens: common practice
 */
export function matesWith(a: Thread, b: Thread, filter?: 'a' | 'b'): Mating {
  const [ja, jb] = [jointOf(a), jointOf(b)];
  if (a === b) return OK;
  if (isPair(ja, jb, 'banjo', 'bondedWasher') && sizeOf(a) === sizeOf(b)) return OK;
  if (ja === 'flange' && jb === 'flange') return OK;
  if (
    isBritish(a) !== undefined &&
    isBritish(b) !== undefined &&
    isBritish(a) !== isBritish(b) &&
    sizeOf(a) === sizeOf(b)
  )
    return OK;
  if (ja === 'spinOn' && jb === 'spinOn')
    return { mates: false, why: spinOnWhy(sizeOf(a), sizeOf(b), filter), adapter: undefined };
  return { mates: false, why: whyNot(a, b), adapter: adapterFor(a, b) };
}

const isPair = (a: string, b: string, one: string, other: string) =>
  (a === one && b === other) || (a === other && b === one);

/** British pipe thread: taper, or parallel inside; undefined for all others. */
const isBritish = (thread: Thread): 'R' | 'Rp' | undefined =>
  thread.startsWith('taperRp') ? 'Rp' : thread.startsWith('taperR') ? 'R' : undefined;

/** What a filter does on a stub of another size. @param filter which of the two is the filter; undefined: not known */
function spinOnWhy(a: string, b: string, filter: 'a' | 'b' | undefined): string {
  const [one, other] = [STUBS[a], STUBS[b]];
  if (!one || !other) return 'The sizes differ.';
  const isFilterLarger = (filter === 'b' ? other : one).diameterMm > (filter === 'b' ? one : other).diameterMm;
  if (filter !== undefined && !isFilterLarger)
    return 'The filter’s thread is smaller than the stub: it does not start.';
  const [large, small] = one.diameterMm > other.diameterMm ? [one, other] : [other, one];
  const depthMm = 2 * THREAD_DEPTH * large.pitchMm;
  const share = (small.diameterMm - (large.diameterMm - depthMm)) / depthMm;
  const goesOn =
    share > 0
      ? `goes on, holds by ${Math.round(100 * share)} % of its thread’s depth and is blown off`
      : 'slips over the stub and has no hold';
  return filter === undefined
    ? `The sizes differ: a filter of the larger ${goesOn}; one of the smaller does not start.`
    : `The filter’s thread is larger than the stub: it ${goesOn}.`;
}

function whyNot(a: Thread, b: Thread): string {
  const [ja, jb] = [jointOf(a), jointOf(b)];
  const [da, db] = [dashOf(a), dashOf(b)];
  if (isPair(ja, jb, 'flare37', 'flare45'))
    return da === db && SHARED_FLARES.includes(da ?? 0)
      ? 'A 37° and a 45° flare of this size share their thread: they screw together and leak.'
      : 'A 37° flare does not seal on a 45° seat.';
  if (isPair(ja, jb, 'flare37', 'oRingBoss') && da === db)
    return 'The thread is the same and the seat is not: a flare nose in a boss port has no seal.';
  if (ja === jb && da !== undefined && db !== undefined) return `Dash ${da} does not fit dash ${db}.`;
  for (const [dash, metric] of NEAR_MISSES) {
    const [inch, other] = da === dash ? [a, b] : db === dash ? [b, a] : [undefined, undefined];
    if (inch && other && sizeOf(other) === metric)
      return `They start into each other for a turn or two and then the threads tear: ${threadLabel(other)} is metric, dash ${dash} is not.`;
  }
  if ((da === STUB.dash && b === STUB.spinOn) || (db === STUB.dash && a === STUB.spinOn))
    return 'The thread is the same, the joint is not: a spin-on stub has no seat for a flare.';
  if (ja === 'taperPipe' && jb === 'taperPipe') {
    const [sa, sb] = [sizeOf(a), sizeOf(b)];
    const mixed = (isBritish(a) === undefined) !== (isBritish(b) === undefined);
    if (mixed && sa === sb)
      return SAME_PITCH_PIPES.includes(sa)
        ? 'American and British pipe of this size share their pitch: they start and then leak.'
        : 'American and British pipe threads differ in pitch and angle.';
    return 'The pipe sizes differ.';
  }
  if (ja === 'taperPipe' || jb === 'taperPipe') {
    const other = ja === 'taperPipe' ? jb : ja;
    return other === 'oRingBoss'
      ? 'A taper thread in a boss splits it, and has no seal.'
      : `A taper thread does not seal in a ${other === 'bondedWasher' ? 'parallel port' : JOINTS[other].label}.`;
  }
  return ja === jb ? 'The sizes differ.' : 'These are two kinds of joint.';
}

/** One end of an adapter, as a counter knows it. */
const adapterEnd = (thread: Thread): string => {
  const mm = Number(sizeOf(thread));
  return jointOf(thread) === 'hoseTail' && mm > 0
    ? `a tail for hose of ${boreInBoth(mm / MM_PER_M)}`
    : threadLabel(thread);
};

/** The adapter that joins two ends; undefined where none is sold for such a pair and one side is replaced. */
function adapterFor(a: Thread, b: Thread): string | undefined {
  const [ja, jb] = [jointOf(a), jointOf(b)];
  if (ja === 'spinOn' || jb === 'spinOn') return undefined;
  if (isPair(ja, jb, 'flange', 'hoseTail')) return `drain flange with ${adapterEnd(ja === 'hoseTail' ? a : b)}`;
  // One adapter, whichever of its ends is named first.
  return `adapter, ${[a, b].map(adapterEnd).sort().join(' to ')}`;
}
