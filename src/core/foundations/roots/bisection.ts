/** Two ends that a place lies between, after so many looks. */
export interface Bracketed {
  readonly low: number;
  readonly high: number;
  readonly middle: number;
  readonly count: number;
}

/**
 * Halves a bracket until it is narrow enough or has been halved so often.
 *
 * @param below true where the place that is wanted lies above the argument
 * @param within width at which it ends, for the bracket as it then is; 0: only `most` ends it
 * @param most halvings at most, > 0
 * @source bisection (closed form)
 * @example bisect((x) => x * x < 2, 0, 2, () => 1e-9, 60).middle // 1.414213562
 */
export function bisect(
  below: (at: number) => boolean,
  low: number,
  high: number,
  within: (high: number) => number,
  most: number,
): Bracketed {
  let count = 0;
  while (count < most && high - low > within(high)) {
    const middle = 0.5 * (low + high);
    if (below(middle)) low = middle;
    else high = middle;
    count++;
  }
  return { low, high, middle: 0.5 * (low + high), count };
}
