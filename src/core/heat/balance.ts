import type { OperatingState, SpeedAndOil } from '../network/solve/state';
import type { Conditions } from './conditions';
import type { HeatSolver } from './heatSolver';
import { restByOutlet, type Jump } from './restByOutlet';
import {
  AT_REST_K,
  FINEST_REST_K,
  FIRST_SLOPE_WK,
  heatInW,
  JUMP_SHARE,
  MOST_CLOSER,
  RESIDUAL_SHARE,
  settle,
} from './settle';

/**
 * How a search for the balance ended. `hunting`: heat in exceeds heat out just below a temperature and falls short just above it, and no steady
 * state was found between: a core that plugs with cold oil and frees itself in turn may hold the sump there.
 */
export type BalanceStatus = 'balanced' | 'hunting' | 'tooHot' | 'tooCold' | 'notSolved';

/** True where a sump temperature was found. */
export const isFound = (status: BalanceStatus): boolean => status === 'balanced' || status === 'hunting';

export interface BalanceOutcome {
  readonly status: BalanceStatus;
  /** Sump temperature at which heat in is heat out; the last tried where there is none [K]. */
  readonly sumpK: number;
  /** What the sump would still gain [W]. */
  readonly residualW: number;
  readonly passes: number;
}

/** Where a search stops: hotter oil is not oil any more, colder does not flow. */
const HOTTEST_K = 523.15;
const COLDEST_K = 223.15;
const MOST_STEPS = 45;
const MOST_INNER = 10;
const LONGEST_STEP_K = 35;
/** A bracket this narrow holds nothing more [K]. */
const CLOSED_K = 2e-6;
/** Last gain and last loss this near each other, with no rest between, are a hunt [K]. */
const HUNTS_WITHIN_K = 1.5;
/** Residual, as a share of the heat in, from which the bracket is kept open this far [K]. */
const NEAR_SHARE = 2e-5;
const NEAR_K = 0.02;
/** A bracket this narrow with much heat left on both sides is a jump, not a slope [K]. */
const JUMP_K = 0.05;
/** How far it is opened again on either side [K]. */
const REOPENED_K = 0.5;

/**
 * The sump temperature at which an engine settles, searched from one side.
 *
 * Heat in falls and heat out rises with temperature mostly, but a thermostat makes steep places and a cold core two answers: each step is a
 * secant held inside the bracket that has been seen, never longer than 35 K, so that the answer nearest the start is found. Where the bracket
 * closes on a jump, the rest inside it is searched by the outlet of the core that jumps.
 *
 * @param fromK where the search starts: near the air's temperature for the cold side, 180 °C for the hot side
 * @param state speed and air pressure; its oil temperature is not read
 */
export function findBalance(
  heat: HeatSolver,
  state: OperatingState,
  conditions: Conditions,
  fromK: number,
): BalanceOutcome {
  const { jump, ...found } = search(heat, state, conditions, fromK);
  if (!jump) return found;
  const { rests, passes } = restByOutlet(heat, state, conditions, found.sumpK, jump);
  return { ...(rests ? { status: 'balanced' as const, ...rests } : found), passes: found.passes + passes };
}

