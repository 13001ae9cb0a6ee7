import type { Hose } from '../hoses/hoseList';
import { SPIN_ON } from '../partWork';

/**
 * How a thing is done and how one sees that it is right, told once where it is needed.
 * @source common practice, no source
 */
export const CRAFT = {
  hoseEnd:
    'Tape it tightly at the cut, cut it square, blow it through, take the tape off. Screw it into the socket (left-hand on many) and back off a little; oil the nipple; hold the hose in soft jaws and screw the nipple in until about 1 mm is left at the hexagon. A pen line round the hose shows whether it is pushed out.',
  hoseTail: 'Cut it square.',
  overTail: 'Push it over the bead by at least its own bore, with the clamp behind the bead.',
  spinOn: SPIN_ON,
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
