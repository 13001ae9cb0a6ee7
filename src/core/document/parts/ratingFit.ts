import type { RatingPoint } from '../../physics/laws/twoTerm';

/** One point of a data sheet's curve. */
export interface CurvePoint {
  readonly flowM3S: number;
  readonly pressureDropPa: number;
}

/**
 * The rating point and viscous share that a measured curve has: least squares of Δp = a·Q + b·Q², relative errors, a >
 * 0, b ≥ 0.
 *
 * @param points two at least, flows and drops > 0, all at one viscosity and density
 * @returns the rating at the largest flow of the curve, and the largest relative misfit; undefined where no such law
 *   fits (fewer than two
 *   different flows, or a drop that falls as flow grows)
 * @source linear least squares, closed form
 */
export function fitRating(
  points: readonly CurvePoint[],
  viscosityPaS: number,
  densityKgM3: number,
): { readonly rating: RatingPoint; readonly misfit: number } | undefined {
  if (points.length < 2 || points.some((p) => !(p.flowM3S > 0) || !(p.pressureDropPa > 0))) return undefined;
  if (new Set(points.map((p) => p.flowM3S)).size < 2) return undefined;
  // Δp/Q = a + b·Q weighted by (Q/Δp)²: relative errors count alike.
  let [w, wx, wxx, wy, wxy] = [0, 0, 0, 0, 0];
  for (const { flowM3S: q, pressureDropPa: p } of points) {
    const weight = (q / p) ** 2;
    w += weight;
    wx += weight * q;
    wxx += weight * q * q;
    wy += (weight * p) / q;
    wxy += weight * p;
  }
  let b = (w * wxy - wx * wy) / (w * wxx - wx * wx);
  let a = (wy - b * wx) / w;
  if (b < 0) {
    b = 0;
    a = wy / w;
  }
  if (a <= 0) {
    // All square: keep the least viscous share that the law allows.
    b = wxy / wxx;
    a = LEAST_VISCOUS_SHARE * b * Math.max(...points.map((p) => p.flowM3S));
  }
  const flowM3S = Math.max(...points.map((p) => p.flowM3S));
  const pressureDropPa = (a + b * flowM3S) * flowM3S;
  const misfit = Math.max(...points.map((p) => Math.abs(((a + b * p.flowM3S) * p.flowM3S) / p.pressureDropPa - 1)));
  if (misfit > WORST_MISFIT) return undefined;
  return {
    rating: { flowM3S, pressureDropPa, viscosityPaS, densityKgM3, viscousShare: (a * flowM3S) / pressureDropPa },
    misfit,
  };
}

const LEAST_VISCOUS_SHARE = 0.01;
/** Beyond this the points do not lie on such a curve. */
const WORST_MISFIT = 0.5;
