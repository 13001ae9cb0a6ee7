import type { Circuit, Variant } from '../project/project';
import { arrange } from '../plumbing/arrange';
import { columnWidth, mergeColumns, type Column } from '../plumbing/columns';

/** A part that a move brought, and where its column wants to stand. */
interface Came {
  readonly id: string;
  readonly beside: string | undefined;
  readonly side: 'left' | 'right';
}

/**
 * The sheet's columns after a move: nothing that stays changes its order, what is gone leaves its column empty, what
 * came stands beside the part that it was fitted to.
 */
export function columnsAfter(before: Variant, after: Circuit, came: readonly Came[]): Column[] {
  const natural = arrange(after).order;
  const wanted = new Set(natural);
  const old = new Map(before.circuit.parts.map((p) => [p.id, p]));
  const columns: Column[] = mergeColumns(before.sheet?.columns ?? [], arrange(before.circuit).order).map((c) =>
    typeof c === 'number' || wanted.has(c) ? c : columnWidth(old.get(c)!),
  );
  for (const { id, beside, side } of came) {
    if (!wanted.has(id)) continue;
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
