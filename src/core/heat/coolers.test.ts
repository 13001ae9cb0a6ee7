import { Oil } from '../physics/oil/oil';
import { OIL_GRADES } from '../physics/oil/grades';
import {
  airDensityKgM3,
  coolerAmbientK,
  coolerConductance,
  coolerExchangeWK,
  estimateAirCooling,
  faceSpeedMS,
  fitAirCooling,
  meanSpecificHeat,
} from './coolers';
import {
  counterflowEffectiveness,
  crossflowEffectiveness,
  singleStreamEffectiveness,
} from '../physics/laws/effectiveness';
import { DEFAULT_AIR_COOLING, DEFAULT_LIQUID_COOLING, DRAUGHT_MS } from '../document/parts/cooling';

const OIL = new Oil(OIL_GRADES.find((g) => g.name === '10W-40')!);

describe('Effectiveness', () => {
  // Exact both-unmixed series, Mason (1955) and Baclic (1978): published table, NTU by C_r, six digits.
  it.each([
    [0.25, 0.25, 0.215224],
    [0.5, 0.5, 0.357827],
    [1, 0.25, 0.588011],
    [1, 1, 0.476222],
    [1.5, 0.75, 0.60775],
    [2, 0.5, 0.732409],
    [3, 1, 0.681291],
    [5, 0.25, 0.959074],
    [5, 1, 0.750904],
  ])('crossflow, NTU %d, C_r %d is %d', (ntu, ratio, expected) => {
    expect(crossflowEffectiveness(ntu, ratio)).toBeCloseTo(expected, 6);
  });

  // Kays and London, Compact Heat Exchangers, 3rd ed.: counterflow.
  it.each([
    [1, 0.5, 0.564733],
    [2, 0.25, 0.822766],
    [3, 1, 0.75],
    [5, 0.75, 0.908771],
  ])('counterflow, NTU %d, C_r %d is %d', (ntu, ratio, expected) => {
    expect(counterflowEffectiveness(ntu, ratio)).toBeCloseTo(expected, 6);
  });

  it('tends to one stream’s as the other’s capacity grows, and rises with size', () => {
    for (const ntu of [0.1, 1, 4]) {
      expect(crossflowEffectiveness(ntu, 1e-12)).toBeCloseTo(singleStreamEffectiveness(ntu), 9);
      expect(counterflowEffectiveness(ntu, 1e-9)).toBeCloseTo(1 - Math.exp(-ntu), 6);
    }
    for (let ntu = 0.1; ntu < 20; ntu *= 1.3)
      for (const ratio of [0.1, 0.5, 1]) {
        expect(crossflowEffectiveness(ntu * 1.3, ratio)).toBeGreaterThan(crossflowEffectiveness(ntu, ratio) - 1e-12);
        expect(crossflowEffectiveness(ntu, ratio)).toBeLessThanOrEqual(counterflowEffectiveness(ntu, ratio) + 1e-9);
      }
  });
});

describe('Enthalpy', () => {
  it('is the integral of the specific heat (Cragoe, NBS Misc. Publ. 97), and goes back to the temperature', () => {
    for (const t of [250, 300, 373.15, 450]) {
      expect((OIL.enthalpyJKg(t + 0.5) - OIL.enthalpyJKg(t - 0.5)) / OIL.specificHeatJKgK(t)).toBeCloseTo(1, 9);
      expect(OIL.temperatureK(OIL.enthalpyJKg(t))).toBeCloseTo(t, 9);
    }
  });
});

