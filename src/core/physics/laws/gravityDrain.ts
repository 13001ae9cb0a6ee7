import { bisect } from '../../foundations/roots/bisection';
import { STANDARD_GRAVITY_M_S2 } from '../standardGravity';
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
