import { formatQuantity, type UnitChoice } from '../../foundations/units';
import type { Check, Verdict } from '../stateResult';

/** What is said of a condition that could not be solved. */
export const NOT_SOLVED = 'This condition could not be solved, so nothing is known of it.';

/** The words for a verdict where its limit is not at hand. */
export const VERDICT_WORDS: Readonly<Record<Verdict, string>> = {
  inBand: 'OK',
  near: 'marginal',
  shut: 'valve closed',
  short: 'too little oil',
  flooded: 'too much oil',
  dry: 'no oil',
  unknown: 'not solved',
};

/** The words for a verdict by the limit that decides it: "too little pressure", "no limit set". */
export function sayVerdict(verdict: Verdict, decisive: Check | null | undefined): string {
  if (verdict === 'inBand' && decisive === null) return 'OK; no limit set';
  if (!decisive) return VERDICT_WORDS[verdict];
  const what = decisive.quantity === 'flow' ? 'flow' : 'pressure';
  if (verdict === 'short') return `too little ${what}`;
  return verdict === 'flooded' ? `too much ${what}` : VERDICT_WORDS[verdict];
}

/** "0.46 bar above maximum". */
export function sayMargin(check: Check, units: UnitChoice = {}): string {
  const amount = formatQuantity(Math.abs(check.margin), check.quantity, units);
  const isAbove = check.side === 'low' ? check.margin >= 0 : check.margin < 0;
  return `${amount} ${isAbove ? 'above' : 'below'} ${check.side === 'low' ? 'minimum' : 'maximum'}`;
}

/** One plain sentence why a consumer has its verdict: figure first, then limit. */
export function sayWhy(verdict: Verdict, check: Check | null, units: UnitChoice = {}): string {
  if (verdict === 'unknown') return NOT_SOLVED;
  if (verdict === 'dry') return 'It gets no oil.';
  if (verdict === 'shut' && !check) return 'Its spring valve is closed, and at this speed nothing is required of it.';
  if (!check) return 'No limit set here.';
  const actual = formatQuantity(check.actual, check.quantity, units);
  const limit = formatQuantity(check.limit, check.quantity, units);
  if (check.reason === 'centrifugal')
    return `Gallery pressure ${actual}; the turning crank needs ${limit} to let oil in to the rods.`;
  return `${check.quantity === 'flow' ? 'Flow' : 'Pressure'} ${actual}; ${check.side === 'low' ? 'minimum' : 'maximum'} ${limit}.`;
}
