import type { FITTING_NAMES } from './shapes';

export type FittingName = (typeof FITTING_NAMES)[number];

/** A fitting's two-K constants, on the line's bore. */
export interface FittingRow {
  readonly label: string;
  readonly k1: number;
  readonly kInfinity: number;
}

/**
 * Hose ends and corners. @source two-K form of Hooper (1981); the constants for hose ends are engineering judgement
 * between its elbow rows, not catalogue data.
 */
export const FITTINGS: Readonly<Record<FittingName, FittingRow>> = {
  hoseEndStraight: { label: 'hose end, straight', k1: 150, kInfinity: 0.07 },
  hoseEnd45: { label: 'hose end, 45°', k1: 300, kInfinity: 0.14 },
  hoseEnd90: { label: 'hose end, 90° swept', k1: 500, kInfinity: 0.28 },
  hoseEnd180: { label: 'hose end, 180° swept', k1: 800, kInfinity: 0.42 },
  hoseEnd90Forged: { label: 'hose end, 90° forged', k1: 800, kInfinity: 0.6 },
  banjo: { label: 'banjo', k1: 1500, kInfinity: 1 },
  teeRun: { label: 'tee, straight through', k1: 150, kInfinity: 0.07 },
  teeBranch: { label: 'tee, into the branch', k1: 800, kInfinity: 0.55 },
  drilledCorner: { label: 'drilled 90° corner', k1: 1000, kInfinity: 0.4 },
};

/** Sharp entrance from a volume: K = 160/Re + 0.5, without the size term. @source Hooper (1981) */
export const ENTRANCE = { k1: 160, k: 0.5 } as const;
