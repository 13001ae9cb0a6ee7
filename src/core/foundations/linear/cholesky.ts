/** A dense symmetric matrix, row by row. */
export type Dense = readonly (readonly number[])[];

/**
 * Lower triangle L of A = L·Lᵀ.
 * @returns undefined where A is not positive definite
 * @source Cholesky factorisation (closed form)
 * @example choleskyOf([[4, 2], [2, 3]]) // [[2, 0], [1, 1.4142]]
 */
export function choleskyOf(a: Dense): number[][] | undefined {
  const n = a.length;
  const l = Array.from({ length: n }, () => new Array<number>(n).fill(0));
  for (let i = 0; i < n; i++)
    for (let j = 0; j <= i; j++) {
      let sum = a[i]![j]!;
      for (let k = 0; k < j; k++) sum -= l[i]![k]! * l[j]![k]!;
      if (i !== j) l[i]![j] = sum / l[j]![j]!;
      else if (sum > 0) l[i]![i] = Math.sqrt(sum);
      else return undefined;
    }
  return l;
}

/** Solves L·y = b: what is divided by a lower triangle. */
export function forwardSolve(l: Dense, b: readonly number[]): number[] {
  const y: number[] = [];
  for (let i = 0; i < b.length; i++) {
    let sum = b[i]!;
    for (let k = 0; k < i; k++) sum -= l[i]![k]! * y[k]!;
    y.push(sum / l[i]![i]!);
  }
  return y;
}

/** Solves L·Lᵀ·x = b. */
export function choleskySolve(l: Dense, b: readonly number[]): number[] {
  const x = forwardSolve(l, b);
  for (let i = x.length - 1; i >= 0; i--) {
    for (let k = i + 1; k < x.length; k++) x[i]! -= l[k]![i]! * x[k]!;
    x[i]! /= l[i]![i]!;
  }
  return x;
}

/** The inverse of L·Lᵀ. */
export function choleskyInverse(l: Dense): number[][] {
  return l.map((_, i) =>
    choleskySolve(
      l,
      l.map((__, k) => (k === i ? 1 : 0)),
    ),
  );
}