function search(
  heat: HeatSolver,
  state: OperatingState,
  conditions: Conditions,
  fromK: number,
): BalanceOutcome & { readonly jump?: Jump } {
  const jump: Jump = { belowOutK: heat.outK.slice(), aboveOutK: heat.outK.slice() };
  let t = Math.min(HOTTEST_K, Math.max(COLDEST_K, fromK));
  if (!Number.isFinite(heat.placeK[0]!)) heat.startAt(t);
  let low = COLDEST_K;
  let high = HOTTEST_K;
  let before: { readonly t: number; readonly r: number } | undefined;
  let passes = 0;
  let step = LONGEST_STEP_K;
  let closer = false;
  let gainsAt: number | undefined;
  let losesAt: number | undefined;
  let lowShare = 0;
  let highShare = 0;
  for (let i = 0; i < MOST_STEPS; i++) {
    // Temperatures must have come to rest well within the step that they are to decide.
    const rest = Math.max(FINEST_REST_K, 0.02 * Math.abs(step));
    const settled = settle(
      heat,
      { ...state, oilTemperatureK: t },
      conditions,
      t,
      rest,
      closer ? MOST_CLOSER : MOST_INNER,
    );
    passes += settled.passes;
    const { residualW, changeK } = settled;
    if (Number.isNaN(residualW)) return { status: 'notSolved', sumpK: t, residualW, passes };
    const heatIn = heatInW(heat);
    if (Math.abs(residualW) <= RESIDUAL_SHARE * heatIn && changeK <= AT_REST_K)
      return { status: 'balanced', sumpK: t, residualW, passes };
    if (residualW > 0) {
      gainsAt = t;
      jump.belowOutK.set(heat.outK);
    } else {
      losesAt = t;
      jump.aboveOutK.set(heat.outK);
    }
    const share = changeK <= rest ? Math.abs(residualW) / heatIn : 0;
    // So near the answer a sign is no better than the rest it was taken at: there the secant goes on without a bracket.
    if (Math.abs(residualW) < NEAR_SHARE * heatIn) {
      low = Math.min(low, t - NEAR_K);
      high = Math.max(high, t + NEAR_K);
    } else if (residualW > 0) {
      if (t > low) [low, lowShare] = [t, share];
    } else if (t < high) [high, highShare] = [t, share];
    // Much heat in just below, much heat out just above, both at rest: no sump temperature between leaves it at rest.
    if (high - low < JUMP_K && lowShare > JUMP_SHARE && highShare > JUMP_SHARE)
      return { status: 'hunting', sumpK: 0.5 * (low + high), residualW, passes, jump };
    if (low >= HOTTEST_K - 1e-9) return { status: 'tooHot', sumpK: t, residualW, passes };
    if (high <= COLDEST_K + 1e-9) return { status: 'tooCold', sumpK: t, residualW, passes };
    const slope = before && Math.abs(t - before.t) > 1e-9 ? (before.r - residualW) / (t - before.t) : FIRST_SLOPE_WK;
    step = residualW / (slope > 1 ? slope : FIRST_SLOPE_WK);
    step = Math.max(-LONGEST_STEP_K, Math.min(LONGEST_STEP_K, step));
    let next = t + step;
    if (next >= high && high >= HOTTEST_K) next = HOTTEST_K;
    else if (next <= low && low <= COLDEST_K) next = COLDEST_K;
    else if (next <= low || next >= high)
      next =
        high - low < 2 * LONGEST_STEP_K || next < COLDEST_K || next > HOTTEST_K
          ? 0.5 * (Math.max(low, t - LONGEST_STEP_K) + Math.min(high, t + LONGEST_STEP_K))
          : next;
    step = next - t;
    before = { t, r: residualW };
    t = next;
    if (high - low < CLOSED_K) {
      if (closer) return { status: 'hunting', sumpK: t, residualW, passes, jump };
      // A sign taken before temperatures had come to rest may have shut the bracket beside the answer: open it again and look closer.
      closer = true;
      low = Math.max(COLDEST_K, t - REOPENED_K);
      high = Math.min(HOTTEST_K, t + REOPENED_K);
      lowShare = highShare = 0;
      before = undefined;
      t = residualW > 0 ? 0.5 * (t + high) : 0.5 * (t + low);
      step = 0;
    }
  }
  // Steps ran out while gain and loss stood close together: it does not come to rest between them.
  const narrow = gainsAt !== undefined && losesAt !== undefined && Math.abs(gainsAt - losesAt) < HUNTS_WITHIN_K;
  return {
    status: narrow ? 'hunting' : 'notSolved',
    sumpK: narrow ? 0.5 * (gainsAt! + losesAt!) : t,
    residualW: before?.r ?? NaN,
    passes,
    ...(narrow ? { jump } : {}),
  };
}

/** Balances that a state has: from the cold side, and from the hot side where that is another one. */
export interface Balances {
  readonly cold: BalanceOutcome;
  /** Absent where both sides find the same. */
  readonly hot: BalanceOutcome | undefined;
}

/** Two answers this near are one [K]. */
const SAME_K = 0.5;
const HOT_START_K = 453.15;

/** Searches from both sides, since a core plugged with cold oil and a flowing one can both be stable; leaves the solver at the cold side's answer. */
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
  const same = isFound(cold.status) === isFound(hot.status) && Math.abs(cold.sumpK - hot.sumpK) < SAME_K;
  return { cold, hot: same ? undefined : hot };
}
