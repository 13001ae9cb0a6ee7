import { actsAs } from '../../document/parts/part';
import { isReturn } from '../../document/parts/ports';
import type { Variant } from '../../document/project/project';
import { RETURN_WORDS, returnEndOf } from '../hoses/returnEnd';
import { jobTouches } from '../jobTouches';
import { isStubKnown, stubOf } from '../partWork';
import { threadLabel } from '../../document/parts/threads';

/** Something of the engine that the app guesses: nothing that hangs on it is ordered before it is measured. */
export interface ToMeasure {
  /** "length of hose A, Thermostat plate to Air cooler". */
  readonly what: string;
  /** With what, and what is looked at. */
  readonly how: string;
}

const THREAD_HOW = 'thread gauge and calliper: outside diameter, pitch, and whether it tapers';
const STRING_HOW = 'a string along its route, seat to seat, at full droop and lock of what moves';

/** A hose's length, as it is measured. */
export const lengthOf = (hose: string): string => `length of hose ${hose}`;

/**
 * What must be measured on the engine before parts are ordered.
 * @param before the variant that the engine is in now; undefined: all of it is new
 */
export function measureFirst(variant: Variant, before: Variant | undefined): readonly ToMeasure[] {
  const { hoses, joints } = jobTouches(variant, before);
  const had = new Set(before?.circuit.parts.map((p) => p.id));
  const fresh = variant.circuit.parts.filter((p) => !had.has(p.id));
  const threads = joints.flatMap(({ fit, a, b }): ToMeasure[] => {
    if (fit.kind !== 'unknown') return [];
    const [known, blank] = a.thread ? [a, b] : [b, a];
    const goesOn = known.thread
      ? `${known.place} comes with ${threadLabel(known.thread)}`
      : `${known.place} goes there`;
    return [{ what: `thread of ${blank.place}`, how: `${THREAD_HOW}; ${goesOn}` }];
  });
  const plates = fresh.filter((p) => actsAs(p, 'plate') && p.form !== 'inline' && !isStubKnown(p));
  const ends = fresh.filter(isReturn).flatMap((drain): ToMeasure[] => {
    const end = returnEndOf(variant.circuit, drain);
    return end === 'block' || end === 'panPort' ? [{ what: RETURN_WORDS[end], how: THREAD_HOW }] : [];
  });
  const covers = fresh.filter((p) => actsAs(p, 'cover'));
  return [
    ...threads,
    ...plates.map((p) => ({
      what: stubOf(p.name),
      how: 'its thread by gauge, and the diameter of the face that the seal runs on: the seal must lie on it all round',
    })),
    ...covers.map((p) => ({
      what: `face under ${p.name}`,
      how: 'lay the cover’s gasket on it: the slot joins both holes, every bolt hole meets, and the bolts are measured for their length',
    })),
    ...ends,
    ...hoses
      .filter((h) => h.measuredBy === 'circuit' && h.note.existingM === undefined)
      .map((h) => ({ what: `${lengthOf(h.name)}, from ${h.from.place}, to ${h.to.place}`, how: STRING_HOW })),
  ];
}
