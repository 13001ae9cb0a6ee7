import { findBalance, type BalanceOutcome } from '../../heat/balance';
import { isFound } from '../../heat/comingToRest';
import type { Conditions } from '../../heat/surroundings';
import type { HeatSolver } from '../../heat/heatSolver';

/**
 * Where the oil settles along a row of surroundings, each from its neighbour.
 * @param conditions in an order in which neighbours are alike
 * @returns sump temperatures in the same order; null where there is no balance [K]
 */
export function balanceAlong(
  heat: HeatSolver,
  speedRevS: number,
  conditions: readonly Conditions[],
): (number | null)[] {
  const { atmospherePa } = heat.circuit.project.engine;
  let last: BalanceOutcome | undefined;
  return conditions.map((c) => {
    const { airTemperatureK } = c;
    if (!last) heat.startAt(airTemperatureK);
    const state = { speedRevS, oilTemperatureK: airTemperatureK, atmospherePa };
    const outcome = findBalance(heat, state, c, last?.sumpK ?? airTemperatureK, last);
    last = isFound(outcome.status) ? outcome : undefined;
    return last?.sumpK ?? null;
  });
}
