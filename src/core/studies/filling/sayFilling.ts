import { formatQuantity, type UnitChoice } from '../../foundations/units';
import type { FillingAnswer } from './fillingSchema';

const seconds = (s: number): string =>
  s < 10 ? `${s.toFixed(1)} s` : s < 120 ? `${s.toFixed(0)} s` : `${(s / 60).toFixed(0)} min`;

/** When oil is where: the gauge first, then each component. */
export function fillingLines(answer: FillingAnswer, units: UnitChoice = {}): readonly string[] {
  return [
    answer.gaugeS === null
      ? 'No pressure at the gauge.'
      : `First pressure at the gauge after ${seconds(answer.gaugeS)} of cranking.`,
    ...[...answer.consumers]
      .sort((a, b) => (a.arrivesS ?? Infinity) - (b.arrivesS ?? Infinity))
      .map(
        (c) =>
          `${c.name}: ${c.arrivesS === null ? 'no oil within the time' : `oil after ${seconds(c.arrivesS)}`}${c.late ? `, too late (limit ${c.limitS} s after the start)` : ''}.`,
      ),
    `The level falls by ${formatQuantity(answer.filledM3, 'volume', units)}.`,
  ];
}

export const saySeconds = seconds;
