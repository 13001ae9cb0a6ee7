import { INCH_M } from './conversions';

/**
 * Usual bore of flexible hose by dash size [m]: generally the dash number × 1/16 inch less the wall.
 * @source common practice for reinforced hose; measure yours
 */
export const DASH_BORES_M: Readonly<Record<number, number>> = {
  3: 3.2e-3,
  4: 5e-3,
  6: 8.7e-3,
  8: 11.1e-3,
  10: 14.2e-3,
  12: 17.5e-3,
  16: 22.2e-3,
  20: 28.6e-3,
};

/** Number drills 1 to 80, in inches. @source ASME B94.11M (from memory) */
const NUMBER_DRILLS_INCH: readonly number[] = [
  0.228, 0.221, 0.213, 0.209, 0.2055, 0.204, 0.201, 0.199, 0.196, 0.1935, 0.191, 0.189, 0.185, 0.182, 0.18, 0.177,
  0.173, 0.1695, 0.166, 0.161, 0.159, 0.157, 0.154, 0.152, 0.1495, 0.147, 0.144, 0.1405, 0.136, 0.1285, 0.12, 0.116,
  0.113, 0.111, 0.11, 0.1065, 0.104, 0.1015, 0.0995, 0.098, 0.096, 0.0935, 0.089, 0.086, 0.082, 0.081, 0.0785, 0.076,
  0.073, 0.07, 0.067, 0.0635, 0.0595, 0.055, 0.052, 0.0465, 0.043, 0.042, 0.041, 0.04, 0.039, 0.038, 0.037, 0.036,
  0.035, 0.033, 0.032, 0.031, 0.0292, 0.028, 0.026, 0.025, 0.024, 0.0225, 0.021, 0.02, 0.018, 0.016, 0.0145, 0.0135,
];

/** How many number drills there are. */
export const NUMBER_DRILLS = NUMBER_DRILLS_INCH.length;

/** Diameter of a number drill [m]; undefined for a number that is not one, 1 to 80. */
export function numberDrillM(number: number): number | undefined {
  const inch = NUMBER_DRILLS_INCH[number - 1];
  return inch === undefined ? undefined : inch * INCH_M;
}

/** Usual bore of flexible hose of a dash size [m]; undefined where there is no such size. */
export function dashBoreM(dash: number): number | undefined {
  return DASH_BORES_M[dash];
}

const MM_PER_M = 1e3;

/** A bore as it is ordered, in both systems at once: "19 mm (0.75 in)". @param boreM > 0 */
export const boreInBoth = (boreM: number): string =>
  `${Number((boreM * MM_PER_M).toFixed(1))} mm (${(boreM / INCH_M).toFixed(2)} in)`;
