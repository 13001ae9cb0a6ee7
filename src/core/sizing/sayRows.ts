import { sayShortfall } from '../sweep/sayShortfall';
import { formatQuantity, type UnitChoice } from '../units';
import type { RowNeed, Rows } from './rowStudy';

const ALL: Readonly<Record<RowNeed, (rows: Rows, units: UnitChoice) => string>> = {
  supply: () => 'each leaves someone unsupplied whom the present one supplies',
  hot: ({ limitHotK }, units) => `each lets the oil pass ${formatQuantity(limitHotK, 'temperature', units)} on a hot day at full load: more air on it, or a cooler elsewhere`,
  cold: ({ limitColdK }, units) => `each keeps the oil below ${formatQuantity(limitColdK, 'temperature', units)} on a cold cruise: a thermostat, or the cooler covered in winter`,
};

/** Why one size will not do, briefly; empty where it will. */
export function sayRowFails(row: Rows['rows'][number], units: UnitChoice = {}): string {
  const words: Readonly<Record<RowNeed, string>> = { supply: row.starved[0] ? sayShortfall(row.starved[0], units) : 'Not every state of it solved.', hot: 'Too hot on a hot day.', cold: 'Too cold on a cold cruise.' };
  return row.fails.map((need) => words[need]).join(' ');
}

/** Sizes that are named one by one. */
const MOST_NAMED = 5;

/** The answer in sentences: which would do, or what rules every size out. */
export function sayRows(rows: Rows, units: UnitChoice = {}): string[] {
  const good = rows.rows.slice(1).filter((r) => r.fails.length === 0);
  if (good.length === rows.rows.length - 1) return [`Every usual size would do, from ${good[0]!.label} up.`];
  if (good.length > 0) return [`${good.length > MOST_NAMED ? `${good[0]!.label} and ${good.length - 1} others` : good.map((r) => r.label).join('; ')} would do.`];
  return ['No usual size would do.', ...rows.ruledOutBy.map((need) => `Whichever is fitted, ${ALL[need](rows, units)}.`)];
}
