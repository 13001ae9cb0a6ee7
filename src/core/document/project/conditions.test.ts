import { demoProject } from '../../verification/testing/demo';
import { testProject } from '../../verification/testing/stockEngine';
import { canBeSteady, CONDITION_IDS, conditionOf, conditionsNamed } from './conditions';

const C = 273.15;
/** Idle 850, redline 6500 rpm, coldest oil −10, hottest 120 °C. */
const engine = testProject('wetSump');

describe('A condition', () => {
  it.each([
    ['coldCrank', engine.engine.crankingSpeedRevS * 60, -10],
    ['coldStart', 1.3 * 850, -10],
    ['hotIdle', 850, 100],
    ['atSpeed', 3000, 100],
    ['fullSpeed', 6500, 100],
    ['hottest', 6500, 120],
  ] as const)('%s has one speed and one oil temperature', (id, rpm, celsius) => {
    const { speedRevS, oilTemperatureK } = conditionOf(engine, id);
    expect([speedRevS * 60, oilTemperatureK - C]).toEqual([expect.closeTo(rpm, 6), expect.closeTo(celsius, 6)]);
  });

  it('at speed is 0.6 of the redline where that is below 3000 rpm', () => {
    const slow = { ...engine, engine: { ...engine.engine, maximumSpeedRevS: 4000 / 60 } };
    expect(conditionOf(slow, 'atSpeed').speedRevS * 60).toBeCloseTo(2400, 6);
  });

  it('of a new engine bears its name, and no other figure does', () => {
    expect(engine.namedStates).toEqual(CONDITION_IDS.map((id) => conditionOf(engine, id)));
    expect(conditionsNamed(engine, engine.namedStates)).toEqual(engine.namedStates);
    const stored = [
      { name: 'Hot idle', speedRevS: 850 / 60, oilTemperatureK: 110 + C },
      { name: 'Cold crank', speedRevS: engine.engine.crankingSpeedRevS, oilTemperatureK: C - 20 },
      { name: 'Long run', speedRevS: 50, oilTemperatureK: 95 + C },
    ];
    expect(conditionsNamed(engine, stored)).toEqual([
      { ...stored[0], name: 'Idle, 110 °C' },
      { ...stored[1], name: 'Crank, −20 °C' },
      stored[2],
    ]);
  });

  it('that is cold by name has no balance: the engine does not stay so', () => {
    const steady = demoProject().namedStates.filter((state) => canBeSteady(demoProject(), state));
    expect(steady.map((s) => s.name)).toEqual(['Idle, 110 °C', 'Full speed']);
  });
});
