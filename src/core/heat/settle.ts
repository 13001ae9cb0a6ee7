import type { OperatingState } from '../network/solve/state';
import { creeps, type RestStatus } from './comingToRest';
import type { Conditions } from './conditions';
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

/**
 * Passes at one sump temperature until nothing changes by more than asked.
 *
 * @param withinK change that counts as rest, > 0
 * @param most passes at most
 * @param held what a search or a transient holds
 */
export function settle(
  heat: HeatSolver,
  state: OperatingState,
  conditions: Conditions,
  sumpK: number,
  withinK: number,
  most: number,
  held?: ThermalStores,
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
    // Passes that creep up on their rest by a constant ratio are taken there at once.
    const ratio = changeK / changeBefore;
    if (changeK > withinK && creeps(ratio, ratioBefore)) {
      heat.goOn(Math.min(ratio / (1 - ratio), FARTHEST_AT_ONCE_K / changeK));
      [changeBefore, ratioBefore] = [NaN, NaN];
    } else [changeBefore, ratioBefore] = [changeK, ratio];
  }
  return { status: changeK <= withinK ? 'atRest' : 'outOfPasses', residualW, changeK, passes };
}
