import type { Housing } from '../housing';

/** Where a bore gauge and a micrometer are read [K]. */
const MEASURED_AT_K = 293.15;
/**
 * What the diametral clearance of steel in a housing gains, a kelvin and a diameter: half of the difference in
 * expansion of steel and aluminium, since journal and shells run hotter than the housing; a quarter of it where iron
 * caps hold one side.
 * @source thermal expansion 23e-6 and 11e-6 /K, handbook values; the halves: judgement
 */
const GROWTH_PER_K: Readonly<Record<Housing, number>> = { iron: 0, aluminium: 6e-6, aluminiumIronCaps: 3e-6 };
/** A warm clearance is never less than this share of the cold one. */
const LEAST_SHARE = 0.5;

/**
 * Radial clearance of a running bearing from the cold one: c + ½·g·(T − 20 °C)·D, at least half of c.
 * @param coldM c, radial, as measured at 20 °C @param diameterM D @param oilK T of the oil at the bearing's inlet
 * @returns radial [m] @source linear thermal expansion; growth by housing as above
 * @example runningClearanceM(25e-6, 0.05, 'aluminium', 373.15) // 3.7e-5
 */
export function runningClearanceM(coldM: number, diameterM: number, housing: Housing, oilK: number): number {
  const grown = coldM + 0.5 * GROWTH_PER_K[housing] * (oilK - MEASURED_AT_K) * diameterM;
  return Math.max(LEAST_SHARE * coldM, grown);
}
