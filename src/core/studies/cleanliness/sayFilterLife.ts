import type { FilterLife } from './filterLife';

const BITES: Readonly<Record<FilterLife['bites'][number]['what'], string>> = {
  bypassOpens: 'its bypass valve opens and unfiltered oil goes to the engine',
  starves: 'a component is starved',
  halfFlow: 'half of its flow is left',
};

const about = (hours: number): string => (hours < 10 ? hours.toFixed(0) : String(Math.round(hours / 10) * 10));

/** When an element is due and what goes wrong first as it clogs. */
export function sayLife({ dirtShare, usualHours, bites }: FilterLife): string {
  if (usualHours === null) return 'It gets no oil, so no dirt.';
  const due = `It takes ${Math.round(100 * dirtShare)} % of the dirt and is as clogged as at a usual change after about ${about(usualHours)} h.`;
  const first = [...bites].sort((a, b) => (a.hours ?? Infinity) - (b.hours ?? Infinity))[0];
  if (!first || first.hours === null) return `${due} Clogging it further starves nothing.`;
  return first.hours === 0
    ? `${due} As it is now, ${BITES[first.what]}.`
    : `${due} Once it is ${first.load.toFixed(1)} times as restrictive as new, after about ${about(first.hours)} h, ${BITES[first.what]}.`;
}
