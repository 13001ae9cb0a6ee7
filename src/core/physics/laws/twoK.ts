/** One inch in millimetres: the size term of the two-K method is stated in inches. */
const INCH_MM = 25.4;

/**
 * The size term 1 + 1 inch/D of the two-K method, with an optional cap.
 *
 * The term comes from pipes of an inch and more; it is 3 at half an inch and 6.1 at 5 mm.
 *
 * @param boreM > 0
 * @param cap largest value allowed, or Infinity for the published form
 */
export function twoKSizeTerm(boreM: number, cap: number): number {
  return Math.min(1 + INCH_MM / (boreM * 1000), cap);
}

/**
 * Loss coefficient of a fitting that falls with Reynolds number: K = K1/Re + K∞·(1 + 1 inch/D).
 *
 * At Re 100 a constant K is wrong by a factor of 7 to 14.
 * Range: any Re > 0; fitted on pipes of one inch and more.
 *
 * @param k1 [-] @param kInfinity [-] @param reynolds on the line bore, > 0
 * @param boreM line bore @param sizeTermCap Infinity for the published form
 * @returns K on the velocity head in the line bore [-]
 * @source Hooper, W. B. (1981), Chemical Engineering 88(17), 96–100.
 * @example twoK(500, 0.28, 2000, 0.0142) // 1.03085
 */
export function twoK(k1: number, kInfinity: number, reynolds: number, boreM: number, sizeTermCap = Infinity): number {
  return k1 / reynolds + kInfinity * twoKSizeTerm(boreM, sizeTermCap);
}
