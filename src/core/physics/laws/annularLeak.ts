/**
 * Leak past one land of a plunger in its bore: Q = πDc³Δp/(12μL), concentric.
 * @param diameterM D @param clearanceM c, radial @param lengthM L, along the leak @param viscosityPaS of its oil
 * @param pressurePa Δp over the land @returns m³/s
 * @source flow between parallel plates round a circumference, closed form
 * @example annularLeakM3S(0.021, 25e-6, 0.01, 0.0118, 3e5) // 2.18397e-7
 */
export const annularLeakM3S = (
  diameterM: number,
  clearanceM: number,
  lengthM: number,
  viscosityPaS: number,
  pressurePa: number,
): number => (Math.PI * diameterM * clearanceM ** 3 * pressurePa) / (12 * viscosityPaS * lengthM);
