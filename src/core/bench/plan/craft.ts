import { actsAs, type Part } from '../../document/parts/part';
import type { Hose } from '../hoses/hoseList';

/**
 * How a thing is done and how one sees that it is right, told once where it is needed.
 * @source common practice, no source
 */
export const CRAFT = {
  hoseEnd:
    'Tape it tightly at the cut, cut it square, blow it through, take the tape off. Screw it into the socket (left-hand on many) and back off a little; oil the nipple; hold the hose in soft jaws and screw the nipple in until about 1 mm is left at the hexagon. A pen line round the hose shows whether it is pushed out.',
  hoseTail: 'Cut it square.',
  overTail: 'Push it over the bead by at least its own bore, with the clamp behind the bead.',
  spinOn: 'Oil its seal, screw it on by hand, ¾ turn after the seal touches.',
  plate: 'Oil its seal, start the centre bolt by hand; nothing is tight yet.',
  flare: 'Start every nut by hand, dry; it must turn freely for several threads.',
  clean: 'No old gasket or seal may be left on a face.',
} as const;

/** What is said of a hose where it is the first of its kind that is made in this job. */
export const hoseCraft = (hose: Hose): string => (hose.from.end.style === 'tail' ? CRAFT.hoseTail : CRAFT.hoseEnd);

/** How a hose is joined at its two ends. */
export function layWords({ from, to }: Hose): string {
  const tails = [from, to].filter(({ end }) => end.style === 'tail').length;
  return [...(tails < 2 ? [CRAFT.flare] : []), ...(tails > 0 ? [CRAFT.overTail] : [])].join(' ');
}

/** A filter that is screwed onto a stub. */
export const isSpinOn = (part: Part | undefined): boolean => actsAs(part, 'filter') && part.mounting === 'block';

/** How a part comes off. */
export function takeOffWords(part: Part): string {
  if (isSpinOn(part))
    return `Unscrew ${part.name} with a filter wrench. Its old seal must have come off with it. Cap what stays open.`;
  if (actsAs(part, 'plate') && part.form !== 'inline')
    return `Hold ${part.name} and undo its centre bolt; take it off with its seal. Cap what stays open.`;
  return `Take off ${part.name} and keep what it was fixed with. Cap what stays open.`;
}

/** How a part goes on, beside its hoses. */
export function fitWords(part: Part): string {
  if (actsAs(part, 'plug')) return `Close the open port with ${part.name}.`;
  if (isSpinOn(part)) return `Screw on ${part.name}. ${CRAFT.spinOn}`;
  if (actsAs(part, 'plate') && part.form !== 'inline') return `Fit ${part.name}. ${CRAFT.plate}`;
  if (actsAs(part, 'gauge')) return `Screw in ${part.name} and lay its wire clear of heat and edges.`;
  if (actsAs(part, 'cover')) return `Fit ${part.name} with its new gasket. Start all bolts by hand.`;
  return `Fit ${part.name} in its place, bolts started by hand.`;
}
