import { COMPARE_STUDY, MOST_COMPARED } from '../core/studies/compare/compareStudy';
import { sayMargin, VERDICT_WORDS } from '../core/judgement/supply/say';
import { studyHere } from '../core/studies/works';
import { formatQuantity, type Quantity } from '../core/foundations/units';
import { load, Refusal, type Options } from './load';

/** `tidal compare`: variants side by side, differences first. Exits 1 where one of them does not supply everything. */
export function compare(file: string, options: Options): number {
  const { project } = load(file, undefined);
  const ids = options.variants?.split(',') ?? project.variants.slice(0, MOST_COMPARED).map((v) => v.id);
  const unknown = ids.find((id) => !project.variants.some((v) => v.id === id));
  if (unknown !== undefined)
    throw new Refusal(
      `--variants: there is no variant "${unknown}". These are: ${project.variants.map((v) => v.id).join(', ')}.`,
    );
  if (ids.length < 2 || ids.length > MOST_COMPARED)
    throw new Refusal(
      `--variants: give 2 to ${MOST_COMPARED}, ${ids.length} ${ids.length === 1 ? 'is' : 'are'} there.`,
    );
  const comparison = studyHere(COMPARE_STUDY, project, { ids });
  if (options.json) console.log(JSON.stringify({ project: project.name, ...comparison }, null, 1));
  else if (options.csv) {
    console.log('variant,consumer,verdict,supplied,margin_si,quantity,speed_rev_s,oil_temp_k,pressure_pa,flow_m3s');
    comparison.variants.forEach(({ id }, i) =>
      comparison.consumers.forEach(({ part, worst }) => {
        const w = worst[i];
        if (w)
          console.log(
            [
              id,
              part,
              w.verdict,
              w.supplied,
              w.decisive?.margin ?? '',
              w.decisive?.quantity ?? '',
              w.speedRevS,
              w.oilTemperatureK,
              w.pressurePa ?? '',
              w.flowM3S ?? '',
            ].join(','),
          );
      }),
    );
  } else {
    const line = (name: string, cells: readonly string[]) =>
      console.log([name.padEnd(28), ...cells.map((c) => c.padEnd(34))].join(' ').trimEnd());
    line(
      '',
      comparison.variants.map((v) => v.name),
    );
    for (const { name, kinds } of comparison.parts)
      line(
        name,
        kinds.map((k) => k ?? '-'),
      );
    for (const { name, title, quantity, values } of comparison.settings)
      line(
        `${name}: ${title.toLowerCase()}`,
        values.map((v) =>
          typeof v === 'number' && quantity !== null
            ? formatQuantity(v, quantity as Quantity)
            : v === null
              ? '-'
              : String(v),
        ),
      );
    for (const { name, worst } of comparison.consumers)
      line(
        name,
        worst.map((w) => (w ? `${VERDICT_WORDS[w.verdict]}${w.decisive ? `, ${sayMargin(w.decisive)}` : ''}` : '-')),
      );
    const figure = (si: number | null, quantity: Quantity) => (si === null ? '-' : formatQuantity(si, quantity));
    for (const { name, figures } of comparison.states) {
      line(
        `Gauge, ${name}`,
        figures.map((f) => figure(f.gaugePa, 'pressure')),
      );
      line(
        `Pump moves, ${name}`,
        figures.map((f) => figure(f.pumpM3S, 'flow')),
      );
      line(
        `Oil settles at, ${name}`,
        figures.map((f) => figure(f.sumpK, 'temperature')),
      );
    }
    line(
      'Oil in parts and lines',
      comparison.variants.map((v) => formatQuantity(v.oilInPartsM3, 'volume')),
    );
    if (comparison.variants.some((v) => v.weighed > 0))
      line(
        'Weight, where stated',
        comparison.variants.map((v) => formatQuantity(v.massKg, 'mass')),
      );
    if (comparison.variants.some((v) => v.priced > 0))
      line(
        'Cost, where stated',
        comparison.variants.map((v) => formatQuantity(v.price, 'money')),
      );
    for (const { name, refused } of comparison.variants) if (refused !== null) console.error(`${name}: ${refused}`);
  }
  return comparison.variants.every((v) => v.supplied) ? 0 : 1;
}
