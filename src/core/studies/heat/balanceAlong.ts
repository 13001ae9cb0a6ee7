import { findBalance } from '../../heat/balance';
import { isFound } from '../../heat/comingToRest';
import type { Conditions } from '../../heat/conditions';
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
  let from: number | undefined;
  return conditions.map((c) => {
    const { airTemperatureK } = c;
    if (from === undefined) heat.startAt(airTemperatureK);
    const state = { speedRevS, oilTemperatureK: airTemperatureK, atmospherePa };
    const outcome = findBalance(heat, state, c, from ?? airTemperatureK);
    from = isFound(outcome.status) ? outcome.sumpK : undefined;
    return from ?? null;
  });
}
