import type { Verdict } from '../../core/judgement/stateResult';
import type { EntryKey } from './terms';

/** Where the glossary says what a verdict means. */
export const VERDICT_ENTRY: Readonly<Record<Verdict, EntryKey>> = {
  inBand: 'ok',
  near: 'marginal',
  shut: 'shut',
  short: 'short',
  flooded: 'flooded',
  dry: 'dry',
  unknown: 'unknown',
};
