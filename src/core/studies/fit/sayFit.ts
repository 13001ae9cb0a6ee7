import type { Reading } from '../../document/project/calibration';
import { formatQuantity, type UnitChoice } from '../../foundations/units';
import type { FitResult } from './fitSchema';

const percent = (factor: number) => `${factor >= 1 ? '+' : '−'}${Math.abs(100 * (factor - 1)).toFixed(0)} %`;

/** A reading's state: "850 rpm, 90 °C". */
export function sayReading(reading: Reading, units: UnitChoice = {}): string {
  const speed = formatQuantity(reading.speedRevS, 'speed', units);
  return reading.kind === 'pressure'
    ? `${speed}, oil ${formatQuantity(reading.oilTemperatureK, 'temperature', units)}`
    : `${speed}, air ${formatQuantity(reading.airTemperatureK, 'temperature', units)}, road ${formatQuantity(reading.roadSpeedMS, 'roadSpeed', units)}, load ${formatQuantity(reading.load, 'share', units)}`;
}

const quantityOf = ({ kind }: Reading) => (kind === 'pressure' ? ('pressure' as const) : ('temperature' as const));

/** One reading: what was read, what the circuit gave and gives. */
export function sayReadingFit(
  { reading, measured, before, after }: FitResult['readings'][number],
  units: UnitChoice = {},
): string {
  const shown = (si: number | null) => (si === null ? 'not solved' : formatQuantity(si, quantityOf(reading), units));
  return `${sayReading(reading, units)}: read ${shown(measured)}; before ${shown(before)}, after ${shown(after)}`;
}

/** What the fit found about a group: "Bearing clearances +12 % (95 %: +3 % to +22 %)". */
export function sayParameter({ label, factor, low, high, narrowed }: FitResult['parameters'][number]): string {
  return `${label} ${percent(factor)} (95 %: ${percent(low)} to ${percent(high)}; ${Math.round(100 * narrowed)} % as wide as before)`;
}

/** What the readings leave open, what is odd about them, and what to read next. */
export function fitRemarks(fit: FitResult, units: UnitChoice = {}): string[] {
  const label = (id: string) => (fit.parameters.find((p) => p.id === id)?.label ?? id).toLowerCase();
  const odd = fit.readings.filter((r) => (r.surprise ?? 0) > SURPRISING);
  return [
    ...(fit.converged
      ? []
      : ['The fit did not finish: a condition could not be solved, or nothing can be fitted. No figure was changed.']),
    ...fit.pairs.map((p) => `These readings cannot tell ${label(p.a)} from ${label(p.b)}.`),
    ...(fit.untouched.length > 0 ? [`They say little about ${fit.untouched.map(label).join(', ')}.`] : []),
    ...odd.map((r) => `No plausible engine of this kind gives the reading at ${sayReading(r.reading, units)}.`),
    ...(odd.length > 0
      ? [
          fit.explanations.length > 0
            ? `Possible causes: ${fit.explanations.map((e) => e.title).join('; ')}; or a faulty gauge or sender.`
            : 'No single fault explains it: check the gauge, and where its sender sits.',
        ]
      : []),
    ...(fit.next
      ? [
          `Most useful next reading: ${formatQuantity(fit.next.speedRevS, 'speed', units)} at ${formatQuantity(fit.next.oilTemperatureK, 'temperature', units)} (expected ${formatQuantity(fit.next.expectedPa, 'pressure', units)}); it would say most about ${label(fit.next.narrows)}.`,
        ]
      : []),
  ];
}

/** Standard deviations from which a reading is said to be odd. */
export const SURPRISING = 3.5;
