/** The crank's oilway from the main journal to the crank pin, radii from the crank's axis. */
export interface CrankDrilling {
  /** Where the drilling leaves the main journal. */
  readonly mainRadiusM: number;
  /** Where it comes out at the rod bearing. */
  readonly outletRadiusM: number;
  /** Its closest approach to the crank's axis. */
  readonly leastRadiusM: number;
  /** Half-width of the gate, as a share of the threshold. */
  readonly gateHalfWidth: number;
}

/**
 * Gallery pressure below which the rods run dry: ½ρω²(r_main² − r_min²), 0 if the drilling never goes inward.
 *
 * @param speedRevS crank speed @param densityKgM3 @returns Pa
 * @source rigid-body rotation of the oil column, closed form.
 * @example centrifugalThresholdPa({ mainRadiusM: 0.025, leastRadiusM: 0, outletRadiusM: 0.06, gateHalfWidth: 0.1 }, 100, 850) // 104865
 */
export function centrifugalThresholdPa(drilling: CrankDrilling, speedRevS: number, densityKgM3: number): number {
  const omega = 2 * Math.PI * speedRevS;
  return Math.max(0, 0.5 * densityKgM3 * omega * omega * (drilling.mainRadiusM ** 2 - drilling.leastRadiusM ** 2));
}

/**
 * Pressure gained on the way out to the crank pin: ½ρω²(r_out² − r_main²) [Pa].
 * @example centrifugalGainPa({ mainRadiusM: 0.025, leastRadiusM: 0, outletRadiusM: 0.06, gateHalfWidth: 0.1 }, 100, 850) // 499155
 */
export function centrifugalGainPa(drilling: CrankDrilling, speedRevS: number, densityKgM3: number): number {
  const omega = 2 * Math.PI * speedRevS;
  return 0.5 * densityKgM3 * omega * omega * (drilling.outletRadiusM ** 2 - drilling.mainRadiusM ** 2);
}
