import { kindOf, type Part } from '../parts/part';
import { isDeadEnd, isTerminal } from '../parts/ports';

/** Width of a column by kind [px]: fixed, so that nothing jumps when figures change. */
const CONSUMER_WIDTH = 80;
const LINE_WIDTH = 62;
const PART_WIDTH = 56;

/** A column of the sheet: a part, or the width of one left empty. */
export type Column = string | number;

export function columnWidth(part: Part): number {
  return isTerminal(part)
    ? CONSUMER_WIDTH
    : kindOf(part).symbol(part) === 'none' || isDeadEnd(part)
      ? LINE_WIDTH
      : PART_WIDTH;
}

/**
 * Stored columns brought in line with the parts that there are: those that are gone are dropped, those that are new
 * come in behind the part that they follow in the natural order.
 */
export function mergeColumns(stored: readonly Column[], natural: readonly string[]): Column[] {
  const wanted = new Set(natural);
  const columns = stored.filter((c) => typeof c === 'number' || wanted.has(c));
  const there = new Set(columns);
  natural.forEach((id, i) => {
    if (there.has(id)) return;
    const before = natural.slice(0, i).findLast((other) => there.has(other));
    columns.splice(before === undefined ? 0 : columns.indexOf(before) + 1, 0, id);
    there.add(id);
  });
  return columns;
}
