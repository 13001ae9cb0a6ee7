import { formatQuantity, type Quantity } from '../../foundations/units';
import { sayMargin } from '../../judgement/supply/say';
import type { Sensitivity } from './sensitivityTasks';

/** Effects below this share of the largest are left out of the words; JSON and CSV have them all. */
const WORTH_SAYING = 0.01;

/** What moves a consumer's margin, largest first, a line an input. */
export function sensitivityLines(answer: Sensitivity): string[] {
  const { check } = answer;
  if (!answer.solved) return ['This state did not solve.'];
  if (!check) return [`${answer.name}: nothing is required of it in this condition.`];
  const most = Math.abs(answer.rows[0]?.perStep ?? 0);
  return [
    `${answer.name}: ${sayMargin(check)}. One step of each, upward, changes that by:`,
    ...answer.rows
      .filter((row) => Math.abs(row.perStep) >= WORTH_SAYING * most)
      .map((r) => {
        const quantity = r.quantity === 'temperature' ? 'temperatureDifference' : (r.quantity as Quantity);
        const change = `${r.perStep < 0 ? '-' : '+'}${formatQuantity(Math.abs(r.perStep), check.quantity)}`;
        return `${r.name.padEnd(48)} +${formatQuantity(r.step, quantity).padEnd(14)} ${change}`;
      }),
  ];
}
