import { formatQuantity } from '../../foundations/units';
import { sayMargin, sayWhy, VERDICT_WORDS } from '../../judgement/supply/say';
import type { Sweep } from '../../judgement/sweep/sweep';

/** Each consumer at its worst, then all of them. */
export function sweepLines(sweep: Sweep): string[] {
  return [
    ...sweep.consumers.flatMap(({ name, verdict, worst }) => [
      `${name.padEnd(20)} ${VERDICT_WORDS[verdict].padEnd(18)} ${worst?.decisive ? sayMargin(worst.decisive) : ''}`,
      ...(worst
        ? [
            `  worst at ${formatQuantity(worst.state.speedRevS, 'speed')}, ${formatQuantity(worst.state.oilTemperatureK, 'temperature')}. ${sayWhy(worst.verdict, worst.decisive)}`,
          ]
        : []),
    ]),
    `${sweep.supplied ? 'All' : 'Not all'} supplied over ${sweep.states} states.`,
  ];
}

/** The states that did not solve. */
export function sweepRemarks(sweep: Sweep): string[] {
  return sweep.notConverged.map(
    (state) =>
      `Not solved: ${formatQuantity(state.speedRevS, 'speed')}, ${formatQuantity(state.oilTemperatureK, 'temperature')}.`,
  );
}
