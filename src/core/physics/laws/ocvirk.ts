import { bisect } from '../../foundations/roots/bisection';
/** Beyond this the short-bearing solution is of no use; contact is near. */
const LARGEST_RATIO = 0.99;

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

/**
 * Eccentricity ratio of a loaded short bearing, by bisection on {@link ocvirkSommerfeld}.
 *
 * S = μ·n·(D·L/W)·(D/2c)². Falls with S: unloaded gives 0.
 *
 * @param loadN W ≥ 0 @param speedRevS n ≥ 0 @param viscosityPaS of the film @returns ε, at most 0.99
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
): number {
  if (loadN <= 0) return 0;
  const s = ((viscosityPaS * speedRevS * diameterM * lengthM) / loadN) * (diameterM / (2 * clearanceRadialM)) ** 2;
  const ratio = lengthM / diameterM;
  if (ocvirkSommerfeld(ratio, LARGEST_RATIO) >= s) return LARGEST_RATIO;
  return bisect(
    (e) => ocvirkSommerfeld(ratio, e) > s,
    0,
    LARGEST_RATIO,
    () => 1e-13,
    60,
  ).middle;
}
