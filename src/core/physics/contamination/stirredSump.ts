/**
 * Share of the particles at a size that a filter holds: η = 1 − 1/β.
 *
 * @param beta filtration ratio at that size, ≥ 1 [-]
 * @returns 0 to 1 [-]
 * @source ISO 16889
 * @example filterEfficiency(200) // 0.995
 */
export const filterEfficiency = (beta: number): number => 1 - 1 / Math.max(1, beta);

/** Filters on one sump, and what comes in. */
export interface StirredSump {
  /** Oil in the whole system [m³], > 0. */
  readonly volumeM3: number;
  /** Σ η·q of all filters [m³/s], ≥ 0. */
  readonly cleaningM3S: number;
  /** Particles that come in [1/s], ≥ 0. */
  readonly ingressionPerS: number;
}

/**
 * Particles per volume in a stirred sump: N(t) = N∞ + (N₀ − N∞)·e^(−ηqt/V), N∞ = G/(ηq). Without filters N grows by
 * G·t/V.
 *
 * Range: perfectly stirred, efficiency that does not change with concentration.
 *
 * @param startPerM3 N₀ [1/m³], ≥ 0
 * @param timeS t [s], ≥ 0
 * @returns N(t) [1/m³]
 * @source mass balance of a stirred tank, closed form
 * @example particlesAt({ volumeM3: 5e-3, cleaningM3S: 2e-5, ingressionPerS: 0 }, 1e10, 250) // 3.6788e9
 */
export function particlesAt(
  { volumeM3, cleaningM3S, ingressionPerS }: StirredSump,
  startPerM3: number,
  timeS: number,
): number {
  if (cleaningM3S === 0) return startPerM3 + (ingressionPerS * timeS) / volumeM3;
  const steady = ingressionPerS / cleaningM3S;
  return steady + (startPerM3 - steady) * Math.exp((-cleaningM3S * timeS) / volumeM3);
}

/** Level that it comes to: N∞ = G/(ηq) [1/m³]; infinite without a filter. @source as above @example steadyParticles({ volumeM3: 1, cleaningM3S: 2, ingressionPerS: 4 }) // 2 */
export const steadyParticles = ({ cleaningM3S, ingressionPerS }: StirredSump): number =>
  ingressionPerS === 0 ? 0 : ingressionPerS / cleaningM3S;

/** Time in which what is above the steady level halves: t½ = ln 2 · V/(ηq) [s]. @source as above @example cleaningHalfTimeS({ volumeM3: 5e-3, cleaningM3S: 2e-5, ingressionPerS: 0 }) // 173.287 */
export const cleaningHalfTimeS = ({ volumeM3, cleaningM3S }: StirredSump): number =>
  (Math.LN2 * volumeM3) / cleaningM3S;
