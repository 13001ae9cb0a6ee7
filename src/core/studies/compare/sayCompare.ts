import { formatQuantity, type Quantity } from '../../foundations/units';
import { sayPickupBriefly } from '../../judgement/pickup/sayPickup';
import { sayMargin, sayVerdict } from '../../judgement/supply/say';
import { sayWholeBriefly } from '../../judgement/verdict/sayWhole';
import type { Comparison } from './compareTasks';

const line = (name: string, cells: readonly string[]) =>
  [name.padEnd(28), ...cells.map((c) => c.padEnd(34))].join(' ').trimEnd();

const figure = (si: number | null, quantity: Quantity) => (si === null ? '-' : formatQuantity(si, quantity));

function setting(value: unknown, quantity: string | null): string {
  if (typeof value === 'number' && quantity !== null) return formatQuantity(value, quantity as Quantity);
  return value === null ? '-' : String(value);
}

/** Variants side by side, a column each: what differs, each consumer at its worst, figures at the named states. */
export function comparisonLines(comparison: Comparison): string[] {
  const { variants } = comparison;
  return [
    line(
      '',
      variants.map((v) => v.name),
    ),
    ...comparison.parts.map(({ name, kinds }) =>
      line(
        name,
        kinds.map((k) => k ?? '-'),
      ),
    ),
    ...comparison.settings.map(({ name, title, quantity, values }) =>
      line(
        `${name}: ${title.toLowerCase()}`,
        values.map((v) => setting(v, quantity)),
      ),
    ),
    ...comparison.consumers.map(({ name, worst }) =>
      line(
        name,
        worst.map((w) =>
          w ? `${sayVerdict(w.verdict, w.decisive)}${w.decisive ? `, ${sayMargin(w.decisive)}` : ''}` : '-',
        ),
      ),
    ),
    line(
      'Verdict',
      variants.map((v) => (v.verdict ? sayWholeBriefly(v.verdict, v.certainty) : '-')),
    ),
    line(
      'Pickup',
      variants.map((v) => (v.pickup ? sayPickupBriefly(v.pickup) : '-')),
    ),
    ...comparison.states.flatMap(({ name, figures }) => [
      line(
        `Gauge, ${name}`,
        figures.map((f) => figure(f.gaugePa, 'pressure')),
      ),
      line(
        `Pump flow, ${name}`,
        figures.map((f) => figure(f.pumpM3S, 'flow')),
      ),
      line(
        `Oil temperature, ${name}`,
        figures.map((f) => figure(f.sumpK, 'temperature')),
      ),
    ]),
    line(
      'Oil in parts and lines',
      variants.map((v) => formatQuantity(v.oilInPartsM3, 'volume')),
    ),
    ...(variants.some((v) => v.weighed > 0)
      ? [
          line(
            'Weight, where stated',
            variants.map((v) => formatQuantity(v.massKg, 'mass')),
          ),
        ]
      : []),
    ...(variants.some((v) => v.priced > 0)
      ? [
          line(
            'Cost, where stated',
            variants.map((v) => formatQuantity(v.price, 'money')),
          ),
        ]
      : []),
  ];
}
