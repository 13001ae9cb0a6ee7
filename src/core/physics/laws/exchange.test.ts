import { accumulatorOilM3 } from './accumulator';
import { counterflowEffectiveness, crossflowEffectiveness, singleStreamEffectiveness } from './effectiveness';
import { halfFullCapacityM3S } from './gravityDrain';
import { lineDropInto } from './line';

const ATM = 101325;

describe('An accumulator', () => {
  it('holds what Boyle’s law leaves to the oil: V·(1 − p_charge/p), absolute', () => {
    expect(accumulatorOilM3(2e-3, ATM, 3 * ATM, ATM)).toBeCloseTo(1e-3, 15);
    expect(accumulatorOilM3(2e-3, 0, 4 * ATM, ATM)).toBeCloseTo(1.6e-3, 15);
    expect(accumulatorOilM3(2e-3, ATM, 0.5 * ATM, ATM)).toBe(0);
  });
});

describe('Effectiveness', () => {
  // Kays and London, Compact Heat Exchangers, crossflow unmixed, table rounded to three digits (from memory).
  it.each([
    [1, 1, 0.476],
    [2, 0.5, 0.737],
    [3, 1, 0.678],
    [0.5, 0.75, 0.342],
  ])('of a crossflow exchanger with NTU %d at a ratio of %d is %d', (ntu, ratio, effectiveness) => {
    expect(crossflowEffectiveness(ntu, ratio)).toBeCloseTo(effectiveness, 2);
  });

  it('of a crossflow exchanger is the exact series to nine digits, computed apart with whole sums', () => {
    const factorial = (n: number): number => (n < 2 ? 1 : n * factorial(n - 1));
    const s = (n: number, x: number) =>
      Math.exp(-x) * Array.from({ length: n + 1 }, (_, m) => x ** m / factorial(m)).reduce((a, b) => a + b, 0);
    for (const [ntu, ratio] of [
      [0.3, 0.4],
      [1, 1],
      [2.5, 0.6],
      [6, 0.9],
    ] as const) {
      const sum = Array.from({ length: 60 }, (_, n) => (1 - s(n, ntu)) * (1 - s(n, ratio * ntu))).reduce(
        (a, b) => a + b,
      );
      expect(crossflowEffectiveness(ntu, ratio)).toBeCloseTo(sum / (ratio * ntu), 9);
    }
  });

  it('is one stream’s alone where the other does not warm, nothing without size, and never over one', () => {
    expect(crossflowEffectiveness(2, 0)).toBe(singleStreamEffectiveness(2));
    expect(crossflowEffectiveness(2, 1e-12)).toBeCloseTo(1 - Math.exp(-2), 12);
    expect(crossflowEffectiveness(2, 1e-6)).toBeCloseTo(1 - Math.exp(-2), 6);
    expect([crossflowEffectiveness(0, 0.5), crossflowEffectiveness(-1, 0.5)]).toEqual([0, 0]);
    expect(crossflowEffectiveness(30, 0.01)).toBeLessThanOrEqual(1);
    expect(crossflowEffectiveness(30, 1)).toBeGreaterThan(0.89);
    expect(singleStreamEffectiveness(1)).toBeCloseTo(1 - Math.exp(-1), 14);
  });

  it('of a counterflow exchanger is its closed form, NTU/(1 + NTU) where both streams are alike', () => {
    expect(counterflowEffectiveness(1, 0.5)).toBeCloseTo((1 - Math.exp(-0.5)) / (1 - 0.5 * Math.exp(-0.5)), 14);
    expect(counterflowEffectiveness(3, 0)).toBeCloseTo(1 - Math.exp(-3), 14);
    expect(counterflowEffectiveness(3, 1)).toBe(0.75);
    expect(counterflowEffectiveness(3, 1 - 1e-7)).toBeCloseTo(0.75, 6);
  });
});

describe('A drain half full', () => {
  it('carries half of the full pipe’s laminar flow: ρgSπD⁴/(256μ), closed form', () => {
    const q = halfFullCapacityM3S(0.0142, 0.3, 1e-5, 860, 0.5);
    expect(q / ((860 * 9.80665 * 0.3 * Math.PI * 0.0142 ** 4) / (256 * 0.5))).toBeCloseTo(1, 9);
    expect([halfFullCapacityM3S(0.0142, 0, 0, 860, 0.5), halfFullCapacityM3S(0.0142, -0.1, 0, 860, 0.5)]).toEqual([
      0, 0,
    ]);
  });

  it('in turbulent flow carries half of what loses its own fall in a full pipe, less where it is rough', () => {
    const [bore, slope, rho, mu] = [0.025, 0.6, 840, 0.004];
    const out = new Float64Array(2);
    const smooth = halfFullCapacityM3S(bore, slope, 0, rho, mu);
    for (const roughness of [0, 2e-4]) {
      const q = halfFullCapacityM3S(bore, slope, roughness, rho, mu);
      lineDropInto(out, 2 * q, { boreM: bore, lengthM: 1, relativeRoughness: roughness / bore }, rho, mu);
      expect(out[0]! / (rho * 9.80665 * slope)).toBeCloseTo(1, 9);
      if (roughness > 0) expect(q).toBeLessThan(0.97 * smooth);
    }
  });
});
