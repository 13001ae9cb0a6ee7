import type { Circuit } from '../project/project';
import { arrange } from '../plumbing/arrange';
import { columnWidth, mergeColumns, type Column } from '../plumbing/columns';
import type { Came } from './workpiece';

/**
 * The drawing's columns after a move: nothing that stays changes its order, what is gone leaves its column empty, what
 * came stands beside the part that it was fitted to, or in its place.
 *
 * @param before the circuit, and its columns as far as they are known
 */
export function columnsAfter(
  before: { readonly circuit: Circuit; readonly columns: readonly Column[] },
  after: Circuit,
  came: readonly Came[],
): Column[] {
  const natural = arrange(after).order;
  const wanted = new Set(natural);
  const old = new Map(before.circuit.parts.map((p) => [p.id, p]));
  const instead = new Map(came.flatMap((c) => (c.side === 'instead' && c.beside ? [[c.beside, c.id]] : [])));
  const columns: Column[] = mergeColumns(before.columns, arrange(before.circuit).order).map((c) => {
    if (typeof c === 'number' || wanted.has(c)) return c;
    const inPlace = instead.get(c);
    return inPlace !== undefined && wanted.has(inPlace) ? inPlace : columnWidth(old.get(c)!);
  });
  for (const { id, beside, side } of came) {
    if (!wanted.has(id) || side === 'instead') continue;
    const at = beside === undefined ? -1 : columns.indexOf(beside);
    if (at >= 0) columns.splice(side === 'left' ? at : at + 1, 0, id);
  }
  // Empty columns at the right end hold nothing in place.
  while (typeof columns.at(-1) === 'number') columns.pop();
  return mergeColumns(columns, natural);
}

/** The columns without empty ones, in the order in which the circuit falls by itself. */
export function tidyColumns(circuit: Circuit): Column[] {
  return [...arrange(circuit).order];
}
