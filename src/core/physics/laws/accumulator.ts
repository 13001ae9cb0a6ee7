/**
 * Oil that a gas-charged accumulator holds at a pressure: its gas, charged before any oil came in, follows Boyle.
 *
 * V_oil = V·(1 − p_charge/p), pressures absolute; empty below its charge.
 *
 * @param volumeM3 of the shell, > 0
 * @param prechargePa gauge, ≥ 0
 * @param pressurePa at its port, gauge
 * @param atmospherePa absolute
 * @returns m³ @source Boyle's law, closed form: slow filling, gas at the oil's temperature throughout
 * @example accumulatorOilM3(2e-3, 2e5, 4e5, 1e5) // 0.0008
 */
export function accumulatorOilM3(
  volumeM3: number,
  prechargePa: number,
  pressurePa: number,
  atmospherePa: number,
): number {
  return volumeM3 * Math.max(0, 1 - (prechargePa + atmospherePa) / (pressurePa + atmospherePa));
}
