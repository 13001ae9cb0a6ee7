/** Beyond this the short-bearing solution is of no use; contact is near. */
const LARGEST_RATIO = 0.99;
/** The ratio is found to this, where the curve bends as it does. */
const RATIO_TOLERANCE = 1e-13;
const MOST_STEPS = 60;
/** Where a search starts that knows no better. */
const USUAL_RATIO = 0.6;

/**
 * Sommerfeld number of a short bearing: S = (1 − ε²)²/(π·ε·√(π²(1 − ε²) + 16ε²))/(L/D)².
 * @param lengthOverDiameter L/D, best below 0.5 @param eccentricityRatio 0 < ε < 1
 * @source Ocvirk and DuBois (1953), NACA Rep. 1157.
 * @example ocvirkSommerfeld(0.25, 0.5) // 1.69679
 */
export function ocvirkSommerfeld(lengthOverDiameter: number, eccentricityRatio: number): number {
  const e = eccentricityRatio;
  const w = 1 - e * e;
  return (
    (w * w) / (Math.PI * e * Math.sqrt(Math.PI * Math.PI * w + 16 * e * e)) / (lengthOverDiameter * lengthOverDiameter)
  );
}

/** d ln S/dε of {@link ocvirkSommerfeld}, whatever L/D: always below zero. @param e ε, 0 < ε < 1 */
export function ocvirkLogSlope(e: number): number {
  const w = 1 - e * e;
  return (-4 * e) / w - 1 / e - ((16 - Math.PI * Math.PI) * e) / (Math.PI * Math.PI * w + 16 * e * e);
}

/**
 * S·(L/D)² of {@link ocvirkSommerfeld}, which no longer follows L/D, and its logarithm's slope.
 * @param out receives ln(S·(L/D)²) in [0], its d/dε in [1] @param e ε, 0 < ε < 1
 */
export function ocvirkLogInto(out: Float64Array, e: number): void {
  const w = 1 - e * e;
  const q = Math.PI * Math.PI * w + 16 * e * e;
  out[0] = Math.log((w * w) / (Math.PI * e * Math.sqrt(q)));
  out[1] = ocvirkLogSlope(e);
}

/**
 * Eccentricity ratio of a loaded short bearing: {@link ocvirkSommerfeld} turned round by Newton on its logarithm, inside
 * a bracket.
 *
 * S = μ·n·(D·L/W)·(D/2c)². Falls with S: unloaded gives 0.
 *
 * @param loadN W ≥ 0 @param speedRevS n ≥ 0 @param viscosityPaS of the film
 * @param startRatio a guess, 0 to 0.99: the ratio found last @returns ε, at most 0.99
 * @source Ocvirk and DuBois (1953).
 * @example ocvirkEccentricity(1000, 50, 0.02, 0.05, 0.0125, 25e-6) // 0.675788
 */
export function ocvirkEccentricity(
  loadN: number,
  speedRevS: number,
  viscosityPaS: number,
  diameterM: number,
  lengthM: number,
  clearanceRadialM: number,
  startRatio = USUAL_RATIO,
): number {
  if (loadN <= 0) return 0;
  const ratio = lengthM / diameterM;
  const s = ((viscosityPaS * speedRevS * diameterM * lengthM) / loadN) * (diameterM / (2 * clearanceRadialM)) ** 2;
  return ratioAtLog(Math.log(s * ratio * ratio), startRatio);
}

/**
 * ε at a ln(S·(L/D)²), by Newton on the logarithm inside a bracket.
 * @param startRatio a guess: one step is enough where it is good @returns ε, at most 0.99
 */
export function ratioAtLog(log: number, startRatio: number): number {
  if (!(log > LOG_AT_LARGEST)) return LARGEST_RATIO;
  let low = 0;
  let high = LARGEST_RATIO;
  let e = startRatio > low && startRatio < high ? startRatio : USUAL_RATIO;
  for (let i = 0; i < MOST_STEPS; i++) {
    ocvirkLogInto(at, e);
    const off = at[0]! - log;
    if (off > 0) low = e;
    else high = e;
    const step = -off / at[1]!;
    const isInside = e + step > low && e + step < high;
    // Newton's next error goes with the square of its step; at the root itself its step leads nowhere.
    const isThere = step * step < RATIO_TOLERANCE;
    e = isInside || isThere ? e + step : 0.5 * (low + high);
    if (isThere) break;
  }
  return e;
}
const at = new Float64Array(2);
const LOG_AT_LARGEST = Math.log(ocvirkSommerfeld(1, LARGEST_RATIO));
