/** A bracket that has not shrunk to this share in each of so many steps is halved outright. */
const SHRUNK_ENOUGH = 0.5;
const SLOW_STEPS = 2;
const MOST_STEPS = 60;

/**
 * How the search ended. `closed`: the bracket is as narrow as asked. `unknown`: at `root` the function gave nothing.
 * `outOfSteps`: it is still wider than asked. `sameSign`: the two ends do not bracket anything; `root` is the end
 * nearer zero.
 */
export interface BracketedRoot {
  readonly status: 'closed' | 'unknown' | 'outOfSteps' | 'sameSign';
  /** Place from 0 to 1. */
  readonly root: number;
  /** Looks at the function. */
  readonly count: number;
}

/**
 * Where a function changes sign between 0 and 1: false position with the kept end's weight halved (Illinois), and
 * halving wherever that stalls, so that a jump is found as surely as a zero. A place where nothing is known ends the
 * search there.
 *
 * @param f0 f at 0, @param f1 f at 1, of other sign @param within width that the bracket is narrowed to
 * @returns the place, its uncertainty below `within` where closed
 * @source Dowell and Jarratt (1971), BIT 11, 168–174 (from memory)
 */
export function bracketedRoot(
  f: (t: number) => number | undefined,
  f0: number,
  f1: number,
  within: number,
): BracketedRoot {
  if (f0 >= 0 === f1 >= 0) return { status: 'sameSign', root: Math.abs(f0) <= Math.abs(f1) ? 0 : 1, count: 0 };
  let [a, fa, b, fb] = [0, f0, 1, f1];
  let side = 0;
  let slow = 0;
  let count = 0;
  while (count < MOST_STEPS && b - a > within) {
    const width = b - a;
    const falsePosition = fb === fa ? a + 0.5 * width : a - (fa * width) / (fb - fa);
    // A little beyond, away from the end that moved last: near a zero this closes the bracket from the other side.
    const t =
      slow > SLOW_STEPS
        ? a + 0.5 * width
        : Math.min(b - 0.25 * within, Math.max(a + 0.25 * within, falsePosition - 0.4 * within * side));
    const ft = f(t);
    count++;
    if (ft === undefined) return { status: 'unknown', root: t, count };
    if (ft >= 0 === fa >= 0) {
      a = t;
      fa = ft;
      if (side === -1) fb *= 0.5;
      side = -1;
    } else {
      b = t;
      fb = ft;
      if (side === 1) fa *= 0.5;
      side = 1;
    }
    slow = b - a > SHRUNK_ENOUGH * width ? slow + 1 : 0;
  }
  return { status: b - a > within ? 'outOfSteps' : 'closed', root: 0.5 * (a + b), count };
}
