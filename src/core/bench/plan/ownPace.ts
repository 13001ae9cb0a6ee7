import type { PlanStep } from './planStep';

/** A first try that took ten times as long, or a step ticked at once, is no pace. @source engineering judgement */
const SLOWEST = 4;
const FASTEST = 0.25;

/** What kind of act a step is: "make", "on", "lay"; a step that stands alone is its own kind. */
const kindOfAct = ({ id }: Pick<PlanStep, 'id'>): string => id.split('-')[0]!;

/**
 * Steps with their minutes as this person takes them: what the ticked steps of a kind took, over what they were planned
 * to, holds for those of it that are still to do; where none of a kind is ticked, that of all.
 * @param steps with their usual minutes; a step whose minutes a person has set stays as it is
 */
export function atOwnPace(steps: readonly PlanStep[]): readonly PlanStep[] {
  const took = new Map<string, { spent: number; planned: number }>();
  const all = { spent: 0, planned: 0 };
  for (const step of steps) {
    const { done, spentMin } = step.note;
    if (!done || spentMin === undefined || step.plannedMin === 0) continue;
    const kind = took.get(kindOfAct(step)) ?? { spent: 0, planned: 0 };
    took.set(kindOfAct(step), { spent: kind.spent + spentMin, planned: kind.planned + step.plannedMin });
    all.spent += spentMin;
    all.planned += step.plannedMin;
  }
  if (all.planned === 0) return steps;
  return steps.map((step) => {
    if (step.note.done || step.note.plannedMin !== undefined) return step;
    const { spent, planned } = took.get(kindOfAct(step)) ?? all;
    const pace = Math.min(SLOWEST, Math.max(FASTEST, spent / planned));
    return { ...step, plannedMin: Math.max(1, Math.round(step.plannedMin * pace)) };
  });
}
