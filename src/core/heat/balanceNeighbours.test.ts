import { CircuitSolver } from '../network/circuitSolver';
import { demoProject } from '../verification/testing/demo';
import { findBalance, type BalanceOutcome } from './balance';
import { HeatSolver } from './heatSolver';

const C = 273.15;

interface Surroundings {
  readonly airC: number;
  readonly roadSpeedMS: number;
}
const driven = (airC: number): Surroundings[] =>
  Array.from({ length: 12 }, (_, i) => ({ airC, roadSpeedMS: (60 * (i + 8)) / 19 }));
const standing: readonly Surroundings[] = Array.from({ length: 12 }, (_, i) => ({ airC: 2 * i, roadSpeedMS: 0 }));

/** Balances along a row of surroundings with the nose cooler, each from the last, told or not what was found there. */
function along(row: readonly Surroundings[], tellsNeighbour: boolean) {
  const made = CircuitSolver.of(demoProject(), 'noseCooler');
  if (!made.ok) throw new Error('refused');
  const heat = new HeatSolver(made.circuit);
  heat.startAt(row[0]!.airC + C);
  const { atmospherePa } = made.circuit.project.engine;
  let last: BalanceOutcome | undefined;
  return row.map(({ airC, roadSpeedMS }) => {
    const state = { speedRevS: 5000 / 60, oilTemperatureK: airC + C, atmospherePa };
    const air = { airTemperatureK: airC + C, roadSpeedMS, load: 0.7 };
    last = findBalance(heat, state, air, last?.sumpK ?? airC + C, tellsNeighbour ? last : undefined);
    return last;
  });
}

describe('A balance that starts from its neighbour', () => {
  it.each([
    ['where a core of thick oil rests between plugged and free', driven(-20), 0.1],
    ['where the thermostat decides', driven(25), 0.5],
    ['where a fan follows its core', standing, 0.4],
  ])('finds what a whole search finds, in fewer passes, %s', (_, row, share) => {
    const [told, alone] = [along(row, true), along(row, false)];
    const total = (outcomes: readonly BalanceOutcome[]) => outcomes.reduce((sum, { passes }) => sum + passes, 0);
    told.forEach((outcome, i) => {
      expect(outcome.status).toBe('balanced');
      expect(outcome.sumpK).toBeCloseTo(alone[i]!.sumpK, 2);
    });
    expect(total(told)).toBeLessThan(share * total(alone));
  });
});