describe('A cooler', () => {
  const around = {
    airTemperatureK: DEFAULT_AIR_COOLING.ratedAirK,
    roadSpeedMS: DEFAULT_AIR_COOLING.ratedFaceSpeedMS / DEFAULT_AIR_COOLING.positionFactor,
    coolantK: 363,
    atmospherePa: 101325,
  };

  it('gives its rated heat at its rating point', () => {
    const c = coolerConductance(DEFAULT_AIR_COOLING, OIL)!;
    const m = DEFAULT_AIR_COOLING.ratedOilFlowM3S * OIL.densityKgM3(DEFAULT_AIR_COOLING.ratedOilK);
    const heat =
      coolerExchangeWK(c, OIL, m, DEFAULT_AIR_COOLING.ratedOilK, 360, around) *
      (DEFAULT_AIR_COOLING.ratedOilK - DEFAULT_AIR_COOLING.ratedAirK);
    // The rating inverts with the inlet's specific heat; exchanging uses the mean over the way: 3 % apart at most.
    expect(heat / DEFAULT_AIR_COOLING.ratedHeatW).toBeGreaterThan(0.97);
    expect(heat / DEFAULT_AIR_COOLING.ratedHeatW).toBeLessThan(1.01);
  });

  it('never cools the oil below the air, however slowly it flows', () => {
    const c = coolerConductance(DEFAULT_AIR_COOLING, OIL)!;
    for (const m of [1e-6, 1e-4, 1e-2, 0.5]) {
      const k = coolerExchangeWK(c, OIL, m, 400, 400, { ...around, airTemperatureK: 253 });
      expect(OIL.temperatureK(OIL.enthalpyJKg(400) - (k * (400 - 253)) / m)).toBeGreaterThanOrEqual(253 - 1e-6);
    }
  });

  it('is found again from a curve of heat against oil flow that it made itself', () => {
    const base = { ...DEFAULT_AIR_COOLING, oilSideShare: 0.65 };
    const c = coolerConductance(base, OIL)!;
    const heat = (q: number) =>
      coolerExchangeWK(c, OIL, q * OIL.densityKgM3(base.ratedOilK), base.ratedOilK, base.ratedOilK, around) *
      (base.ratedOilK - base.ratedAirK);
    const fitted = fitAirCooling(
      [1e-4, 2e-4, 5e-4].map((q) => ({ oilFlowM3S: q, heatW: heat(q) })),
      DEFAULT_AIR_COOLING,
      OIL,
    )!;
    expect(fitted.misfit).toBeLessThan(0.01);
    expect(fitted.cooling.oilSideShare).toBeCloseTo(0.65, 1);
    expect(fitAirCooling([{ oilFlowM3S: 1e-4, heatW: 5000 }], DEFAULT_AIR_COOLING, OIL)).toBeUndefined();
    // Heat that rises as steeply as it can ends at the largest share that a part may have, not over it.
    const steep = fitAirCooling(
      [10, 20, 30].map((q, i) => ({ oilFlowM3S: q / 6e4, heatW: [5100, 7200, 8400][i]! })),
      DEFAULT_AIR_COOLING,
      OIL,
    )!;
    expect(steep.cooling.oilSideShare).toBe(0.95);
  });

  it('splits a rating by its oil side’s share, and each film follows its own flow (exponents: common practice)', () => {
    const c = coolerConductance({ ...DEFAULT_AIR_COOLING, oilSideShare: 0.25 }, OIL)!;
    expect(c.oilWK / c.otherWK).toBeCloseTo(3, 9);
    // All resistance on one side, and so little exchange that ε·C_min is UA: the heat is that side's film.
    const small = (oilSideShare: number) =>
      coolerConductance({ ...DEFAULT_AIR_COOLING, ratedHeatW: 20, oilSideShare }, OIL)!;
    const taken = (share: number, flowTimes: number, airTimes: number) =>
      coolerExchangeWK(
        small(share),
        OIL,
        flowTimes * DEFAULT_AIR_COOLING.ratedOilFlowM3S * OIL.densityKgM3(370),
        370,
        370,
        { ...around, roadSpeedMS: airTimes * around.roadSpeedMS },
      );
    const base = taken(0.9999, 1, 1);
    expect(taken(0.9999, 4, 1) / base).toBeCloseTo(4 ** 0.33, 2);
    expect(taken(0.9999, 4, 2) / taken(0.9999, 4, 1)).toBeCloseTo(1, 2);
    expect(taken(0.0001, 1, 4) / taken(0.0001, 1, 1)).toBeCloseTo(4 ** 0.6, 2);
  });

  it('takes nothing without oil or without air, and more from denser air', () => {
    const c = coolerConductance({ ...DEFAULT_AIR_COOLING, draughtMS: 0 }, OIL)!;
    expect(coolerExchangeWK(c, OIL, 0, 370, 370, around)).toBe(0);
    expect(coolerExchangeWK(c, OIL, 0.3, 370, 370, { ...around, roadSpeedMS: 0 })).toBe(0);
    // Much oil, little air: all that the air can take, ρ·v·A·cp. Source: ideal gas, 287.05 and 1006 J/(kg K).
    const breath = { ...around, roadSpeedMS: 0.04, airTemperatureK: 300 };
    const air = (101_325 / (287.05 * 300)) * 0.01 * 0.05 * 1006;
    expect(coolerExchangeWK(c, OIL, 0.5, 370, 370, breath) / air).toBeCloseTo(1, 2);
    expect(coolerExchangeWK(c, OIL, 0.5, 370, 370, { ...breath, atmospherePa: 60_000 }) / air).toBeCloseTo(
      60_000 / 101_325,
      2,
    );
  });

  it('cooled by water gives counterflow’s share, and no more than its water takes', () => {
    const cooling = { ...DEFAULT_LIQUID_COOLING, conductanceWK: 150, coolantFlowM3S: 3e-4 };
    const c = coolerConductance(cooling, OIL)!;
    const m = cooling.ratedOilFlowM3S * OIL.densityKgM3(380);
    const oilC = m * meanSpecificHeat(OIL, 380, 363);
    const waterC = 3e-4 * 1030 * 3550;
    const [least, most] = [Math.min(oilC, waterC), Math.max(oilC, waterC)];
    expect(coolerExchangeWK(c, OIL, m, 380, 380, around)).toBeCloseTo(
      counterflowEffectiveness(150 / least, least / most) * least,
      6,
    );
    const trickle = coolerConductance({ ...cooling, coolantFlowM3S: 1e-6 }, OIL)!;
    expect(coolerExchangeWK(trickle, OIL, m, 380, 380, around)).toBeCloseTo(1e-6 * 1030 * 3550, 3);
    // Its own water, or the engine's.
    expect(coolerAmbientK(cooling, around)).toBe(363);
    expect(coolerAmbientK({ ...cooling, coolantK: 320 }, around)).toBe(320);
    expect(coolerAmbientK(DEFAULT_AIR_COOLING, around)).toBe(around.airTemperatureK);
  });

  it('takes the mean of the specific heat over the way, source: enthalpy difference over temperature difference', () => {
    expect(meanSpecificHeat(OIL, 400, 300)).toBeCloseTo((OIL.enthalpyJKg(400) - OIL.enthalpyJKg(300)) / 100, 9);
    expect(meanSpecificHeat(OIL, 350, 350)).toBe(OIL.specificHeatJKgK(350));
    expect(airDensityKgM3(293.15)).toBeCloseTo(1.204, 3);
  });

  it('refuses a rating that no exchanger could keep, and estimates one by its size', () => {
    expect(coolerConductance({ ...DEFAULT_AIR_COOLING, ratedHeatW: 60e3 }, OIL)).toBeUndefined();
    expect(coolerConductance({ ...DEFAULT_AIR_COOLING, ratedHeatW: -1 }, OIL)).toBeUndefined();
    // 15.8 mm of face a row.
    expect(estimateAirCooling(10, 0.3).faceAreaM2).toBeCloseTo(0.0474, 9);
    const estimate = estimateAirCooling(19, 0.28);
    expect(estimate.ratedHeatW / estimate.faceAreaM2).toBeCloseTo(
      DEFAULT_AIR_COOLING.ratedHeatW / DEFAULT_AIR_COOLING.faceAreaM2,
      6,
    );
  });

  it('takes the road’s air or the fan’s, whichever is more; the fan by its outlet’s temperature', () => {
    // At a standstill the core's own draught; a road that blows more wins.
    const usual = { ...DEFAULT_AIR_COOLING, draughtMS: DRAUGHT_MS };
    expect(faceSpeedMS(usual, 0, 380)).toBe(0.3);
    expect(faceSpeedMS({ ...DEFAULT_AIR_COOLING, draughtMS: 0 }, 0, 380)).toBe(0);
    expect(faceSpeedMS({ ...DEFAULT_AIR_COOLING, draughtMS: 0.8 }, 40, 380)).toBe(10);
    const fanned = { ...usual, fan: { faceSpeedMS: 5, onK: 370, offK: 360 } };
    expect([
      faceSpeedMS(fanned, 0, 380),
      faceSpeedMS(fanned, 0, 365),
      faceSpeedMS(fanned, 40, 380),
      faceSpeedMS(fanned, 0, 350),
    ]).toEqual([5, 2.5, 10, 0.3]);
  });
});
