/** Half-width of the rounded corners of a valve's lift, as a share of its travel. */
export const LIFT_CORNER = 0.02;

/**
 * Lift of a spring-loaded valve: clamp(x, 0, 1) with corners rounded by a parabola over ±0.02.
 *
 * @param out receives the lift in [0], its slope in [1]
 * @param x (Δp_sense − Δp_crack)/(Δp_full − Δp_crack)
 * @source common practice for a linear spring; the rounding keeps Newton's slope continuous.
 * @example liftInto(out, 0.5); out[0] // 0.5
 */
export function liftInto(out: Float64Array, x: number): void {
  const c = LIFT_CORNER;
  if (x <= -c) {
    out[0] = 0;
    out[1] = 0;
  } else if (x < c) {
    out[0] = ((x + c) * (x + c)) / (4 * c);
    out[1] = (x + c) / (2 * c);
  } else if (x <= 1 - c) {
    out[0] = x;
    out[1] = 1;
  } else if (x < 1 + c) {
    out[0] = 1 - ((1 + c - x) * (1 + c - x)) / (4 * c);
    out[1] = (1 + c - x) / (2 * c);
  } else {
    out[0] = 1;
    out[1] = 0;
  }
}

/**
 * Smoothstep between two edges with its slope with respect to the value.
 * @param out receives the step (0 below, 1 above) in [0], d/dvalue in [1]
 * @param value @param low lower edge @param high upper edge, > low
 * @example smoothstepInto(out, 0.75, 0, 1); out[0] // 0.84375
 */
export function smoothstepInto(out: Float64Array, value: number, low: number, high: number): void {
  const s = Math.min(1, Math.max(0, (value - low) / (high - low)));
  out[0] = s * s * (3 - 2 * s);
  out[1] = (6 * s * (1 - s)) / (high - low);
}
