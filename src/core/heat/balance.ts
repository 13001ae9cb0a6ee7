import type { Anderson } from '../foundations/roots/anderson';
import type { OperatingState, SpeedAndOil } from '../network/solve/state';
import {
  isBalanced,
  isClosed,
  isFound,
  isHunt,
  isJump,
  isSameBalance,
  isTooNearForSign,
  NO_OIL_ABOVE_K,
  restForStepK,
  type BalanceStatus,
} from './comingToRest';
import type { Conditions } from './surroundings';
import { heatInW } from './heatLedger';
import type { HeatSolver } from './heatSolver';
import { restNearNeighbour } from './restNearNeighbour';
import { restByOutlet, type Jump } from './restByOutlet';
import { FIRST_SLOPE_WK, MOST_CLOSER } from './searchSteps';
import { settle } from './settle';

export interface BalanceOutcome {
  readonly status: BalanceStatus;
  /** Sump temperature at which heat in is heat out; the last tried where there is none [K]. */
  readonly sumpK: number;
  /** What the sump would still gain [W]. */
  readonly residualW: number;
  readonly passes: number;
  /**
   * The residual's slope over sump temperature, from the last steps: a neighbour's search starts with
   * it [W/K].
   */
  readonly slopeWK: number;
  /** What passes taught of how temperatures follow one another: a neighbour's search begins with it. */
  readonly learned?: Anderson;
  /** The element whose oil is too hot for a balance. */
  readonly tooHotAt?: { readonly element: number; readonly temperatureK: number };
}

/** Where a search stops: hotter oil is not oil any more, colder does not flow. */
const HOTTEST_K = 523.15;
const COLDEST_K = 223.15;
/** An end is reached within this [K], and temperatures this near give no slope. */
const SAME_PLACE_K = 1e-9;
const MOST_STEPS = 45;
const MOST_INNER = 10;
const LONGEST_STEP_K = 35;
/** Where a sign counts for nothing, the bracket is kept open this far [K]. */
const NEAR_K = 0.02;
/** How far it is opened again on either side [K]. */
const REOPENED_K = 0.5;

/**
 * The sump temperature at which an engine settles, searched from one side.
 *
 * Heat in falls and heat out rises with temperature mostly, but a thermostat makes steep places and a cold core two
 * answers: each step is a secant held inside the bracket that has been seen, never longer than 35 K, so that the answer
 * nearest the start is found. Where the bracket closes on a jump, the rest inside it is searched by the outlet of the
 * core that jumps.
 *
 * @param fromK where the search starts: near the air's temperature for the cold side, 180 °C for the hot side
 * @param state speed and air pressure; its oil temperature is not read
 * @param neighbour what was found in like surroundings, where the solver still stands as it left it
 */
export function findBalance(
  heat: HeatSolver,
  state: OperatingState,
  conditions: Conditions,
  fromK: number,
  neighbour?: BalanceOutcome,
): BalanceOutcome {
  const near = neighbour && restNearNeighbour(heat, state, conditions, neighbour);
  const passesNear = near?.passes ?? 0;
  if (near?.rests)
    return heldToOil(heat, { status: 'balanced', ...near.rests, slopeWK: neighbour!.slopeWK, passes: passesNear });
  const search = new BalanceSearch(heat, state, conditions, fromK, neighbour?.slopeWK ?? FIRST_SLOPE_WK);
  const found = search.run();
  if (!search.closedOnJump) return heldToOil(heat, { ...found, passes: passesNear + found.passes });
  const { rests, passes } = restByOutlet(heat, state, conditions, found.sumpK, search.jump);
  return heldToOil(heat, {
    ...(rests ? { status: 'balanced' as const, ...rests } : found),
    passes: passesNear + found.passes + passes,
  });
}

/** No balance where any part's oil would be hotter than oil is. */
function heldToOil(heat: HeatSolver, found: BalanceOutcome): BalanceOutcome {
  const hottest = isFound(found.status) ? heat.hottestOutlet() : undefined;
  return hottest && hottest.temperatureK > NO_OIL_ABOVE_K
    ? { ...found, status: 'placeTooHot', tooHotAt: hottest }
    : found;
}

/** A secant held inside the bracket that has been seen. */
class BalanceSearch {
  /** Outlets at the last gain and the last loss. */
  readonly jump: Jump;
  /** True where the search ended as a hunt that a core's outlet may settle. */
  closedOnJump = false;
  private sumpK: number;
  private stepK = LONGEST_STEP_K;
  private passes = 0;
  private residualW = NaN;
  private lowK = COLDEST_K;
  private highK = HOTTEST_K;
  /** Heat left at each end of the bracket, as a share of the heat in; 0 where not taken at rest. */
  private lowShare = 0;
  private highShare = 0;
  private before: { readonly sumpK: number; readonly residualW: number } | undefined;
  private closer = false;
  private gainsAtK: number | undefined;
  private losesAtK: number | undefined;

  constructor(
    private readonly heat: HeatSolver,
    private readonly state: OperatingState,
    private readonly conditions: Conditions,
    fromK: number,
    private slopeWK: number,
  ) {
    this.jump = { belowOutK: heat.outK.slice(), aboveOutK: heat.outK.slice() };
    this.sumpK = Math.min(HOTTEST_K, Math.max(COLDEST_K, fromK));
    if (!Number.isFinite(heat.placeK[0]!)) heat.startAt(this.sumpK);
  }

