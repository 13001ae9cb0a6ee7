/** Beyond this the short-bearing solution is of no use; contact is near. */
const LARGEST_RATIO = 0.99;
/** The ratio is found to this. */
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
  const s = ((viscosityPaS * speedRevS * diameterM * lengthM) / loadN) * (diameterM / (2 * clearanceRadialM)) ** 2;
  const ratio = lengthM / diameterM;
  if (ocvirkSommerfeld(ratio, LARGEST_RATIO) >= s) return LARGEST_RATIO;
  const logS = Math.log(s);
  let low = 0;
  let high = LARGEST_RATIO;
  let e = startRatio > low && startRatio < high ? startRatio : USUAL_RATIO;
  for (let i = 0; i < MOST_STEPS; i++) {
    const off = Math.log(ocvirkSommerfeld(ratio, e)) - logS;
    if (off > 0) low = e;
    else high = e;
    let next = e - off / ocvirkLogSlope(e);
    if (!(next > low && next < high)) next = 0.5 * (low + high);
    const step = Math.abs(next - e);
    e = next;
    if (step < RATIO_TOLERANCE) break;
  }
  return e;
}
