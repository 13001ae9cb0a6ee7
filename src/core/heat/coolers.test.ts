import { Oil } from '../physics/oil/oil';
import { OIL_GRADES } from '../physics/oil/grades';
import { coolerConductance, coolerExchangeWK, estimateAirCooling, faceSpeedMS, fitAirCooling } from './coolers';
import {
  counterflowEffectiveness,
  crossflowEffectiveness,
  singleStreamEffectiveness,
} from '../physics/laws/effectiveness';
import { DEFAULT_AIR_COOLING } from '../document/parts/cooling';

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

  it('refuses a rating that no exchanger could keep, and estimates one by its size', () => {
    expect(coolerConductance({ ...DEFAULT_AIR_COOLING, ratedHeatW: 60e3 }, OIL)).toBeUndefined();
    const estimate = estimateAirCooling(19, 0.28);
    expect(estimate.ratedHeatW / estimate.faceAreaM2).toBeCloseTo(
      DEFAULT_AIR_COOLING.ratedHeatW / DEFAULT_AIR_COOLING.faceAreaM2,
      6,
    );
  });

  it('takes the road’s air or the fan’s, whichever is more; the fan by its outlet’s temperature', () => {
    // At a standstill the core's own draught, as stated or as usual; a road that blows more wins.
    expect(faceSpeedMS(DEFAULT_AIR_COOLING, 0, 380)).toBe(0.3);
    expect(faceSpeedMS({ ...DEFAULT_AIR_COOLING, draughtMS: 0 }, 0, 380)).toBe(0);
    expect(faceSpeedMS({ ...DEFAULT_AIR_COOLING, draughtMS: 0.8 }, 40, 380)).toBe(10);
    const fanned = { ...DEFAULT_AIR_COOLING, fan: { faceSpeedMS: 5, onK: 370, offK: 360 } };
    expect([
      faceSpeedMS(fanned, 0, 380),
      faceSpeedMS(fanned, 0, 365),
      faceSpeedMS(fanned, 40, 380),
      faceSpeedMS(fanned, 0, 350),
    ]).toEqual([5, 2.5, 10, 0.3]);
  });
});
