import type { HoseEnd } from '../../document/project/bench';
import { takeUpOf } from './hoseEnd';

const MM = 1e-3;

/** How far a routed length may lie from the truth, by how it was measured [m]. @source engineering judgement */
const MEASURING_PLUS_MINUS_M = { string: 10 * MM, tape: 5 * MM, circuit: 50 * MM } as const;

export interface HoseCut {
  /** Added for shrinking under pressure and for the engine's movement [m]. */
  readonly slackM: number;
  /** What both ends take up [m]. */
  readonly takeUpM: number;
  /** Length of the hose itself, when done [m]. */
  readonly cutM: number;
  /** How far it may lie from the truth [m]. */
  readonly plusMinusM: number;
  /** Length to cut it to first: with what is left on for trimming [m]. */
  readonly firstCutM: number;
}

/** What a hose is cut longer by. */
export interface CutAllowances {
  /** For shrinking under pressure, of the routed length [-]. */
  readonly slackShare?: number;
  /** For the engine's movement on its mounts [m]. */
  readonly movementM?: number;
  /** Left on for trimming [m]. */
  readonly trimM?: number;
}

/**
 * Length to which a hose is cut: routed length, seat to seat, plus slack, less what its two ends take up.
 *
 * Its uncertainty is the root of the sum of squares of the routed length's and the ends'.
 *
 * @param routedM along the route, > 0 [m]
 * @param by how that was measured; `circuit`: it is the circuit's figure, nobody has measured it
 * @param allowances what is left on besides; default: nothing
 * @returns lengths [m]; a cut length of 0 where the ends alone take up the route
 * @source common practice, no source: joints of hoses are cut long and trimmed
 * @example cutLength(0.9525, 'tape', { style: 'reusable', angleDeg: 180 }, { style: 'reusable', angleDeg: 90 }).cutM // 0.84
 */
export function cutLength(
  routedM: number,
  by: keyof typeof MEASURING_PLUS_MINUS_M,
  first: HoseEnd,
  second: HoseEnd,
  { slackShare = 0, movementM = 0, trimM = 0 }: CutAllowances = {},
): HoseCut {
  const [a, b] = [takeUpOf(first), takeUpOf(second)];
  const slackM = routedM * slackShare + movementM;
  const takeUpM = a.takeUpM + b.takeUpM;
  const cutM = Math.max(0, routedM + slackM - takeUpM);
  return {
    slackM,
    takeUpM,
    cutM,
    plusMinusM: Math.hypot(MEASURING_PLUS_MINUS_M[by], a.plusMinusM, b.plusMinusM),
    firstCutM: cutM === 0 ? 0 : cutM + trimM,
  };
}

/** The routed length that a hose of a trimmed length covers: what goes back into the circuit [m]. */
export function routedLength(hoseM: number, first: HoseEnd, second: HoseEnd): number {
  return hoseM + takeUpOf(first).takeUpM + takeUpOf(second).takeUpM;
}
