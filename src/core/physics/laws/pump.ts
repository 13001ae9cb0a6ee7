import { liftInto } from './lift';

const step = new Float64Array(2);

/**
 * Flow of a positive-displacement pump with slip, starvation and, if it has one, its regulator.
 *
 * Q = V·n·fill·share − C_s·V·Δp/(2πμ) (Wilson)
 * fill = clamp((p_in,abs − p_dry)/(p_lim − p_dry), 0, 1)·(speed loss), corners rounded
 * share falls from 1 at the target to the least share one band above it.
 *
 * @param out receives Q in [0], ∂Q/∂p_in in [1], ∂Q/∂p_out in [2], ∂Q/∂p_sense in [3], fill in [4], share in [5]
 * @param inletPa gauge @param outletPa gauge @param sensePa gauge, at the regulator's sense point
 * @param theoreticalM3S V·n, fill loss at speed included
 * @param slipPerViscosity C_s·V/(2π) [m³]: times Δp/μ it is the slip
 * @param atmospherePa absolute
 * @param limitAbsPa inlet pressure for full filling
 * @param dryAbsPa inlet pressure of no filling
 * @param targetPa regulator target, Infinity for a fixed pump @param bandPa > 0 @param leastShare 0 to 1
 * @source Wilson, W. E. (1946), slip model; the filling limit is common practice.
 * @example pumpFlowInto(out, 0, 4e5, 4e5, 5e-4, 1e-12, 0.01, 1e5, 8e4, 2e4, Infinity, 1e5, 0); out[0] // 0.00046
 */
export function pumpFlowInto(
  out: Float64Array,
  inletPa: number,
  outletPa: number,
  sensePa: number,
  theoreticalM3S: number,
  slipPerViscosity: number,
  viscosityPaS: number,
  atmospherePa: number,
  limitAbsPa: number,
  dryAbsPa: number,
  targetPa: number,
  bandPa: number,
  leastShare: number,
): void {
  const span = limitAbsPa - dryAbsPa;
  liftInto(step, (inletPa + atmospherePa - dryAbsPa) / span);
  const fill = step[0]!;
  const fillSlope = step[1]! / span;
  let share = 1;
  let shareSlope = 0;
  if (targetPa < Infinity) {
    liftInto(step, (sensePa - targetPa) / bandPa);
    share = 1 - (1 - leastShare) * step[0]!;
    shareSlope = (-(1 - leastShare) * step[1]!) / bandPa;
  }
  const slip = slipPerViscosity / viscosityPaS;
  out[0] = theoreticalM3S * fill * share - slip * (outletPa - inletPa);
  out[1] = theoreticalM3S * share * fillSlope + slip;
  out[2] = -slip;
  out[3] = theoreticalM3S * fill * shareSlope;
  out[4] = fill;
  out[5] = share;
}

/**
 * Share of the stroke lost to incomplete filling at speed: 0 up to `from`, then rising linearly to `share` at `to` and
 * staying there.
 * @param speedRevS engine speed @param from, to engine speeds, from < to @param share 0 to 1
 * @source common practice, no source
 * @example speedLoss(110, 100, 120, 0.2) // 0.1
 */
export function speedLoss(speedRevS: number, from: number, to: number, share: number): number {
  return share * Math.min(1, Math.max(0, (speedRevS - from) / (to - from)));
}

/**
 * Slip coefficient C_s from a rated volumetric efficiency: (1 − η_v)·n_r·2π·μ_r/Δp_r.
 * @param volumetricEfficiency 0 < η_v ≤ 1
 * @param speedRevS pump speed
 * @param viscosityPaS
 * @param pressurePa over the pump
 * @returns C_s [-] @source Wilson (1946)
 * @example slipCoefficient(0.9, 50, 0.03, 5e5) // 1.88496e-6
 */
export function slipCoefficient(
  volumetricEfficiency: number,
  speedRevS: number,
  viscosityPaS: number,
  pressurePa: number,
): number {
  return ((1 - volumetricEfficiency) * speedRevS * 2 * Math.PI * viscosityPaS) / pressurePa;
}
