/** A bracket that has not shrunk to this share in each of so many steps is halved outright. */
const SHRUNK_ENOUGH = 0.5;
const SLOW_STEPS = 2;
const MOST_STEPS = 60;

/**
 * Where a function changes sign between 0 and 1: false position with the kept end's weight halved (Illinois), and halving wherever that
 * stalls, so that a jump is found as surely as a zero. A place where nothing is known ends the search there.
 * @param f0 f at 0, @param f1 f at 1, of other sign @param within width that the bracket is narrowed to
 * @returns place from 0 to 1, its uncertainty below `within`
 * @source Dowell and Jarratt (1971), BIT 11, 168–174 (from memory)
 */
export function bracketedRoot(f: (t: number) => number | undefined, f0: number, f1: number, within: number): number {
  let [a, fa, b, fb] = [0, f0, 1, f1];
  let side = 0;
  let slow = 0;
  for (let i = 0; i < MOST_STEPS && b - a > within; i++) {
    const width = b - a;
    const falsePosition = fb === fa ? a + 0.5 * width : a - (fa * width) / (fb - fa);
    // A little beyond, away from the end that moved last: near a zero this closes the bracket from the other side.
    const t =
      slow > SLOW_STEPS
        ? a + 0.5 * width
        : Math.min(b - 0.25 * within, Math.max(a + 0.25 * within, falsePosition - 0.4 * within * side));
    const ft = f(t);
    if (ft === undefined) return t;
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
  return 0.5 * (a + b);
}
