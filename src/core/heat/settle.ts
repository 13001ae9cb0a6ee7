import type { OperatingState } from '../network/solve/state';
import type { Conditions } from './conditions';
import type { HeatSolver } from './heatSolver';
import type { ThermalStores } from './thermalStores';

/** Converged: what the sump still gains, as a share of the heat in. */
export const RESIDUAL_SHARE = 1e-7;
/** Temperatures at rest, and the finest rest that a step is decided at [K]. */
export const AT_REST_K = 1e-4;
export const FINEST_REST_K = 2e-6;
/** Slope that a first step assumes [W/K]: pan, block and a cooler together. */
export const FIRST_SLOPE_WK = 250;
/** Passes at one temperature at most, where it is looked at closely. */
export const MOST_CLOSER = 30;
/** Share of the heat in that is left on both sides of a jump. */
export const JUMP_SHARE = 0.02;

/** A step's first pass shows the step itself; what it sets in motion is seen in the second. */
const LEAST_PASSES = 2;
/** Ratios of one pass's change to the last's between which passes creep, and how alike two must be. */
const CREEPS_FROM = 0.3;
const CREEPS_TO = 0.97;
const CREEPS_ALIKE = 0.1;
/** Farther than this no temperature is moved at once: oil out of its range would not solve [K]. */
const FARTHEST_AT_ONCE_K = 20;

/** All heat that the last pass put in, at least 1 so that shares of it are defined [W]. */
export function heatInW({ ledger }: HeatSolver): number {
  return Math.max(1, ledger.bearingsW + ledger.fedPartsW + ledger.engineW + ledger.pumpingW + ledger.radiantW);
}

/** Passes at one sump temperature until nothing changes by more than `withinK`. A residual that is no number: a pass did not solve. */
export function settle(
  heat: HeatSolver,
  state: OperatingState,
  conditions: Conditions,
  sumpK: number,
  withinK: number,
  most: number,
  held?: ThermalStores,
): { readonly residualW: number; readonly changeK: number; readonly passes: number } {
  let residualW = NaN;
  let changeK = Infinity;
  let passes = 0;
  let [changeBefore, ratioBefore] = [NaN, NaN];
  while (passes < LEAST_PASSES || (passes < most && changeK > withinK)) {
    const outcome = heat.pass(state, conditions, sumpK, held);
    passes++;
    if (outcome.hydraulic.status !== 'converged' || !Number.isFinite(outcome.residualW))
      return { residualW: NaN, changeK, passes };
    ({ residualW, changeK } = outcome);
    // Passes that creep up on their rest by a constant ratio are taken there at once.
    const ratio = changeK / changeBefore;
    if (changeK > withinK && ratio > CREEPS_FROM && ratio < CREEPS_TO && Math.abs(ratio - ratioBefore) < CREEPS_ALIKE) {
      heat.goOn(Math.min(ratio / (1 - ratio), FARTHEST_AT_ONCE_K / changeK));
      [changeBefore, ratioBefore] = [NaN, NaN];
    } else [changeBefore, ratioBefore] = [changeK, ratio];
  }
  return { residualW, changeK, passes };
}
