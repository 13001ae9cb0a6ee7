import type { Loss } from './shapes';

/** A round passage with its losses. */
export interface Passage {
  readonly boreM: number;
  readonly lengthM: number;
  readonly roughnessM: number;
  readonly losses: readonly Loss[];
  readonly sizeTermCap?: number | undefined;
}

/** A plate's or a cover's passage turns in and out once each. */
const TURNS: readonly Loss[] = [{ kind: 'catalogue', fitting: 'drilledCorner', count: 2 }];
const DRILLED_ROUGHNESS_M = 1e-5;

/** A drilled passage through a plate or a cover. @param boreM > 0 @param lengthM ≥ 0 */
export const turnedPassage = (boreM: number, lengthM: number): Passage => ({
  boreM,
  lengthM,
  roughnessM: DRILLED_ROUGHNESS_M,
  losses: TURNS,
});

/** Volume of a round passage [m³]: πD²L/4. @source closed form */
export const roundVolumeM3 = (boreM: number, lengthM: number): number => 0.25 * Math.PI * boreM * boreM * lengthM;
