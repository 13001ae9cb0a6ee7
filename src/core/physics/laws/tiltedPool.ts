/** A box with level floor and upright walls [m]. */
export interface Box {
  readonly x0: number;
  readonly x1: number;
  readonly y0: number;
  readonly y1: number;
  /** Height of its floor, and of what closes it; Infinity where nothing does. */
  readonly z0: number;
  readonly z1: number;
}

/** A plane free surface, z = z0 + xSlope·x + ySlope·y. */
export interface Surface {
  readonly z0: number;
  readonly xSlope: number;
  readonly ySlope: number;
}

/** A tilt that changes a level by less than this over a metre is none: its closed form would lose its digits. */
const LEAST_SLOPE = 1e-6;

/**
 * Oil in a box under a plane surface: the wedge, prism or cut corner, exactly.
 *
 * V = W(z0) − W(z1), W(z) = ∫∫ max(0, surface − z) dx dy: the third antiderivative of the ramp between the corners,
 * Σ ± h³/(6·s_x·s_y) over the corners that are covered, or Σ ± h²/(2·s) where it tilts one way only.
 *
 * @returns m³ @source closed form
 * @example boxBelowSurfaceM3({ x0: 0, x1: 0.4, y0: 0, y1: 0.2, z0: 0, z1: Infinity }, { z0: 0, xSlope: 0.5, ySlope: 0 }) // 0.008
 */
export function boxBelowSurfaceM3(box: Box, surface: Surface): number {
  const above = aboveLevelM3(box, surface, box.z0);
  return Number.isFinite(box.z1) ? above - aboveLevelM3(box, surface, box.z1) : above;
}

/** Volume between the surface and a level below it, within the box's walls. */
function aboveLevelM3({ x0, x1, y0, y1 }: Box, { z0, xSlope, ySlope }: Surface, level: number): number {
  const alongX = Math.abs(xSlope) > LEAST_SLOPE;
  const alongY = Math.abs(ySlope) > LEAST_SLOPE;
  const h = (x: number, y: number) => Math.max(0, z0 + xSlope * x + ySlope * y - level);
  if (alongX && alongY)
    return (h(x1, y1) ** 3 - h(x0, y1) ** 3 - h(x1, y0) ** 3 + h(x0, y0) ** 3) / (6 * xSlope * ySlope);
  if (alongX) return ((y1 - y0) * (h(x1, y0) ** 2 - h(x0, y0) ** 2)) / (2 * xSlope);
  if (alongY) return ((x1 - x0) * (h(x0, y1) ** 2 - h(x0, y0) ** 2)) / (2 * ySlope);
  return (x1 - x0) * (y1 - y0) * h(x0, y0);
}
