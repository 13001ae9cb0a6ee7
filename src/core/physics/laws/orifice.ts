import { openingFlowInto, SHARP_EDGE_CD } from './opening';

const edge = new Float64Array(3);
const tube = new Float64Array(2);

/** Up to this L/d the bore is a sharp edge; from SHORT_TUBE_FROM on it is a short tube. */
export const SHARP_EDGE_UP_TO = 0.5;
export const SHORT_TUBE_FROM = 2;
/** The short-tube correlation is held to L/d ≤ 10; the rest of a longer bore is computed as tube. */
export const SHORT_TUBE_UP_TO = 10;

/**
 * Discharge coefficient of a square-edged short tube.
 *
 * 1/Cd = 1/Cdu + (20/Re_h)(1 + 2.25 L/d) − 0.005(L/d)/(1 + 7.5·(log10(0.00015 Re_h))²), Cdu = 0.827 − 0.0085 L/d.
 * Range: 2 ≤ L/d ≤ 10, Re_h 10 to 2·10⁴.
 *
 * @param hydraulicReynolds d·√(2Δp/ρ)/ν, so that Cd is explicit in Δp
 * @param lengthOverBore L/d
 * @source Lichtarowicz, Duggins and Markland (1965), J. Mech. Eng. Sci. 7(2), 210–219.
 * @example shortTubeCd(1000, 4) // 0.685988
 */
export function shortTubeCd(hydraulicReynolds: number, lengthOverBore: number): number {
  const lg = Math.log10(0.00015 * hydraulicReynolds);
  return (
    1 /
    (1 / (0.827 - 0.0085 * lengthOverBore) +
      (20 / hydraulicReynolds) * (1 + 2.25 * lengthOverBore) -
      (0.005 * lengthOverBore) / (1 + 7.5 * lg * lg))
  );
}

/** Flow [0] and slope [1] of a short tube at Δp ≥ 0; never more than creeping flow allows. */
function shortTubeInto(out: Float64Array, p: number, boreM: number, lengthM: number, rho: number, mu: number): void {
  const areaM2 = 0.25 * Math.PI * boreM * boreM;
  const ratio = lengthM / boreM;
  // Poiseuille over the length and Sampson at the mouth.
  const creepSlope = areaM2 / ((32 * mu * lengthM) / (boreM * boreM) + (6 * Math.PI * mu) / boreM);
  const creep = creepSlope * p;
  const ideal = Math.sqrt((2 * p) / rho);
  const re = (boreM * ideal * rho) / mu;
  if (re < 1e-3) {
    out[0] = creep;
    out[1] = creepSlope;
    return;
  }
  const q = shortTubeCd(re, ratio) * areaM2 * ideal;
  if (q >= creep) {
    out[0] = creep;
    out[1] = creepSlope;
    return;
  }
  const lg = Math.log10(0.00015 * re);
  const bump = 1 + 7.5 * lg * lg;
  // d(1/Cd)/d ln Re_h, and ln Re_h moves by half of ln Δp.
  const inverseSlope = (-20 / re) * (1 + 2.25 * ratio) + (0.005 * ratio * 15 * lg) / (Math.LN10 * bump * bump);
  const cd = q / (areaM2 * ideal);
  out[0] = q;
  out[1] = (q / p) * 0.5 * (1 - inverseSlope * cd);
}

/** What a drilled restrictor or jet is. */
export interface OrificeFigures {
  /** > 0 */
  readonly boreM: number;
  /** ≥ 0 */
  readonly lengthM: number;
  /** A measured discharge coefficient, used with the edge law; 0 to use the correlations. */
  readonly statedCd: number;
}

/**
 * Flow through a drilled restrictor or jet of any length, with its slope.
 *
 * L/d ≥ 2: short tube (Lichtarowicz), bounded by Δp ≥ 32μVL/d² + 6πμV/d; L/d ≤ 0.5: sharp edge;
 * between them linear in L/d. L/d is taken as 10 at most: the compiler adds the rest as tube. Odd in Δp.
 *
 * @param out receives Q [m³/s] in [0], ∂Q/∂Δp in [1]
 * @param pressureDropPa any sign @param orifice what it is; not kept
 * @source Lichtarowicz et al. (1965); Sampson (1891); Hagen–Poiseuille; the join is ours.
 * @example orificeFlowInto(out, 3e5, { boreM: 0.001, lengthM: 0.004, statedCd: 0 }, 850, 0.01); out[0] // 1.55482e-5
 */
export function orificeFlowInto(
  out: Float64Array,
  pressureDropPa: number,
  orifice: OrificeFigures,
  densityKgM3: number,
  viscosityPaS: number,
): void {
  const { boreM, lengthM, statedCd } = orifice;
  const areaM2 = 0.25 * Math.PI * boreM * boreM;
  const ratio = lengthM / boreM;
  const tubeShare =
    statedCd > 0 ? 0 : Math.min(1, Math.max(0, (ratio - SHARP_EDGE_UP_TO) / (SHORT_TUBE_FROM - SHARP_EDGE_UP_TO)));
  let q = 0;
  let slope = 0;
  const p = Math.abs(pressureDropPa);
  if (tubeShare < 1) {
    openingFlowInto(edge, p, areaM2, statedCd > 0 ? statedCd : SHARP_EDGE_CD, densityKgM3, viscosityPaS);
    q += (1 - tubeShare) * edge[0]!;
    slope += (1 - tubeShare) * edge[1]!;
  }
  if (tubeShare > 0) {
    const length = boreM * Math.min(SHORT_TUBE_UP_TO, Math.max(SHORT_TUBE_FROM, ratio));
    shortTubeInto(tube, p, boreM, length, densityKgM3, viscosityPaS);
    q += tubeShare * tube[0]!;
    slope += tubeShare * tube[1]!;
  }
  out[0] = pressureDropPa >= 0 ? q : -q;
  out[1] = slope;
}
