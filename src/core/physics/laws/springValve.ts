import { liftInto } from './lift';
import { openingFlowInto } from './opening';

const lift = new Float64Array(2);
const opening = new Float64Array(3);

/** What a spring valve is. */
export interface SpringValveFigures {
  readonly crackPa: number;
  /** > crackPa */
  readonly fullOpenPa: number;
  /** Fully open. */
  readonly areaM2: number;
  readonly dischargeCoefficient: number;
  /** Closed leak > 0. */
  readonly leakM3SPa: number;
  /** Held open by dirt on its seat, whatever its lift. */
  readonly seatLeakM2: number;
}

/** What a spring valve meets. */
export interface SpringValveState {
  /** Δp over the seat, head included. */
  readonly pressureDropPa: number;
  /** Δp_sense, what lifts it. */
  readonly sensedPa: number;
  readonly densityKgM3: number;
  readonly viscosityPaS: number;
}

/**
 * Relief, bypass, jet or check valve: lift by the sensed differential, flow by its own.
 *
 * x = (Δp_sense − Δp_crack)/(Δp_full − Δp_crack), corners rounded; area A·x as a sharp opening; plus a
 * closed leak, and what dirt on its seat leaves open. A valve that senses its own differential has Δp_sense = Δp.
 *
 * @param out receives Q [m³/s] in [0], ∂Q/∂Δp at constant lift in [1], ∂Q/∂Δp_sense in [2], the lift in [3]
 * @param valve what it is @param at what it meets; neither is kept
 * @source spring balance and orifice equation, common practice.
 * @example const valve = { crackPa: 3e5, fullOpenPa: 5e5, areaM2: 50e-6, dischargeCoefficient: 0.61, leakM3SPa: 1e-15, seatLeakM2: 0 }; springValveFlowInto(out, valve, { pressureDropPa: 4e5, sensedPa: 4e5, densityKgM3: 850, viscosityPaS: 0.01 }); out[3] // 0.5
 */
export function springValveFlowInto(out: Float64Array, valve: SpringValveFigures, at: SpringValveState): void {
  const { crackPa, fullOpenPa, areaM2, dischargeCoefficient, leakM3SPa, seatLeakM2 } = valve;
  const { pressureDropPa, sensedPa, densityKgM3, viscosityPaS } = at;
  const travel = fullOpenPa - crackPa;
  liftInto(lift, (sensedPa - crackPa) / travel);
  openingFlowInto(opening, pressureDropPa, areaM2 * lift[0]!, dischargeCoefficient, densityKgM3, viscosityPaS);
  out[0] = opening[0]! + leakM3SPa * pressureDropPa;
  out[1] = opening[1]! + leakM3SPa;
  out[2] = (opening[2]! * areaM2 * lift[1]!) / travel;
  out[3] = lift[0]!;
  if (seatLeakM2 === 0) return;
  openingFlowInto(opening, pressureDropPa, seatLeakM2, dischargeCoefficient, densityKgM3, viscosityPaS);
  out[0] += opening[0]!;
  out[1] += opening[1]!;
}
