import { chanceOf } from '../../judgement/verdict/verdict';
import { sayWhole } from '../../judgement/verdict/sayWhole';
import { sweepLines } from '../../judgement/sweep/saySweep';
import type { Check } from '../../judgement/verdict/check';

/** Each component at its worst, then the verdict, what decides it, and how sure each aspect is. */
export function checkLines({ sweep, verdict, certainty }: Check): string[] {
  const { head, detail, sure, over } = sayWhole(verdict, certainty);
  const chances = verdict.aspects.map((aspect) => {
    const chance = chanceOf(aspect, certainty);
    return `${aspect.aspect} ${chance === undefined ? 'not known' : `${Math.round(100 * chance)} %`}`;
  });
  return [
    ...sweepLines(sweep),
    '',
    `${head}${sure === '' ? '' : ` (${sure})`}.`,
    ...(detail === '' ? [] : [detail]),
    `${over}; ${verdict.critical} critical, ${verdict.toFix} to fix${verdict.dismissed > 0 ? `, ${verdict.dismissed} dismissed` : ''}.`,
    `How sure: ${chances.join(', ')}.`,
  ];
}
