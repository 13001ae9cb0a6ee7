import type { Verdict } from '../../core/judgement/stateResult';
import type { Grade } from '../../core/judgement/verdict/verdict';

/** The mark of each grade: shapes that the components have too. */
export const GRADE_MARK: Readonly<Record<Grade, Verdict>> = {
  ok: 'inBand',
  likely: 'inBand',
  close: 'near',
  bad: 'short',
  unsolved: 'unknown',
};
