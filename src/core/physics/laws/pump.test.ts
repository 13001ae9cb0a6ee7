import { fillAtSpeed, fillFallsFromRevS, pumpFlowInto, slipCoefficient, speedLoss } from './pump';

const out = new Float64Array(6);
const ATM = 101325;
interface Pump {
  readonly inletPa: number;
  readonly outletPa: number;
  readonly sensePa: number;
  readonly theoreticalM3S: number;
  readonly slipPerViscosity: number;
  readonly targetPa: number;
  readonly freeAirShare: number;
}
const PUMP: Pump = {
  inletPa: 0,
  outletPa: 4e5,
  sensePa: 0,
  theoreticalM3S: 5e-4,
  slipPerViscosity: 2e-13,
  targetPa: Infinity,
  freeAirShare: 0,
};
const [LIMIT, DRY, BAND, LEAST, MU] = [5e4, 5e3, 0.5e5, 0.2, 0.01];
function flow(change: Partial<Pump> = {}) {
  const p = { ...PUMP, ...change };
  const pump = { ...p, limitAbsPa: LIMIT, dryAbsPa: DRY, bandPa: BAND, leastShare: LEAST };
  pumpFlowInto(out, pump, { ...p, viscosityPaS: MU, atmospherePa: ATM });
  return { flowM3S: out[0]!, byInlet: out[1]!, byOutlet: out[2]!, bySense: out[3]!, fill: out[4]!, share: out[5]! };
}

describe('A pump', () => {
  it('loses slip in proportion to the pressure over it, from its inlet to its outlet (Wilson 1946)', () => {
    expect(flow()).toMatchObject({ fill: 1, share: 1, bySense: 0 });
    expect(flow().flowM3S).toBeCloseTo(5e-4 - (2e-13 / MU) * 4e5, 15);
    expect(flow({ inletPa: 1e5 }).flowM3S).toBeCloseTo(5e-4 - (2e-13 / MU) * 3e5, 15);
    expect([flow().byInlet, flow().byOutlet]).toEqual([2e-13 / MU, -2e-13 / MU]);
  });

  it('fills in proportion to what its inlet has over the pressure of no filling', () => {
    const at = (abs: number) => flow({ inletPa: abs - ATM, outletPa: abs - ATM });
    // Half of the span from 5 to 50 kPa absolute.
    expect(at(27.5e3).fill).toBeCloseTo(0.5, 12);
    expect(at(27.5e3).flowM3S).toBeCloseTo(2.5e-4, 12);
    expect(at(27.5e3).byInlet).toBeCloseTo(5e-4 / 45e3 + 2e-13 / MU, 15);
    expect([at(3e3).fill, at(60e3).fill]).toEqual([0, 1]);
  });

  it('turns down from its target over its band to its least share', () => {
    const at = (sensePa: number) => flow({ sensePa, targetPa: 3e5 });
    expect(at(2.5e5).share).toBe(1);
    expect(at(3.25e5).share).toBeCloseTo(0.6, 12);
    expect(at(4e5).share).toBeCloseTo(0.2, 12);
    expect(at(3.25e5).bySense).toBeCloseTo((-5e-4 * 0.8) / BAND, 15);
    expect(at(3.25e5).flowM3S).toBeCloseTo(3e-4 - (2e-13 / MU) * 4e5, 12);
    // What it fills less of moves less when it is turned down.
    const starved = flow({ sensePa: 3.25e5, targetPa: 3e5, inletPa: 27.5e3 - ATM });
    expect(starved.bySense).toBeCloseTo((-2.5e-4 * 0.8) / BAND, 15);
    expect(starved.byInlet).toBeCloseTo((5e-4 * 0.6) / 45e3 + 2e-13 / MU, 15);
  });
});

describe('The stroke lost at speed', () => {
  it('is none up to its first speed, rises evenly, and stays at its share beyond the second', () => {
    expect([50, 100, 112.5, 125, 150, 500].map((n) => speedLoss(n, 100, 125, 0.15))).toEqual([
      0, 0, 0.075, 0.15, 0.15, 0.15,
    ]);
  });
});

describe('A slip coefficient', () => {
  it('is what a rated efficiency lacks: (1 − η)·n·2π·μ/Δp', () => {
    expect(slipCoefficient(0.85, 100 / 3, 0.0118, 4e5)).toBeCloseTo(
      (0.15 * (100 / 3) * 2 * Math.PI * 0.0118) / 4e5,
      18,
    );
    expect(slipCoefficient(1, 50, 0.01, 1e5)).toBe(0);
  });
});

describe('Air in the oil', () => {
  it('takes the place that its expansion to the inlet’s pressure gives it (Boyle)', () => {
    // 8 litres of air in 100 of the sump’s mixture; at half the pressure they are 16, with the 92 of oil in 108.
    const half = flow({ freeAirShare: 0.08, inletPa: 0.5 * ATM - ATM, outletPa: 0.5 * ATM - ATM });
    expect(half.flowM3S / (5e-4 * half.fill)).toBeCloseTo(92 / 108, 10);
    const open = flow({ freeAirShare: 0.08, outletPa: 0 });
    expect(open.flowM3S).toBeCloseTo(5e-4 * 0.92, 12);
  });

  it('has the slopes that differences give, at its inlet and at its sense point', () => {
    const pump = { freeAirShare: 0.1, inletPa: 0.4 * ATM - ATM, sensePa: 3.2e5, targetPa: 3e5 };
    const by = (key: 'inletPa' | 'sensePa', h: number) =>
      (flow({ ...pump, [key]: pump[key] + h }).flowM3S - flow({ ...pump, [key]: pump[key] - h }).flowM3S) / (2 * h);
    expect(flow(pump).byInlet / by('inletPa', 10)).toBeCloseTo(1, 6);
    expect(flow(pump).bySense / by('sensePa', 10)).toBeCloseTo(1, 6);
  });

  it('draws nothing below the dry limit, and nothing unbounded', () => {
    for (const abs of [4e3, 0, -1e5]) {
      const { flowM3S } = flow({ freeAirShare: 0.3, inletPa: abs - ATM, outletPa: abs - ATM });
      expect(flowM3S).toBe(0);
    }
  });
});

describe('Filling at speed', () => {
  it('is whole up to where it falls, then a parabola, then a half', () => {
    expect([0, 100, 120, 200, 300].map((n) => fillAtSpeed(n, 100))).toEqual([1, 1, 0.98, 0.5, 0.5]);
    expect(fillAtSpeed(1e6, Infinity)).toBe(1);
  });

  it('falls at one rim speed: a pump of eight times the volume turns half as fast; gears last 1.3 times as far', () => {
    expect(fillFallsFromRevS(88e-6, 'gerotor') / fillFallsFromRevS(11e-6, 'gerotor')).toBeCloseTo(0.5, 12);
    expect(fillFallsFromRevS(11e-6, 'gerotor') * 60).toBeCloseTo(5500, 9);
    expect(fillFallsFromRevS(11e-6, 'externalGears') * 60).toBeCloseTo(7150, 9);
  });
});
