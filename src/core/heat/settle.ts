import type { OperatingState } from '../network/solve/state';
import { creeps, type RestStatus } from './comingToRest';
import type { Conditions } from './surroundings';
import type { HeatSolver } from './heatSolver';
import type { ThermalStores } from './thermalStores';

/** A step's first pass shows the step itself; what it sets in motion is seen in the second. */
const LEAST_PASSES = 2;
/** Farther than this no temperature is moved at once: oil out of its range would not solve [K]. */
const FARTHEST_AT_ONCE_K = 20;

/** What passes at one sump temperature came to. */
export interface Settled {
  readonly status: RestStatus;
  /** What the sump would gain; no number where a pass did not solve [W]. */
  readonly residualW: number;
  /** Largest change in the last pass [K]. */
  readonly changeK: number;
  readonly passes: number;
}

/** When passes end. */
export interface SettleLimits {
  /** Change that counts as rest [K], > 0. */
  readonly withinK: number;
  /** Passes at most. */
  readonly most: number;
  /** What a search or a transient holds. */
  readonly held?: ThermalStores | undefined;
}

/**
 * Repeats passes at one sump temperature until nothing changes by more than the tolerance.
 */
export function settle(
  heat: HeatSolver,
  state: OperatingState,
  conditions: Conditions,
  sumpK: number,
  { withinK, most, held }: SettleLimits,
): Settled {
  let residualW = NaN;
  let changeK = Infinity;
  let passes = 0;
  let [changeBefore, ratioBefore] = [NaN, NaN];
  while (passes < LEAST_PASSES || (passes < most && changeK > withinK)) {
    const outcome = heat.pass(state, conditions, sumpK, held);
    passes++;
    if (outcome.hydraulic.status !== 'converged' || !Number.isFinite(outcome.residualW))
      return { status: 'notSolved', residualW: NaN, changeK, passes };
    ({ residualW, changeK } = outcome);
    // Where the changes of the passes shrink by a constant ratio, jumps to their limit at once.
    const ratio = changeK / changeBefore;
    if (changeK > withinK && creeps(ratio, ratioBefore)) {
      heat.goOn(Math.min(ratio / (1 - ratio), FARTHEST_AT_ONCE_K / changeK));
      [changeBefore, ratioBefore] = [NaN, NaN];
    } else [changeBefore, ratioBefore] = [changeK, ratio];
  }
  return { status: changeK <= withinK ? 'atRest' : 'outOfPasses', residualW, changeK, passes };
}
