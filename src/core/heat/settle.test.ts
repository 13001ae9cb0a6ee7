import type { Cooling } from '../document/parts/shapes';
import { CircuitSolver } from '../network/circuitSolver';
import { demoProject } from '../verification/testing/demo';
import { randomProject } from '../verification/testing/randomCircuit';
import { FanSwitches } from './fanSwitches';
import { HeatSolver } from './heatSolver';
import { settle } from './settle';
import { DEFAULT_AIR_COOLING } from '../document/parts/cooling';
import { solverOf } from '../verification/testing/solverOf';

const CONDITIONS = { airTemperatureK: 268.15, roadSpeedMS: 25, load: 0.6 };
const FINE_K = 2e-6;
const PLAIN_PASSES = 600;

/** Rest at a held sump by the short way, and by passes alone. */
function bothWays(circuit: CircuitSolver, sumpK: number) {
  const state = { speedRevS: 70, oilTemperatureK: sumpK, atmospherePa: 101325 };
  const short = new HeatSolver(circuit);
  short.startAt(sumpK);
  const settled = settle(short, state, CONDITIONS, sumpK, { withinK: FINE_K, most: PLAIN_PASSES });
  const shortK = short.placeK.slice();
  const plain = new HeatSolver(circuit);
  plain.startAt(sumpK);
  let passes = 0;
  let changeK = Infinity;
  while (passes < 2 || (changeK > FINE_K && passes < PLAIN_PASSES)) {
    ({ changeK } = plain.pass(state, CONDITIONS, sumpK));
    passes++;
  }
  return {
    settled,
    passes,
    rested: changeK <= FINE_K,
    apartK: Math.max(...plain.placeK.map((k, i) => Math.abs(k - shortK[i]!))),
  };
}

describe('Temperatures at a held sump', () => {
  it.each(Array.from({ length: 15 }, (_, i) => i + 1))(
    'come to the same rest by the short way as by passes alone, on a random circuit (%d)',
    (seed) => {
      const { settled, rested, apartK } = bothWays(solverOf(randomProject(seed)), 368.15);
      expect([rested, Number.isNaN(settled.residualW)]).toEqual([true, false]);
      expect(apartK).toBeLessThan(1e-3);
    },
  );

  it('with a core on the point of plugging come to the same rest in far fewer passes', () => {
    const circuit = solverOf(demoProject(), 'noseCooler');
    let [short, plain] = [0, 0];
    for (const sumpC of [84, 85, 87, 88, 90]) {
      const { settled, passes, rested, apartK } = bothWays(circuit, sumpC + 273.15);
      expect([sumpC, rested, apartK < 1e-3]).toEqual([sumpC, true, true]);
      short += settled.passes;
      plain += passes;
    }
    expect(short).toBeLessThan(0.8 * plain);
  });

  it('that do not solve say so by a residual that is no number', () => {
    const heat = new HeatSolver(solverOf(demoProject()));
    heat.startAt(368.15);
    jest.spyOn(heat, 'pass').mockReturnValue({
      hydraulic: { ...heat.circuit.solveOnly(heat.circuit.stateAt(70, 368.15)), status: 'stalled' },
      residualW: 5,
      changeK: 1,
    });
    expect(
      settle(heat, { speedRevS: 70, oilTemperatureK: 368.15, atmospherePa: 101325 }, CONDITIONS, 368.15, {
        withinK: FINE_K,
        most: 10,
      }),
    ).toMatchObject({ residualW: NaN, passes: 1 });
  });

  it('are never moved at once by more than a solve can bear', () => {
    const heat = new HeatSolver(solverOf(demoProject()));
    heat.startAt(368.15);
    // Passes that would creep on for ever: each changes by 0.95 of the last, from 10 K.
    let changeK = 10;
    const hydraulic = heat.circuit.solveOnly(heat.circuit.stateAt(70, 368.15));
    jest.spyOn(heat, 'pass').mockImplementation(() => ({ hydraulic, residualW: 1, changeK: (changeK *= 0.95) }));
    const went: number[] = [];
    jest.spyOn(heat, 'goOn').mockImplementation((multiple) => void went.push(multiple * changeK));
    settle(heat, { speedRevS: 70, oilTemperatureK: 368.15, atmospherePa: 101325 }, CONDITIONS, 368.15, {
      withinK: FINE_K,
      most: 12,
    });
    expect(went.length).toBeGreaterThan(1);
    for (const k of went) expect(k).toBeLessThanOrEqual(20 + 1e-9);
  });
});

describe('A fan’s switch', () => {
  const fanned: Cooling = { ...DEFAULT_AIR_COOLING, fan: { faceSpeedMS: 5, onK: 370, offK: 360 } };

  it('comes to feel a steady outlet, and then lags no more', () => {
    const switches = new FanSwitches(1);
    switches.startAt(300);
    let lag = Infinity;
    for (let i = 0; i < 12; i++) lag = switches.follow(0, 365, fanned, 0);
    expect(switches.feltK[0]).toBeCloseTo(365, 6);
    expect(lag).toBeLessThan(1e-6);
  });

  it('lags only where the fan would run otherwise for it: not far below its setting, not where the road gives more, not without a fan', () => {
    const lagOf = (outK: number, cooling: Cooling, roadSpeedMS: number) => {
      const switches = new FanSwitches(1);
      switches.startAt(outK - 5);
      return switches.follow(0, outK, cooling, roadSpeedMS);
    };
    expect(lagOf(367, fanned, 0)).toBeCloseTo(5, 9);
    expect([lagOf(340, fanned, 0), lagOf(367, fanned, 60), lagOf(367, DEFAULT_AIR_COOLING, 0)]).toEqual([0, 0, 0]);
  });

  it('takes shorter steps where fan and outlet chase each other, until they meet', () => {
    // The outlet falls steeply as the switch rises: followed all the way, the two would swing ever wider.
    const outlet = (feltK: number) => 365 - 2 * (feltK - 365);
    const switches = new FanSwitches(1);
    switches.startAt(362);
    for (let i = 0; i < 60; i++) switches.follow(0, outlet(switches.feltK[0]!), fanned, 0);
    expect(switches.feltK[0]).toBeCloseTo(365, 4);
  });
});
