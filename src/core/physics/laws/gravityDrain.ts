import { bisect } from '../../foundations/roots/bisection';
import { STANDARD_GRAVITY_M_S2 } from '../../foundations/units/conversions';
import { lineDropInto } from './line';

const out = new Float64Array(2);

/**
 * Capacity of a drain running half full, unpressurised: half of what the full pipe carries at that slope.
 *
 * Laminar: Q = ρgSπD⁴/(256μ), exact; beyond, Churchill on the full pipe. Manning knows no viscosity.
 *
 * @param boreM @param slope fall over length, > 0; 0 or less gives 0 @param roughnessM
 * @returns m³/s @source open-channel symmetry of a half-full pipe (closed form); Churchill (1977).
 * @example halfFullCapacityM3S(0.016, 0.1, 0, 850, 0.1) // 6.70393e-6
 */
export function halfFullCapacityM3S(
  boreM: number,
  slope: number,
  roughnessM: number,
  densityKgM3: number,
  viscosityPaS: number,
): number {
  if (slope <= 0) return 0;
  const gradient = densityKgM3 * STANDARD_GRAVITY_M_S2 * slope;
  const laminarM3S = (gradient * Math.PI * boreM ** 4) / (128 * viscosityPaS);
  const fallsShort = (flowM3S: number) => {
    const line = { boreM, lengthM: 1, relativeRoughness: roughnessM / boreM };
    lineDropInto(out, flowM3S, line, densityKgM3, viscosityPaS);
    return out[0]! < gradient;
  };
  return 0.5 * bisect(fallsShort, 0, laminarM3S, (high) => 1e-12 * high, 80).middle;
}

/**
 * Oil that stands over a drain which runs full and is too small for what arrives: the column that makes it carry that.
 * Half full is what a drain is judged by; beyond that oil backs up until the slope (fall + height)/length carries it.
 *
 * @param flowM3S of oil with its foam that arrives, ≥ 0 @param boreM @param lengthM of the drain, > 0 @param fallM of it
 * @returns height over its mouth [m], 0 where it runs half full or less @source halfFullCapacityM3S turned round
 * @example backedUpM(1e-6, 0.006, 0.25, 0.25, 0, 870, 0.2) // 0.118481
 */
export function backedUpM(
  flowM3S: number,
  boreM: number,
  lengthM: number,
  fallM: number,
  roughnessM: number,
  densityKgM3: number,
  viscosityPaS: number,
): number {
  const isShort = (heightM: number) =>
    halfFullCapacityM3S(boreM, (fallM + heightM) / lengthM, roughnessM, densityKgM3, viscosityPaS) < flowM3S;
  if (!isShort(0)) return 0;
  return isShort(MOST_BACKED_UP_M) ? MOST_BACKED_UP_M : bisect(isShort, 0, MOST_BACKED_UP_M, () => 1e-8, 60).middle;
}
/** Higher than any cover over a head: it spills another way before. */
const MOST_BACKED_UP_M = 0.3;
