import { addedBy } from './effects';
import type { EffectAnswer } from './effectSchema';
import type { Measures } from './measures';
import { WEIGHED, type Weighed } from './sayMeasures';

/** What one change adds to one figure: after those before it, and alone; null where it has no figure. */
export interface StepFigure {
  readonly added: number | null;
  readonly alone: number | null;
}

/** A figure, by change; the added ones sum to the whole. */
export interface StepRow {
  readonly weighed: Weighed;
  readonly steps: readonly StepFigure[];
  readonly whole: number | null;
  /** What is left of the whole when each alone is taken off: what they do together. */
  readonly together: number | null;
}

const minus = (a: number | null, b: number | null) => (a === null || b === null ? null : a - b);

/** Every figure that the changes move, by change in their order. */
export function stepRows({ before, after, steps }: EffectAnswer): readonly StepRow[] {
  if (!before || !after) return [];
  const at = (m: Measures | null) => (m ? addedBy(before, m) : WEIGHED.map(() => null));
  const upTo = steps.map((s) => at(s.with));
  const alone = steps.map((s) => at(s.alone));
  const whole = at(after);
  return WEIGHED.flatMap((weighed, w): StepRow[] => {
    if (whole[w] === null || upTo.every((row) => Math.abs(row[w] ?? 0) < weighed.least)) return [];
    const figures = steps.map((_, i) => ({
      added: i === 0 ? (upTo[0]![w] ?? null) : minus(upTo[i]![w] ?? null, upTo[i - 1]![w] ?? null),
      alone: alone[i]![w]!,
    }));
    const sum = figures.every((f) => f.alone !== null) ? figures.reduce((s, f) => s + f.alone!, 0) : null;
    return [{ weighed, steps: figures, whole: whole[w]!, together: minus(whole[w]!, sum) }];
  });
}
