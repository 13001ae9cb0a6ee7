import { formatQuantity } from '../../foundations/units';
import { sayMargin, sayVerdict, sayWhy } from '../supply/say';
import { PICKUP_WORDS, sayPickup } from '../pickup/sayPickup';
import type { Sweep } from '../sweep/sweep';

/** Each component at its worst, and the pickup. */
export function sweepLines(sweep: Sweep): string[] {
  return [
    ...sweep.consumers.flatMap(({ name, verdict, worst }) => [
      `${name.padEnd(20)} ${sayVerdict(verdict, worst?.decisive).padEnd(18)} ${worst?.decisive ? sayMargin(worst.decisive) : ''}`,
      ...(worst
        ? [
            `  worst at ${formatQuantity(worst.state.speedRevS, 'speed')}, ${formatQuantity(worst.state.oilTemperatureK, 'temperature')}. ${sayWhy(worst.verdict, worst.decisive)}`,
          ]
        : []),
    ]),
    `${'Pickup'.padEnd(20)} ${PICKUP_WORDS[sweep.pickup.verdict]}`,
    `  ${sayPickup(sweep.pickup)}`,
  ];
}

/** The states that did not solve. */
export function sweepRemarks(sweep: Sweep): string[] {
  return sweep.notConverged.map(
    (state) =>
      `Not solved: ${formatQuantity(state.speedRevS, 'speed')}, ${formatQuantity(state.oilTemperatureK, 'temperature')}.`,
  );
}
