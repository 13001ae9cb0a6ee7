import { formatQuantity } from '../../foundations/units';
import type { Spread } from './spreadTasks';

const percent = (share: number) => (100 * share).toFixed(2);

/** Tolerances, a line a consumer, then all of them, then what to tighten first. */
export function spreadLines(answer: Spread): string[] {
  const { all, tighten, unsolved } = answer;
  return [
    ...answer.consumers.map((c) => {
      const band = c.pressurePa[0];
      const pressures = band
        ? `, ${formatQuantity(band.low, 'pressure')} to ${formatQuantity(band.high, 'pressure')}`
        : '';
      return `${c.name.padEnd(20)} ${percent(c.chance)} % ± ${percent(c.error)}${pressures}`;
    }),
    `All supplied: ${percent(all.chance)} % ± ${percent(all.error)} of ${answer.samples} circuits, seed ${answer.seed}.`,
    ...(tighten
      ? [
          `Tighten first: ${tighten.name}. Halved, ${tighten.consumer} is supplied in ${percent(tighten.chance)} % instead of ${percent(tighten.before)} %.`,
        ]
      : []),
    ...(unsolved > 0 ? [`${unsolved} circuits did not solve.`] : []),
  ];
}
