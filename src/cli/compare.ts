import { compareVariants, MOST_COMPARED } from '../core/compare/compareVariants';
import { sayMargin, VERDICT_WORDS } from '../core/supply/say';
import { runToEnd } from '../core/sweep/runToEnd';
import { formatQuantity, type Quantity } from '../core/units';
import { load, Refusal, type Options } from './load';

/** `tidal compare`: variants side by side, differences first. Exits 1 where one of them does not supply everything. */
export function compare(file: string, options: Options): number {
  const { project } = load(file, undefined);
  const ids = options.variants?.split(',') ?? project.variants.slice(0, MOST_COMPARED).map((v) => v.id);
  const unknown = ids.find((id) => !project.variants.some((v) => v.id === id));
  if (unknown !== undefined) throw new Refusal(`--variants: there is no variant "${unknown}". These are: ${project.variants.map((v) => v.id).join(', ')}.`);
  if (ids.length < 2 || ids.length > MOST_COMPARED) throw new Refusal(`--variants: give 2 to ${MOST_COMPARED}, ${ids.length} ${ids.length === 1 ? 'is' : 'are'} there.`);
  const comparison = runToEnd(compareVariants(project, ids));
  if (options.json) console.log(JSON.stringify({ project: project.name, ...comparison }, null, 1));
  else {
    const line = (name: string, cells: readonly string[]) => console.log([name.padEnd(28), ...cells.map((c) => c.padEnd(34))].join(' ').trimEnd());
    line('', comparison.variants.map((v) => v.name));
    for (const { name, kinds } of comparison.parts) line(name, kinds.map((k) => k ?? '-'));
    for (const { name, title, quantity, values } of comparison.settings)
      line(`${name}: ${title.toLowerCase()}`, values.map((v) => (typeof v === 'number' && quantity !== null ? formatQuantity(v, quantity as Quantity) : v === null ? '-' : String(v))));
    for (const { name, worst } of comparison.consumers) line(name, worst.map((w) => (w ? `${VERDICT_WORDS[w.verdict]}${w.decisive ? `, ${sayMargin(w.decisive)}` : ''}` : '-')));
    for (const { name, pressurePa } of comparison.gauge) line(`Gauge, ${name}`, pressurePa.map((pa) => (pa === null ? '-' : formatQuantity(pa, 'pressure'))));
    line('Oil in parts and lines', comparison.variants.map((v) => formatQuantity(v.oilInPartsM3, 'volume')));
    for (const { name, refused } of comparison.variants) if (refused !== null) console.error(`${name}: ${refused}`);
  }
  return comparison.variants.every((v) => v.supplied) ? 0 : 1;
}
