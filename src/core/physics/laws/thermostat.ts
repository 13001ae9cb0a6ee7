/**
 * Opening of a wax thermostat by the temperature at its own inlet: 0 at T_open, 1 at T_full, linear between.
 * @param inletK @param opensK @param fullK > opensK @returns 0 to 1
 * @source common practice for wax elements; hysteresis belongs to the transient.
 * @example thermostatOpening(365, 361, 369) // 0.5
 */
export function thermostatOpening(inletK: number, opensK: number, fullK: number): number {
  return Math.min(1, Math.max(0, (inletK - opensK) / (fullK - opensK)));
}
