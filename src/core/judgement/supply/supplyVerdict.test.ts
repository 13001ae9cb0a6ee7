import { isSupplied, judgeSupply, lowWaterPa, nearDistance, type SupplyReading } from './supplyVerdict';

const READING: SupplyReading = {
  speedRevS: 50,
  pumpTurns: true,
  pressurePa: 2e5,
  backPressurePa: 0,
  flowM3S: 2e-5,
};
const judge = (supply: Parameters<typeof judgeSupply>[0], change: Partial<SupplyReading> = {}) =>
  judgeSupply(supply, { ...READING, ...change });
const verdict = (...args: Parameters<typeof judge>) => judge(...args).verdict;

describe('The lowest pressure that is asked', () => {
  it('rises with speed, from the speed that it is needed at', () => {
    expect(lowWaterPa({ lowPressurePa: 1e5, lowPressurePerSpeedPaS: 2e3 }, 50)).toBe(2e5);
    expect(lowWaterPa({ lowPressurePerSpeedPaS: 2e3 }, 50)).toBe(1e5);
    expect(lowWaterPa({ lowPressurePa: 1e5, neededFromRevS: 50 }, 50)).toBe(1e5);
    expect(lowWaterPa({ lowPressurePa: 1e5, neededFromRevS: 50.001 }, 50)).toBeUndefined();
    expect(lowWaterPa({}, 50)).toBeUndefined();
  });

  it('is the crank’s threshold where that is more, also where nothing is stated', () => {
    expect(lowWaterPa({ lowPressurePa: 1e5 }, 50, 1.5e5)).toBe(1.5e5);
    expect(lowWaterPa({ lowPressurePa: 2e5 }, 50, 1.5e5)).toBe(2e5);
    expect(lowWaterPa({}, 50, 1.5e5)).toBe(1.5e5);
    expect(lowWaterPa({}, 50, 0)).toBeUndefined();
  });
});

describe('What counts as near', () => {
  it('is a quarter bar, a quarter of a low pressure, a tenth of a flow', () => {
    expect(nearDistance('pressure', 4e5)).toBe(0.25e5);
    expect(nearDistance('pressure', 0.4e5)).toBe(0.1e5);
    expect(nearDistance('flow', 2e-5)).toBeCloseTo(2e-6, 18);
    expect(nearDistance('flow', 0)).toBeGreaterThan(0);
  });
});

describe('A verdict, on both sides of each limit', () => {
  it.each([
    [
      'a low pressure',
      { lowPressurePa: 1.6e5 },
      'pressurePa',
      [1.59e5, 1.61e5, 1.84e5, 1.86e5],
      ['short', 'near', 'near', 'inBand'],
    ],
    [
      'a high pressure',
      { highPressurePa: 4e5 },
      'pressurePa',
      [4.01e5, 3.99e5, 3.76e5, 3.74e5],
      ['flooded', 'near', 'near', 'inBand'],
    ],
    [
      'a low flow',
      { lowFlowM3S: 1e-5 },
      'flowM3S',
      [0.99e-5, 1.01e-5, 1.09e-5, 1.11e-5],
      ['short', 'near', 'near', 'inBand'],
    ],
    [
      'a high flow',
      { highFlowM3S: 1e-5 },
      'flowM3S',
      [1.01e-5, 0.99e-5, 0.91e-5, 0.89e-5],
      ['flooded', 'near', 'near', 'inBand'],
    ],
  ] as const)('of %s', (_, supply, figure, values, verdicts) => {
    expect(values.map((value) => verdict(supply, { [figure]: value }))).toEqual(verdicts);
  });

  it('asks for no flow below the speed that it is needed from', () => {
    const supply = { lowFlowM3S: 3e-5, neededFromRevS: 50 };
    expect([verdict(supply), verdict(supply, { speedRevS: 49.9 })]).toEqual(['short', 'inBand']);
    expect(verdict({ lowFlowM3S: 3e-5 })).toBe('short');
  });

  it('is dry within 5 kPa of the crankcase, whatever pressure that has', () => {
    expect([4.99e3, 5.01e3].map((pressurePa) => verdict({}, { pressurePa }))).toEqual(['dry', 'inBand']);
    expect(verdict({}, { pressurePa: 1.04e5, backPressurePa: 1e5 })).toBe('dry');
    expect(verdict({}, { pressurePa: 1.06e5, backPressurePa: 1e5 })).toBe('inBand');
    // Short and at the crankcase's pressure is dry; too much flow there is not.
    expect(verdict({ lowPressurePa: 1e5 }, { pressurePa: 4e3 })).toBe('dry');
    expect(verdict({ lowPressurePa: 1e5 }, { pressurePa: 6e3 })).toBe('short');
    expect(verdict({ highFlowM3S: 1e-5 }, { pressurePa: 4e3 })).toBe('flooded');
    expect(verdict({ lowPressurePa: 1e5 }, { pressurePa: 4e3, spring: { crackPa: 2e5, lift: 0 } })).toBe('dry');
  });

  it('is shut where its spring has not opened and nothing is missed', () => {
    const shut = { spring: { crackPa: 2.2e5, lift: 0 } };
    expect(verdict({}, shut)).toBe('shut');
    expect(verdict({}, { ...shut, pressurePa: 1e3 })).toBe('shut');
    expect(verdict({}, { spring: { crackPa: 2.2e5, lift: 0.1 } })).toBe('inBand');
    expect(verdict({ lowPressurePa: 3e5 }, shut)).toBe('short');
  });

  it('gives every check with margin and ratio, the worst first, and the reason of each', () => {
    const { checks } = judge({ lowPressurePa: 1e5, highPressurePa: 2.5e5, lowFlowM3S: 1e-5, highFlowM3S: 1.9e-5 });
    expect(checks.map((c) => [c.quantity, c.side])).toEqual([
      ['flow', 'high'],
      ['pressure', 'high'],
      ['pressure', 'low'],
      ['flow', 'low'],
    ]);
    expect(checks[1]).toEqual({
      quantity: 'pressure',
      side: 'high',
      reason: 'stated',
      actual: 2e5,
      limit: 2.5e5,
      margin: 0.5e5,
      nearRatio: 2,
    });
    expect(judge({ lowPressurePa: 1e5 }, { centrifugalPa: 1.5e5 }).checks[0]).toMatchObject({
      reason: 'centrifugal',
      limit: 1.5e5,
    });
    expect(judge({ lowPressurePa: 1.7e5 }, { centrifugalPa: 1.5e5 }).checks[0]!.reason).toBe('stated');
    expect(judge({ lowPressurePa: 1e5 }, { centrifugalPa: 0 }).checks[0]!.reason).toBe('stated');
  });

  it('asks nothing of a stopped engine', () => {
    expect(judge({ lowPressurePa: 5e5 }, { pumpTurns: false, pressurePa: 0 })).toEqual({
      verdict: 'inBand',
      checks: [],
    });
  });

  it('counts in band, near and shut as supplied', () => {
    expect((['inBand', 'near', 'shut', 'short', 'flooded', 'dry', 'unknown'] as const).map(isSupplied)).toEqual([
      true,
      true,
      true,
      false,
      false,
      false,
      false,
    ]);
  });
});
