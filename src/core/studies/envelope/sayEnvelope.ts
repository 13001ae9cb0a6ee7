import { formatQuantity } from '../../foundations/units';
import { VERDICT_WORDS } from '../../judgement/supply/say';
import type { Envelope } from './envelopeTasks';

/** Where supply fails, a line a consumer at its worst, and where the session first meets that. */
export function envelopeLines(answer: Envelope): string[] {
  const quantity = answer.y === 'filterAge' ? 'loading' : answer.y === 'road' ? 'roadSpeed' : 'temperature';
  const { crossing } = answer;
  return [
    `Fails in ${formatQuantity(answer.failingShare, 'share')} of the operating range.`,
    ...answer.consumers.flatMap(({ name, worst }) =>
      worst
        ? [
            `${name.padEnd(20)} ${worst.value.toFixed(2)} at ${formatQuantity(worst.x, 'speed')}, ${formatQuantity(worst.y, quantity)}`,
          ]
        : [],
    ),
    ...(crossing
      ? [
          `The session first fails at ${formatQuantity(crossing.x, 'speed')}, ${formatQuantity(crossing.y, 'temperature')}: ${crossing.name}, ${VERDICT_WORDS[crossing.verdict]}.`,
        ]
      : []),
    ...(answer.unsolved > 0 ? [`${answer.unsolved} states did not solve.`] : []),
  ];
}
