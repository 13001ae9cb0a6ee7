/** Most particles per millilitre of each code from 0 on. @source ISO 4406:2017, table 1 (from memory) */
const MOST_PER_ML = [
  0.01, 0.02, 0.04, 0.08, 0.16, 0.32, 0.64, 1.3, 2.5, 5, 10, 20, 40, 80, 160, 320, 640, 1300, 2500, 5000, 10_000,
  20_000, 40_000, 80_000, 160_000, 320_000, 640_000, 1_300_000, 2_500_000,
] as const;
export const HIGHEST_CODE = MOST_PER_ML.length - 1;

const ML = 1e-6;

/**
 * ISO 4406 code of a particle count.
 *
 * @param perM3 particles per volume, ≥ 0 [1/m³]
 * @returns code, 0 to 28; 28 for more than the table has
 * @source ISO 4406:2017 (from memory)
 * @example isoCode(3000e6) // 19
 */
export function isoCode(perM3: number): number {
  const perMl = perM3 * ML;
  const code = MOST_PER_ML.findIndex((most) => perMl <= most);
  return code < 0 ? HIGHEST_CODE : code;
}

/** The most particles per volume that a code allows [1/m³]. @param code 0 to 28 @source ISO 4406:2017 (from memory) @example particlesOfCode(19) // 5e9 */
export function particlesOfCode(code: number): number {
  return MOST_PER_ML[Math.min(HIGHEST_CODE, Math.max(0, Math.round(code)))]! / ML;
}

/** Sizes that the three numbers of a code stand for. @source ISO 4406:2017 */
export const CODE_SIZES_UM = [4, 6, 14] as const;

/** "18/16/13" as its three numbers; undefined where it is none. */
export function parseIsoCode(text: string): readonly [number, number, number] | undefined {
  const match = /^\s*(\d{1,2})\s*\/\s*(\d{1,2})\s*\/\s*(\d{1,2})\s*$/.exec(text);
  if (!match) return undefined;
  const [a, b, c] = match.slice(1).map(Number) as [number, number, number];
  return a <= HIGHEST_CODE && a >= b && b >= c ? [a, b, c] : undefined;
}
