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

/** How gas follows when an accumulator empties: slowly it stays as warm as it was, within seconds it has no time to. */
export const POLYTROPIC = { slow: 1, fast: 1.4 } as const;

/** An accumulator's shell and charge, at an air pressure. */
export interface Charge {
  /** Of the shell, > 0. */
  readonly volumeM3: number;
  /** Gauge, empty of oil, ≥ 0. */
  readonly prechargePa: number;
  /** Absolute. */
  readonly atmospherePa: number;
}

/**
 * Pressure of the gas when oil has left an accumulator that was filled slowly up to a pressure: p_high·(V_g,high/V_g)^n.
 *
 * @param charge of the accumulator @param highPa gauge, to which it was filled, above its charge
 * @param givenM3 oil that has left it since, ≥ 0; more than it held counts as all of it
 * @param exponent n, 1 slow to 1.4 fast
 * @returns gauge [Pa] @source polytropic change of an ideal gas, closed form
 * @example gasPressurePa({ volumeM3: 2e-3, prechargePa: 0.5e5, atmospherePa: 1e5 }, 4e5, 0.6e-3, 1) // 150000
 */
export function gasPressurePa(
  { volumeM3, prechargePa, atmospherePa }: Charge,
  highPa: number,
  givenM3: number,
  exponent: number,
): number {
  const gasM3 = volumeM3 - accumulatorOilM3(volumeM3, prechargePa, highPa, atmospherePa);
  const now = Math.min(volumeM3, gasM3 + givenM3);
  return (highPa + atmospherePa) * (gasM3 / now) ** exponent - atmospherePa;
}

/**
 * Oil that an accumulator gives between two pressures, having been filled slowly to the higher one:
 * V·(p_charge/p_high)·[(p_high/p_low)^(1/n) − 1], absolute, never more than it held.
 *
 * @param charge of the accumulator @param highPa gauge @param lowPa gauge; below the charge it gives no more than at it
 * @param exponent n, 1 slow to 1.4 fast
 * @returns m³, 0 where it was never filled @source polytropic change of an ideal gas, closed form
 * @example accumulatorGivesM3({ volumeM3: 2e-3, prechargePa: 0.5e5, atmospherePa: 1e5 }, 4e5, 1.5e5, 1.4) // 0.000384402
 */
export function accumulatorGivesM3(charge: Charge, highPa: number, lowPa: number, exponent: number): number {
  const { volumeM3, prechargePa, atmospherePa } = charge;
  const heldM3 = accumulatorOilM3(volumeM3, prechargePa, highPa, atmospherePa);
  if (heldM3 <= 0 || lowPa >= highPa) return 0;
  const low = Math.max(lowPa, prechargePa) + atmospherePa;
  const grows = ((highPa + atmospherePa) / low) ** (1 / exponent) - 1;
  return Math.min(heldM3, (volumeM3 - heldM3) * grows);
}
