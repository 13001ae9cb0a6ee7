import { saySize, type PartFamily } from './partFamilies';
import { sayShortfall } from '../../judgement/sweep/sayShortfall';
import { formatQuantity, type UnitChoice } from '../../foundations/units';
import type { Row, RowNeed, PartSizes } from './partSizeTasks';

const ALL: Readonly<Record<RowNeed, (rows: PartSizes, units: UnitChoice) => string>> = {
  supply: () => 'a component that is supplied now would not be',
  hot: ({ limitHotK }, units) =>
    `the oil exceeds ${formatQuantity(limitHotK, 'temperature', units)} on a hot day at full load: more air on it, or a cooler elsewhere`,
  cold: ({ limitColdK }, units) =>
    `the oil stays below ${formatQuantity(limitColdK, 'temperature', units)} on a cold cruise: a thermostat, or the cooler covered in winter`,
};

/** Why one size will not do, briefly; empty where it will. */
export function sayPartSizeFails(row: Row, units: UnitChoice = {}): string {
  const words: Readonly<Record<RowNeed, string>> = {
    supply: row.starved[0] ? sayShortfall(row.starved[0], units) : 'Not every condition could be solved.',
    hot: 'Too hot on a hot day.',
    cold: 'Too cold on a cold cruise.',
  };
  return row.fails.map((need) => words[need]).join(' ');
}

/** A row's name: "19 rows, 210 mm", "as it is". */
export function sayPartSize(
  families: readonly PartFamily[],
  { family: id, size }: Pick<Row, 'family' | 'size'>,
  units: UnitChoice = {},
): string {
  const family = families.find((f) => f.id === id);
  return family ? saySize(family, size, units) : 'as it is';
}

/** Sizes that are named one by one. */
const MOST_NAMED = 5;

/**
 * The answer in sentences: which of those sold would do, then the whole band of each family with what limits it, or
 * what rules every size out.
 */
export function sayPartSizes(rows: PartSizes, families: readonly PartFamily[], units: UnitChoice = {}): string[] {
  const had = rows.rows.filter((r) => r.family !== null);
  const good = had.filter((r) => r.fails.length === 0);
  const name = (row: Row) => sayPartSize(families, row, units);
  const sold =
    good.length === had.length
      ? [`Every standard size works, from ${name(good[0]!)} up.`]
      : good.length > 0
        ? [
            `${good.length > MOST_NAMED ? `${name(good[0]!)} and ${good.length - 1} others` : good.map(name).join('; ')} ${good.length === 1 ? 'works' : 'work'}.`,
          ]
        : ['No standard size works.', ...rows.ruledOutBy.map((need) => `With any of them, ${ALL[need](rows, units)}.`)];
  return [
    ...sold,
    ...families.flatMap((family) =>
      rows.bands.filter((band) => band.family === family.id).map((band) => sayBand(band, family, units)),
    ),
  ];
}

function sayBand(
  { low, high, below, above }: PartSizes['bands'][number],
  { title, counts, quantity }: PartFamily,
  units: UnitChoice,
): string {
  const figure = (size: number) =>
    quantity === 'temperature' ? formatQuantity(size, 'temperature', units, 1) : String(size);
  const [less, more] = quantity === 'temperature' ? ['Lower', 'Higher'] : ['Fewer', 'More'];
  const edge = (words: string, row: Row | null) =>
    `${words}: ${row ? lowerFirst(sayPartSizeFails(row, units)) : 'not checked.'}`;
  return [
    `${title === '' ? '' : `${title}: `}${low === high ? figure(low) : `${figure(low)} to ${figure(high)}`}${counts === '' ? '' : ` ${counts}`} ${counts === '' ? 'works' : 'work'}.`,
    edge(less, below),
    edge(more, above),
  ].join(' ');
}

/** Within a sentence: a part's name keeps its capital, "too hot" has none. */
const lowerFirst = (words: string) => words.replace(/^(Too|Not)/, (word) => word.toLowerCase());
