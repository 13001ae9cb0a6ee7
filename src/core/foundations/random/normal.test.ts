import { inverseNormal, normalCdf } from './normal';

describe('The normal distribution', () => {
  it.each([
    [0, 0.5],
    [1, 0.8413447460685429],
    [1.959963984540054, 0.975],
    [-2, 0.02275013194817921],
    [3, 0.9986501019683699],
  ])('has below %p the share that tables give', (z, share) => {
    // Source: Abramowitz & Stegun (1964), table 26.1 (from memory).
    expect(Math.abs(normalCdf(z) - share)).toBeLessThan(1.5e-7);
  });

  it('is turned back by its inverse', () => {
    for (const p of [0.001, 0.01, 0.2, 0.5, 0.9, 0.999]) expect(normalCdf(inverseNormal(p))).toBeCloseTo(p, 6);
  });
});
