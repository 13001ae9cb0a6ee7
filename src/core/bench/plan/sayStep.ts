import { formatQuantity, type UnitChoice } from '../../foundations/units';
import type { PlanStep } from './planStep';

/** A step's text with its figures in the reader's units. */
export function sayStep(step: Pick<PlanStep, 'text' | 'figures'>, units: UnitChoice = {}): string {
  return step.text.replace(/\{(\w+)\}/g, (whole, name: string) => {
    const figure = step.figures[name];
    return figure ? formatQuantity(figure.si, figure.quantity, units) : whole;
  });
}

/** "1 h 25 min". @param minutes ≥ 0 */
export function sayMinutes(minutes: number): string {
  const h = Math.floor(minutes / 60);
  const m = Math.round(minutes % 60);
  return h === 0 ? `${m} min` : `${h} h${m === 0 ? '' : ` ${m} min`}`;
}
