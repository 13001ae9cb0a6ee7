import { formatQuantity, type UnitChoice } from '../../foundations/units';
import type { ExplainAnswer } from './causeSchema';

const percent = (p: number): string => (p < 0.01 ? 'under 1 %' : p > 0.99 ? 'over 99 %' : `${Math.round(100 * p)} %`);

/** A check as an order, with what its outcome would say. */
export function sayNext(next: NonNullable<ExplainAnswer['next']>, units: UnitChoice = {}): string {
  const [a, b] = next.tells as [string, string];
  if (next.kind === 'hand') return `${next.ask} (about ${next.minutes} min). It tells these apart: ${a} / ${b}.`;
  const p = (pa: number) => formatQuantity(pa, 'pressure', units);
  const where = next.isGauge ? 'Read the gauge' : `Screw a second gauge in at ${next.port} and read it`;
  return `${where} at ${formatQuantity(next.speedRevS, 'speed', units)}, oil ${formatQuantity(next.oilTemperatureK, 'temperature', units)} (about ${next.minutes} min): near ${p(next.expectedPa[0]!)} means ${a}; near ${p(next.expectedPa[1]!)} means ${b}.`;
}

/** Most causes that are named beside the first. */
const MOST_ALIKE = 4;

/** What these readings cannot tell from the first cause. */
export function sayAlike(titles: readonly string[]): string {
  const more = titles.length - MOST_ALIKE;
  const named = titles.slice(0, MOST_ALIKE).join('; ');
  return `The gauge cannot tell it from: ${named}${more > 0 ? `; and ${more} more` : ''}.`;
}

/** What healthy engines of the kind show, beside what was read. */
export function sayUsual([low, high]: readonly [number, number], readPa: number, units: UnitChoice = {}): string {
  const range = `${formatQuantity(low, 'pressure', units)} to ${formatQuantity(high, 'pressure', units)}`;
  const inside = readPa >= low && readPa <= high;
  return inside
    ? `Usual for this kind of engine: ${range}.`
    : `Not usual for this kind of engine, which shows ${range}.`;
}

/** Causes by their probability, what each would show elsewhere, and the next check. */
export function explainLines(answer: ExplainAnswer, units: UnitChoice = {}): readonly string[] {
  const p = (pa: number | null) => (pa === null ? 'not known' : formatQuantity(pa, 'pressure', units));
  return [
    ...answer.readings.map(
      ({ reading, expectedPa, deviationPa, usualPa }) =>
        `${formatQuantity(reading.speedRevS, 'speed', units)}, ${formatQuantity(reading.oilTemperatureK, 'temperature', units)}: ${p(reading.pressurePa)} read, ${p(expectedPa)} predicted (±${p(deviationPa === null ? null : 2 * deviationPa)} by tolerances).${usualPa ? ` ${sayUsual(usualPa, reading.pressurePa, units)}` : ''}`,
    ),
    ...(answer.unexplained
      ? ['Nothing here explains these readings: neither a healthy engine nor any single cause that the app knows.']
      : []),
    ...answer.causes.map(
      (c, i) =>
        `${percent(c.probability).padStart(9)}  ${c.title}${c.words === '' ? '' : ` (${c.words})`}${i === 0 && c.alike.length > 0 ? `. ${sayAlike(c.alike)}` : ''}${c.elsewhere.length > 0 ? `. Elsewhere: ${c.elsewhere.join('; ')}` : ''}`,
    ),
    ...(answer.next ? [`Next: ${sayNext(answer.next, units)}`] : []),
  ];
}

export const sayPercent = percent;
