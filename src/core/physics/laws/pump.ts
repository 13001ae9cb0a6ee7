import { liftInto } from './lift';

const step = new Float64Array(2);

/** What a pump is, at its speed. */
export interface PumpFigures {
  /** V·n, fill loss at speed included. */
  readonly theoreticalM3S: number;
  /** C_s·V/(2π) [m³]: times Δp/μ it is the slip. */
  readonly slipPerViscosity: number;
  /** Inlet pressure for full filling, and of no filling; absolute. */
  readonly limitAbsPa: number;
  readonly dryAbsPa: number;
  /** Regulator target, Infinity for a fixed pump; its band > 0; its least share of the stroke, 0 to 1. */
  readonly targetPa: number;
  readonly bandPa: number;
  readonly leastShare: number;
}

/** What a pump meets: gauge pressures, that at the regulator's sense point among them, and its oil. */
export interface PumpState {
  readonly inletPa: number;
  readonly outletPa: number;
  readonly sensePa: number;
  readonly viscosityPaS: number;
  /** Absolute. */
  readonly atmospherePa: number;
}

/**
 * Flow of a positive-displacement pump with slip, starvation and, if it has one, its regulator.
 *
 * Q = V·n·fill·share − C_s·V·Δp/(2πμ) (Wilson)
 * fill = clamp((p_in,abs − p_dry)/(p_lim − p_dry), 0, 1)·(speed loss), corners rounded
 * share falls from 1 at the target to the least share one band above it.
 *
 * @param out receives Q in [0], ∂Q/∂p_in in [1], ∂Q/∂p_out in [2], ∂Q/∂p_sense in [3], fill in [4], share in [5]
 * @param pump what it is @param at what it meets; neither is kept
 * @source Wilson, W. E. (1946), slip model; the filling limit is common practice.
 * @example const pump = { theoreticalM3S: 5e-4, slipPerViscosity: 1e-12, limitAbsPa: 8e4, dryAbsPa: 2e4, targetPa: Infinity, bandPa: 1e5, leastShare: 0 }; pumpFlowInto(out, pump, { inletPa: 0, outletPa: 4e5, sensePa: 4e5, viscosityPaS: 0.01, atmospherePa: 1e5 }); out[0] // 0.00046
 */
export function pumpFlowInto(out: Float64Array, pump: PumpFigures, at: PumpState): void {
  const { theoreticalM3S, slipPerViscosity, limitAbsPa, dryAbsPa, targetPa, bandPa, leastShare } = pump;
  const { inletPa, outletPa, sensePa, viscosityPaS, atmospherePa } = at;
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
