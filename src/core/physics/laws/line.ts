import { CHURCHILL_LAMINAR_BELOW_RE, churchillInto } from './churchill';

const friction = new Float64Array(2);

/** Where the exit loss passes from 2 (laminar, parabolic profile) to 1 (turbulent). */
export const EXIT_LAMINAR_RE = 2000;
export const EXIT_TURBULENT_RE = 4000;

/** What a round passage with its fittings is. */
export interface LineFigures {
  /** D > 0 */
  readonly boreM: number;
  /** L ≥ 0 */
  readonly lengthM: number;
  /** ε/D */
  readonly relativeRoughness: number;
  /** ΣK1 of two-K fittings; default 0. */
  readonly k1Sum?: number;
  /** ΣK∞·(size term) and area changes met with Q > 0, and with Q < 0; default 0. */
  readonly kForward?: number;
  readonly kReverse?: number;
  /** Exits into a volume, met in either direction: K 1, 2 in laminar flow; default 0. */
  readonly exitCount?: number;
}

/**
 * Pressure drop of a round passage with its fittings, and its slope, without the height term.
 *
 * Δp = (f·L/D + K1/Re + K_c + K_exit)·ρV²/2, V = 4Q/(πD²), f by Churchill, K1/Re by two-K.
 * Odd in Q but for K_c, which may differ with the direction. Linear (Poiseuille) at rest.
 *
 * @param out receives Δp [Pa] in [0], dΔp/dQ [Pa·s/m³] in [1]
 * @param flowM3S Q, any sign
 * @param line what it is; not kept
 * @param densityKgM3 @param viscosityPaS dynamic
 * @source Darcy–Weisbach; Churchill (1977); Hooper (1981); Hagen–Poiseuille at rest.
 * @example lineDropInto(out, 1e-5, { boreM: 0.01, lengthM: 1, relativeRoughness: 0 }, 850, 0.1); out[0] // 4074.37
 */
export function lineDropInto(
  out: Float64Array,
  flowM3S: number,
  line: LineFigures,
  densityKgM3: number,
  viscosityPaS: number,
): void {
  const { boreM, lengthM, relativeRoughness, k1Sum = 0, kForward = 0, kReverse = 0, exitCount = 0 } = line;
  const areaM2 = 0.25 * Math.PI * boreM * boreM;
  const v = Math.abs(flowM3S) / areaM2;
  const reynoldsPerV = (densityKgM3 * boreM) / viscosityPaS;
  const re = v * reynoldsPerV;
  const head = 0.5 * densityKgM3 * v * v;
  const headSlope = densityKgM3 * v;

  let linear = (0.5 * k1Sum * viscosityPaS) / boreM;
  let k = flowM3S >= 0 ? kForward : kReverse;
  let kSlope = 0;
  if (re < CHURCHILL_LAMINAR_BELOW_RE) {
    linear += (32 * viscosityPaS * lengthM) / (boreM * boreM);
  } else {
    churchillInto(friction, re, relativeRoughness);
    k += (friction[0]! * lengthM) / boreM;
    kSlope = (friction[1]! * reynoldsPerV * lengthM) / boreM;
  }
  if (exitCount > 0) {
    const s = Math.min(1, Math.max(0, (re - EXIT_LAMINAR_RE) / (EXIT_TURBULENT_RE - EXIT_LAMINAR_RE)));
    k += exitCount * (2 - s * s * (3 - 2 * s));
    kSlope -= (exitCount * 6 * s * (1 - s) * reynoldsPerV) / (EXIT_TURBULENT_RE - EXIT_LAMINAR_RE);
  }
  const drop = linear * v + k * head;
  const slope = (linear + k * headSlope + kSlope * head) / areaM2;
  out[0] = flowM3S >= 0 ? drop : -drop;
  // Square terms alone have no slope at rest: a thousandth of a bore of tube holds the node.
  out[1] = Math.max(slope, (0.032 * viscosityPaS) / (boreM * areaM2));
}

/**
 * Loss coefficients of a sudden change of bore, on the velocity head of the line that carries it.
 *
 * Into a wider bore K = (1 − a)², into a narrower one K = 0.5·(1 − a), a the ratio of areas < 1, both on
 * the narrower bore's velocity.
 *
 * @param lineBoreM the line's own bore @param otherBoreM the bore it meets @param atInlet the change is at the inlet
 * @returns K with flow from inlet to outlet, and against it
 * @source Borda–Carnot; contraction: common handbook form (from memory).
 * @example areaChangeK(0.01, 0.02, false).forward // 0.5625
 */
export function areaChangeK(
  lineBoreM: number,
  otherBoreM: number,
  atInlet: boolean,
): { forward: number; reverse: number } {
  const narrow = Math.min(lineBoreM, otherBoreM);
  const areaRatio = (narrow / Math.max(lineBoreM, otherBoreM)) ** 2;
  const ontoLine = (lineBoreM / narrow) ** 4;
  const widening = (1 - areaRatio) ** 2 * ontoLine;
  const narrowing = 0.5 * (1 - areaRatio) * ontoLine;
  const widensForward = atInlet ? otherBoreM < lineBoreM : otherBoreM > lineBoreM;
  return widensForward ? { forward: widening, reverse: narrowing } : { forward: narrowing, reverse: widening };
}
