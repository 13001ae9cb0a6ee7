import { liftInto } from './lift';
import { openingFlowInto } from './opening';

const lift = new Float64Array(2);
const opening = new Float64Array(3);

/**
 * Relief, bypass, jet or check valve: lift by the sensed differential, flow by its own.
 *
 * x = (Δp_sense − Δp_crack)/(Δp_full − Δp_crack), corners rounded; area A·x as a sharp opening; plus a
 * closed leak. A valve that senses its own differential has Δp_sense = Δp.
 *
 * @param out receives Q [m³/s] in [0], ∂Q/∂Δp at constant lift in [1], ∂Q/∂Δp_sense in [2], the lift in [3]
 * @param pressureDropPa Δp over the seat, head included @param sensedPa Δp_sense
 * @param crackPa @param fullOpenPa > crackPa @param areaM2 fully open
 * @param leakM3SPa closed leak > 0
 * @source spring balance and orifice equation, common practice.
 * @example springValveFlowInto(out, 4e5, 4e5, 3e5, 5e5, 50e-6, 0.61, 1e-15, 850, 0.01); out[3] // 0.5
 */
export function springValveFlowInto(
  out: Float64Array,
  pressureDropPa: number,
  sensedPa: number,
  crackPa: number,
  fullOpenPa: number,
  areaM2: number,
  dischargeCoefficient: number,
  leakM3SPa: number,
  densityKgM3: number,
  viscosityPaS: number,
): void {
  const travel = fullOpenPa - crackPa;
  liftInto(lift, (sensedPa - crackPa) / travel);
  openingFlowInto(opening, pressureDropPa, areaM2 * lift[0]!, dischargeCoefficient, densityKgM3, viscosityPaS);
  out[0] = opening[0]! + leakM3SPa * pressureDropPa;
  out[1] = opening[1]! + leakM3SPa;
  out[2] = (opening[2]! * areaM2 * lift[1]!) / travel;
  out[3] = lift[0]!;
}
