import { liftInto } from './lift';
import type { Rotors } from '../rotors';

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
  /** Free air in its oil by volume, at air pressure, 0 to 1. */
  readonly freeAirShare: number;
}

/**
 * Flow of a positive-displacement pump with slip, starvation and, if it has one, its regulator.
 *
 * Q = V·n·fill·share·(1 − air) − C_s·V·Δp/(2πμ) (Wilson)
 * fill = clamp((p_in,abs − p_dry)/(p_lim − p_dry), 0, 1)·(speed loss), corners rounded
 * air: what of the swallowed volume is air, α·r/(1 − α + α·r), r = p_atm/p_in, both absolute
 * share falls from 1 at the target to the least share one band above it.
 *
 * @param out receives Q in [0], ∂Q/∂p_in in [1], ∂Q/∂p_out in [2], ∂Q/∂p_sense in [3], fill in [4], share in [5]
 * @param pump what it is @param at what it meets; neither is kept
 * @source Wilson, W. E. (1946), slip model; the filling limit is common practice; Boyle's law for the air.
 * @example const pump = { theoreticalM3S: 5e-4, slipPerViscosity: 1e-12, limitAbsPa: 8e4, dryAbsPa: 2e4, targetPa: Infinity, bandPa: 1e5, leastShare: 0 }; pumpFlowInto(out, pump, { inletPa: 0, outletPa: 4e5, sensePa: 4e5, viscosityPaS: 0.01, atmospherePa: 1e5, freeAirShare: 0 }); out[0] // 0.00046
 */
export function pumpFlowInto(out: Float64Array, pump: PumpFigures, at: PumpState): void {
  const { theoreticalM3S, slipPerViscosity, limitAbsPa, dryAbsPa, targetPa, bandPa, leastShare } = pump;
  const { inletPa, outletPa, sensePa, viscosityPaS, atmospherePa, freeAirShare } = at;
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
  // Below its dry limit the pump draws nothing: the air needs no lower pressure.
  const inletAbsPa = Math.max(inletPa + atmospherePa, dryAbsPa);
  const oil = oilShareSwallowed(freeAirShare, atmospherePa / inletAbsPa);
  const oilSlope = inletPa + atmospherePa > dryAbsPa ? (oil * (1 - oil)) / inletAbsPa : 0;
  out[0] = theoreticalM3S * fill * share * oil - slip * (outletPa - inletPa);
  out[1] = theoreticalM3S * share * (fillSlope * oil + fill * oilSlope) + slip;
  out[2] = -slip;
  out[3] = theoreticalM3S * fill * shareSlope * oil;
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

/** A pump of so much a turn fills up to so fast; a larger one less, by its radius. */
const FILLS_AT = { displacementM3Rev: 11e-6, speedRevS: 5500 / 60 };
/** Gears carry their oil round outside and fill better. */
const GEARS_FILL_BETTER = 1.3;
const FALLS_BY = 0.5;
const LEAST_FILL = 0.5;

/**
 * Pump speed from which its chambers no longer fill: the oil in them has to keep up with the rotors' rims.
 * @param displacementM3Rev a pump turn, > 0 @returns pump speed [rev/s]
 * @source engineering judgement: one rim speed for pumps of one shape
 * @example fillFallsFromRevS(11e-6, 'gerotor') // 91.6667
 */
export const fillFallsFromRevS = (displacementM3Rev: number, rotors: Rotors): number =>
  (rotors === 'externalGears' ? GEARS_FILL_BETTER : 1) *
  FILLS_AT.speedRevS *
  Math.cbrt(FILLS_AT.displacementM3Rev / displacementM3Rev);

/**
 * Share of the stroke that fills at a speed: 1 up to `from`, then 1 − ½·((n − from)/from)², at least a half.
 * @param speedRevS n @param fromRevS in the same turns as n; Infinity where filling is not known to fall
 * @source engineering judgement
 * @example fillAtSpeed(120, 100) // 0.98
 */
export function fillAtSpeed(speedRevS: number, fromRevS: number): number {
  if (!(speedRevS > fromRevS)) return 1;
  return Math.max(LEAST_FILL, 1 - FALLS_BY * ((speedRevS - fromRevS) / fromRevS) ** 2);
}

/**
 * What of the volume that a pump swallows is oil: (1 − α)/(1 − α + α·r).
 * @param freeAirShare α, by volume at air pressure @param expansion r, air pressure over the inlet's, both absolute
 * @returns 0 to 1 @source Boyle's law
 * @example oilShareSwallowed(0.08, 2) // 0.851852
 */
export const oilShareSwallowed = (freeAirShare: number, expansion: number): number =>
  (1 - freeAirShare) / (1 - freeAirShare + freeAirShare * expansion);
