/** A rating point: what a data sheet states about a filter, a consumer or a cooler core. */
export interface RatingPoint {
  readonly pressureDropPa: number;
  readonly flowM3S: number;
  readonly viscosityPaS: number;
  readonly densityKgM3: number;
  /** φ, the share of the drop that is viscous, 0 < φ ≤ 1. */
  readonly viscousShare: number;
}

/**
 * Flow through anything known by one data point: Δp = a·Q + b·Q|Q|, solved for Q in closed form.
 *
 * a = φ·load·(Δp_r/Q_r)(μ/μ_r), b = (1 − φ)(Δp_r/Q_r²)(ρ/ρ_r).
 *
 * @param out receives Q [m³/s] in [0], ∂Q/∂Δp in [1]
 * @param pressureDropPa any sign; odd
 * @param linearPerViscosity φ·load·Δp_r/(Q_r·μ_r) [m⁻³] @param squarePerDensity (1 − φ)Δp_r/(Q_r²·ρ_r) [m⁻⁴]
 * @source rating point as in ISO 4548-1; superposition of Darcy and inertial drops (Forchheimer 1901).
 * @example twoTermFlowInto(out, 3e4, 1e9, 0, 850, 0.01); out[0] // 0.003
 */
export function twoTermFlowInto(
  out: Float64Array,
  pressureDropPa: number,
  linearPerViscosity: number,
  squarePerDensity: number,
  densityKgM3: number,
  viscosityPaS: number,
): void {
  const a = linearPerViscosity * viscosityPaS;
  const b = squarePerDensity * densityKgM3;
  const p = Math.abs(pressureDropPa);
  const root = Math.sqrt(a * a + 4 * b * p);
  const q = (2 * p) / (a + root);
  out[0] = pressureDropPa >= 0 ? q : -q;
  out[1] = 1 / root;
}

/** The two coefficients of {@link twoTermFlowInto} from a rating point. @param load ≥ 1, grows with service */
export function twoTermCoefficients(
  rating: RatingPoint,
  load: number,
): { linearPerViscosity: number; squarePerDensity: number } {
  return {
    linearPerViscosity: (rating.viscousShare * load * rating.pressureDropPa) / (rating.flowM3S * rating.viscosityPaS),
    squarePerDensity: ((1 - rating.viscousShare) * rating.pressureDropPa) / (rating.flowM3S ** 2 * rating.densityKgM3),
  };
}