  run(): BalanceOutcome {
    for (let i = 0; i < MOST_STEPS; i++) {
      const status = this.look();
      if (status) return this.ended(status);
      this.step();
      if (isClosed(this.highK - this.lowK)) {
        if (this.closer) return this.hunts(this.sumpK);
        this.lookCloser();
      }
    }
    this.residualW = this.before?.residualW ?? NaN;
    return isHunt(this.gainsAtK, this.losesAtK)
      ? this.hunts(0.5 * (this.gainsAtK! + this.losesAtK!))
      : this.ended('notSolved');
  }

  private ended(status: BalanceStatus): BalanceOutcome {
    return { status, sumpK: this.sumpK, residualW: this.residualW, passes: this.passes, slopeWK: this.slopeWK };
  }

  private hunts(atK: number): BalanceOutcome {
    this.closedOnJump = true;
    this.sumpK = atK;
    return this.ended('hunting');
  }

  /** Looks at the present sump temperature. @returns how the search ends there, if it does */
  private look(): BalanceStatus | undefined {
    const { heat, sumpK } = this;
    // Temperatures must have settled to well within the step that they decide.
    const settled = settle(heat, { ...this.state, oilTemperatureK: sumpK }, this.conditions, sumpK, {
      withinK: restForStepK(this.stepK),
      most: this.closer ? MOST_CLOSER : MOST_INNER,
    });
    this.passes += settled.passes;
    const residualW = (this.residualW = settled.residualW);
    if (settled.status === 'notSolved') return 'notSolved';
    const heatIn = heatInW(heat.ledger);
    if (isBalanced(residualW, settled.changeK, heatIn)) return 'balanced';
    this.narrow(heatIn, settled.status === 'atRest' ? Math.abs(residualW) / heatIn : 0);
    if (isJump(this.highK - this.lowK, this.lowShare, this.highShare)) {
      this.closedOnJump = true;
      this.sumpK = 0.5 * (this.lowK + this.highK);
      return 'hunting';
    }
    if (this.lowK >= HOTTEST_K - SAME_PLACE_K) return 'tooHot';
    return this.highK <= COLDEST_K + SAME_PLACE_K ? 'tooCold' : undefined;
  }

  /** Draws the bracket in by the sign just seen. */
  private narrow(heatIn: number, share: number): void {
    const { sumpK, residualW } = this;
    const gains = residualW > 0;
    if (gains) this.gainsAtK = sumpK;
    else this.losesAtK = sumpK;
    (gains ? this.jump.belowOutK : this.jump.aboveOutK).set(this.heat.outK);
    if (isTooNearForSign(residualW, heatIn)) {
      // There the secant goes on without a bracket.
      this.lowK = Math.min(this.lowK, sumpK - NEAR_K);
      this.highK = Math.max(this.highK, sumpK + NEAR_K);
    } else if (gains) {
      if (sumpK > this.lowK) [this.lowK, this.lowShare] = [sumpK, share];
    } else if (sumpK < this.highK) [this.highK, this.highShare] = [sumpK, share];
  }

  /** Goes on to the next sump temperature, inside the bracket. */
  private step(): void {
    const { before, sumpK, residualW, lowK, highK } = this;
    if (before && Math.abs(sumpK - before.sumpK) > SAME_PLACE_K) {
      const slope = (before.residualW - residualW) / (sumpK - before.sumpK);
      this.slopeWK = slope > 1 ? slope : FIRST_SLOPE_WK;
    }
    const wanted = residualW / this.slopeWK;
    let next = sumpK + Math.max(-LONGEST_STEP_K, Math.min(LONGEST_STEP_K, wanted));
    if (next >= highK && highK >= HOTTEST_K) next = HOTTEST_K;
    else if (next <= lowK && lowK <= COLDEST_K) next = COLDEST_K;
    else if (
      (next <= lowK || next >= highK) &&
      (highK - lowK < 2 * LONGEST_STEP_K || next < COLDEST_K || next > HOTTEST_K)
    )
      next = 0.5 * (Math.max(lowK, sumpK - LONGEST_STEP_K) + Math.min(highK, sumpK + LONGEST_STEP_K));
    this.stepK = next - sumpK;
    this.before = { sumpK, residualW };
    this.sumpK = next;
  }

  /** A sign taken before temperatures had come to rest may have shut the bracket beside the answer: opens it again. */
  private lookCloser(): void {
    this.closer = true;
    this.lowK = Math.max(COLDEST_K, this.sumpK - REOPENED_K);
    this.highK = Math.min(HOTTEST_K, this.sumpK + REOPENED_K);
    this.lowShare = this.highShare = 0;
    this.before = undefined;
    this.sumpK = 0.5 * (this.sumpK + (this.residualW > 0 ? this.highK : this.lowK));
    this.stepK = 0;
  }
}

/** Balances that a state has: from the cold side, and from the hot side where that is another one. */
export interface Balances {
  readonly cold: BalanceOutcome;
  /** Absent where both sides find the same. */
  readonly hot: BalanceOutcome | undefined;
}

const HOT_START_K = 453.15;

/**
 * Searches from both sides, since a core plugged with cold oil and a flowing one can both be stable; leaves the solver
 * at the cold side's answer.
 */
export function findBalances(
  heat: HeatSolver,
  speed: Pick<SpeedAndOil, 'speedRevS'>,
  atmospherePa: number,
  conditions: Conditions,
): Balances {
  const state: OperatingState = { ...speed, oilTemperatureK: conditions.airTemperatureK, atmospherePa };
  heat.startAt(HOT_START_K);
  const hot = findBalance(heat, state, conditions, HOT_START_K);
  heat.startAt(conditions.airTemperatureK);
  const cold = findBalance(heat, state, conditions, Math.max(conditions.airTemperatureK, COLDEST_K));
  const same = isFound(cold.status) === isFound(hot.status) && isSameBalance(cold.sumpK, hot.sumpK);
  return { cold, hot: same ? undefined : hot };
}
