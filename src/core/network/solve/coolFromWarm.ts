import { after, type SolveOutcome } from './stopping';
import type { Workspace } from './workspace';

/** Temperatures at which a circuit's laws are gentler than in the cold, the gentlest first [K]. */
const WARM_STARTS_K = [373.15, 333.15, 303.15, 283.15, 263.15];
/** Coolings tried, halved ones included. */
const MOST_COOLING_STEPS = 60;
const SMALLEST_COOLING_K = 0.05;

/** The three solves that cooling is made of. */
export interface Cooling {
  /** Solves a warmer state from rest. */
  fromRest(oilTemperatureK: number): SolveOutcome;
  /** Solves a warmer state from what the workspace holds. */
  fromHere(oilTemperatureK: number): SolveOutcome;
  /** Solves the state that is wanted, from what the workspace holds. */
  last(): SolveOutcome;
}

/**
 * For the few states that neither Newton nor relaxation reaches, all of thick oil at high speed: solves warmer oil,
 * whose laws are gentler, and cools it towards the state by steps that are halved where one fails.
 * @param stuck how the usual way ended @param wantedK temperature of the state that is wanted
 * @param ws what was reached is kept here and put back where a cooling fails
 * @returns the last outcome, with all work counted, and whether it is the wanted state's answer
 */
export function coolFromWarm(
  stuck: SolveOutcome,
  wantedK: number,
  ws: Workspace,
  solve: Cooling,
): { outcome: SolveOutcome; reached: boolean } {
  const { pressurePa, flowM3S } = ws;
  let outcome = stuck;
  let reachedK = NaN;
  for (const startK of WARM_STARTS_K) {
    if (startK < wantedK) break;
    outcome = after(outcome, solve.fromRest(startK));
    if (outcome.status !== 'converged') continue;
    reachedK = startK;
    break;
  }
  if (Number.isNaN(reachedK)) return { outcome, reached: false };
  let [pressureThere, flowThere] = [pressurePa.slice(), flowM3S.slice()];
  let step = wantedK - reachedK;
  for (let tries = 0; tries < MOST_COOLING_STEPS && Math.abs(step) > SMALLEST_COOLING_K; tries++) {
    const isLast = Math.abs(reachedK + step - wantedK) < SMALLEST_COOLING_K;
    outcome = after(outcome, isLast ? solve.last() : solve.fromHere(reachedK + step));
    if (outcome.status === 'converged') {
      if (isLast) return { outcome, reached: true };
      reachedK += step;
      [pressureThere, flowThere] = [pressurePa.slice(), flowM3S.slice()];
      step = Math.sign(step) * Math.min(Math.abs(step), Math.abs(wantedK - reachedK));
      continue;
    }
    // Back to what was reached: the iterate that failed is no start.
    step /= 2;
    pressurePa.set(pressureThere);
    flowM3S.set(flowThere);
  }
  const status = outcome.status === 'converged' ? 'iterationLimit' : outcome.status;
  return { outcome: { ...outcome, status }, reached: false };
}
