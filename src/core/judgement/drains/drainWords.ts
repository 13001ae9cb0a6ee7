import type { DrainVerdict } from './drainVerdicts';

/** The word for how a drain is found, as it stands on its sheet. */
export const DRAIN_WORDS: Readonly<Record<DrainVerdict, string>> = {
  runs: 'runs',
  near: 'drains, with little to spare',
  rises: 'climbs on its way',
  flat: 'does not fall',
  portUnder: 'enters below the oil',
  pressed: 'held up by the crankcase',
  small: 'too narrow',
  unknown: 'heights not given',
};
