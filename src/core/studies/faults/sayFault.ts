import { sayShortfall } from '../../judgement/sweep/sayShortfall';
import { formatQuantity, type UnitChoice } from '../../foundations/units';
import type { FaultOutcome } from './faultTasks';

/** Pressures below this are read as none [Pa]. */
const NOTHING_PA = 1e3;

/** Who starves first of a fault, in one sentence. */
export function sayOutcome(fault: FaultOutcome, units: UnitChoice = {}): string {
  const [first, ...rest] = fault.starved;
  if (fault.outcome === 'impossible') return 'This fault does not apply to this circuit.';
  const soFar = fault.whole ? '' : ` So far ${fault.conditions} conditions were looked at.`;
  if (fault.outcome === 'open') return `Nothing starves yet.${soFar}`;
  const unsolved = fault.outcome === 'unsolved' ? ' Not every condition could be solved.' : '';
  if (!first) return `Everything is still supplied.${unsolved}`;
  return `${sayShortfall(first, units)}${rest.length > 0 ? ` Then ${rest.map((s) => s.name).join(', ')}.` : ''}${unsolved}${soFar}`;
}

/** What the gauge would show of a fault, and whether anyone could notice. */
export function sayGauge(fault: FaultOutcome, units: UnitChoice = {}): string {
  const { gauge } = fault;
  if (!gauge) return fault.whole ? 'It does not show on the gauge.' : '';
  // What a cut-off gauge still shows is nothing.
  const figure = (pa: number) => formatQuantity(Math.abs(pa) < NOTHING_PA ? 0 : pa, 'pressure', units);
  const at = `${formatQuantity(gauge.speedRevS, 'speed', units)}, ${formatQuantity(gauge.oilTemperatureK, 'temperature', units)}`;
  return fault.noticed
    ? `Gauge changes most at ${at}: ${figure(gauge.faultyPa)} where ${figure(gauge.normalPa)} is right.`
    : !fault.whole
      ? ''
      : `Barely shows on the gauge: ${figure(gauge.faultyPa)} where ${figure(gauge.normalPa)} is right, at ${at}, where it tells most.`;
}
