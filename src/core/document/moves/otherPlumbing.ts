import type { Joint } from '../parts/joint';
import type { Move } from './move';
import { MoveRefused, type Workpiece } from './workpiece';

const keyOf = ({ from, to }: Joint): string => `${from} ${to}`;

/** Those that are named first, in that order; the others behind them as they stand. */
function inOrder<T>(list: readonly T[], names: readonly string[], nameOf: (of: T) => string): readonly T[] {
  const place = new Map(names.map((name, i) => [name, i]));
  const at = (of: T) => place.get(nameOf(of)) ?? names.length;
  return list
    .map((of, i) => ({ of, i }))
    .sort((a, b) => at(a.of) - at(b.of) || a.i - b.i)
    .map(({ of }) => of);
}

/** Takes and makes parts and joints as they are listed: what no other move says. */
export function otherPlumbing(w: Workpiece, move: Extract<Move, { kind: 'plumbing' }>): void {
  for (const id of move.takes) w.part(id);
  const cut = new Set(move.cuts.map(keyOf));
  const gone = new Set(move.takes);
  const hangs = (ref: string) => gone.has(ref.slice(0, ref.indexOf('.')));
  w.joints = w.joints.filter((j) => !cut.has(keyOf(j)) && !hangs(j.from) && !hangs(j.to));
  w.parts = w.parts.filter((p) => !gone.has(p.id));
  for (const part of move.makes) w.take(part);
  for (const { from, to } of move.joins) {
    w.port(from);
    w.port(to);
    if (w.joints.some((j) => j.from === from && j.to === to))
      throw new MoveRefused(`${from} is joined to ${to} already.`);
    w.join(from, to);
  }
  if (move.order) w.parts = inOrder(w.parts, move.order, (p) => p.id);
  if (move.jointOrder) w.joints = inOrder(w.joints, move.jointOrder.map(keyOf), keyOf);
}
