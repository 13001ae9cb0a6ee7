import { CircuitSolver } from '../network/circuitSolver';
import { demoProject } from '../verification/testing/demo';
import { findBalance, type BalanceOutcome } from './balance';
import { HeatSolver } from './heatSolver';

const C = 273.15;
const ROADS_MS = Array.from({ length: 12 }, (_, i) => (60 * (i + 8)) / 19);

/** Balances along a row of road speeds with the nose cooler, each from the last, told or not what was found there. */
function along(airC: number, tellsNeighbour: boolean) {
  const made = CircuitSolver.of(demoProject(), 'noseCooler');
  if (!made.ok) throw new Error('refused');
  const heat = new HeatSolver(made.circuit);
  heat.startAt(airC + C);
  const { atmospherePa } = made.circuit.project.engine;
  const state = { speedRevS: 5000 / 60, oilTemperatureK: airC + C, atmospherePa };
  let last: BalanceOutcome | undefined;
  return ROADS_MS.map((roadSpeedMS) => {
    const air = { airTemperatureK: airC + C, roadSpeedMS, load: 0.7 };
    last = findBalance(heat, state, air, last?.sumpK ?? airC + C, tellsNeighbour ? last : undefined);
    return last;
  });
}

describe('A balance that starts from its neighbour', () => {
  it.each([
    ['where a core of thick oil rests between plugged and free', -20, 0.5],
    ['where the thermostat decides', 25, 0.95],
  ])('finds what a whole search finds, in fewer passes, %s', (_, airC, share) => {
    const [told, alone] = [along(airC, true), along(airC, false)];
    const total = (row: readonly BalanceOutcome[]) => row.reduce((sum, { passes }) => sum + passes, 0);
    told.forEach((outcome, i) => {
      expect(outcome.status).toBe('balanced');
      expect(outcome.sumpK).toBeCloseTo(alone[i]!.sumpK, 2);
    });
    expect(total(told)).toBeLessThan(share * total(alone));
  });
});
