/** Pressures at which the tint has its named steps [Pa]. */
const TINT_STEPS_PA = [0, 1.5e5, 3e5, 4.5e5, 6.5e5];

/** The tint of a pressure as a CSS colour, mixed between the theme's steps. @param pressurePa null for still oil */
export function pressureTint(pressurePa: number | null): string {
  if (pressurePa === null) return 'var(--hair)';
  const p = Math.min(TINT_STEPS_PA[4]!, Math.max(0, pressurePa));
  const i = Math.min(
    3,
    TINT_STEPS_PA.findLastIndex((step) => p >= step),
  );
  const share = (p - TINT_STEPS_PA[i]!) / (TINT_STEPS_PA[i + 1]! - TINT_STEPS_PA[i]!);
  return `color-mix(in srgb, var(--tint-${i + 1}) ${(share * 100).toFixed(1)}%, var(--tint-${i}))`;
}

/** Common speed at which a ribbon's width is the bore that would carry its flow [m/s]. */
const RIBBON_VELOCITY_M_S = 3;
const PIXELS_PER_METRE = 1650;
const THINNEST_PX = 3;
const WIDEST_PX = 40;

/** Width of a ribbon [px]: the bore that would carry the flow at one common speed, so 1 and 70 L/min share a sheet. */
export function ribbonWidth(flowM3S: number): number {
  const bore = Math.sqrt((4 * Math.abs(flowM3S)) / (Math.PI * RIBBON_VELOCITY_M_S));
  return Math.min(WIDEST_PX, Math.max(THINNEST_PX, bore * PIXELS_PER_METRE));
}

const BAR = 1e5;
const AXIS_TOPS_BAR = [7, 10, 15, 20, 30, 50, 100, 200, 500, 1000];

/**
 * Top of the pressure axis [Pa]: 7 bar unless the project's range goes beyond. Fixed for a project, so that the tide
 * really rises.
 */
export function axisTopPa(highestPa: number): number {
  return (AXIS_TOPS_BAR.find((top) => top * BAR >= highestPa) ?? AXIS_TOPS_BAR[AXIS_TOPS_BAR.length - 1]!) * BAR;
}

const FALL_FACTORS = [40, 20, 10, 4, 2, 1];

/** By how much the fall under the axis is exaggerated: the largest of 1 to 40 that fits the strip. */
export function fallFactor(fallPa: number, pixelsPerPa: number, strip: number): number {
  return FALL_FACTORS.find((factor) => fallPa * pixelsPerPa * factor <= strip) ?? 1;
}
