import { formatQuantity, type UnitChoice } from '../../foundations/units';
import type { Check, Verdict } from '../stateResult';

/** The word for a verdict, as it stands under a tide post. */
export const VERDICT_WORDS: Readonly<Record<Verdict, string>> = {
  inBand: 'in band',
  near: 'near mark',
  shut: 'shut by its spring',
  short: 'short',
  flooded: 'flooded',
  dry: 'dry',
  unknown: 'not solved',
};

/** "0.46 bar over high water". */
export function sayMargin(check: Check, units: UnitChoice = {}): string {
  const amount = formatQuantity(Math.abs(check.margin), check.quantity, units);
  const mark = check.side === 'low' ? 'low water' : 'high water';
  const where = check.margin < 0 ? (check.side === 'low' ? 'under' : 'over') : check.side === 'low' ? 'above' : 'below';
  return `${amount} ${where} ${mark}`;
}

/** One plain sentence why a consumer has its verdict. */
export function sayWhy(verdict: Verdict, check: Check | null, units: UnitChoice = {}): string {
  if (verdict === 'unknown') return 'This state did not solve, so nothing is known of it.';
  if (verdict === 'dry') return 'No oil reaches it: its inlet stands at crankcase pressure.';
  if (verdict === 'shut' && !check) return 'Its spring valve has not opened, and at this speed nothing is asked of it.';
  if (!check) return 'No limit is stated for it here.';
  const actual = formatQuantity(check.actual, check.quantity, units);
  const limit = formatQuantity(check.limit, check.quantity, units);
  const noun = check.quantity === 'pressure' ? 'pressure' : 'flow';
  if (check.reason === 'centrifugal')
    return check.margin < 0
      ? `Gallery ${noun} of ${actual} does not push oil inward through the turning crank: that takes ${limit}.`
      : `Gallery ${noun} of ${actual} against ${limit} that the turning crank holds back.`;
  if (check.side === 'low')
    return check.margin < 0
      ? `Its ${noun} is ${actual}, and it must see ${limit}.`
      : `Its ${noun} is ${actual}; it must see ${limit}.`;
  return check.margin < 0
    ? `Its ${noun} is ${actual}, and it must not see more than ${limit}.`
    : `Its ${noun} is ${actual}, of ${limit} allowed.`;
}
