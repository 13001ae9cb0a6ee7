/** Discharge coefficient of a sharp edge. @source ISO 5167 family, π/(π+2) in theory. */
export const SHARP_EDGE_CD = 0.61;

/**
 * Flow through a sharp-edged opening or a valve's port of area a, with slopes.
 *
 * Δp = ρV²/(2·Cd²) + 6πμV/d_h, d_h = √(4a/π), Q = a·V; solved for Q in closed form.
 * The creeping term lets the effective Cd fall as the oil thickens; a constant Cd over-predicts cold
 * flow up to tenfold. Odd in Δp.
 *
 * @param out receives Q [m³/s] in [0], ∂Q/∂Δp in [1], ∂Q/∂a [m/s] in [2]
 * @param pressureDropPa Δp, any sign @param areaM2 a ≥ 0 (0 gives no flow)
 * @param dischargeCoefficient Cd at high Re, 0 < Cd ≤ 1
 * @source orifice equation with Sampson (1891) creeping flow, Δp = 24μQ/d³, added in series.
 * @example openingFlowInto(out, 1e5, 1e-6, 0.61, 850, 0.01); out[0] // 9.28413e-6
 */
export function openingFlowInto(
  out: Float64Array,
  pressureDropPa: number,
  areaM2: number,
  dischargeCoefficient: number,
  densityKgM3: number,
  viscosityPaS: number,
): void {
  if (areaM2 <= 0) {
    out[0] = 0;
    out[1] = 0;
    out[2] = 0;
    return;
  }
  const p = Math.abs(pressureDropPa);
  const square = densityKgM3 / (2 * dischargeCoefficient * dischargeCoefficient * areaM2 * areaM2);
  const linear = (6 * Math.PI * viscosityPaS) / (Math.sqrt((4 * areaM2) / Math.PI) * areaM2);
  const root = Math.sqrt(linear * linear + 4 * square * p);
  const q = (2 * p) / (linear + root);
  const byArea = (2 * square * q * q + 1.5 * linear * q) / (areaM2 * root);
  out[0] = pressureDropPa >= 0 ? q : -q;
  out[1] = 1 / root;
  out[2] = pressureDropPa >= 0 ? byArea : -byArea;
}
