import { CODE_SIZES_UM, isoCode, parseIsoCode, particlesOfCode } from './iso4406';
import { cleaningHalfTimeS, filterEfficiency, particlesAt, steadyParticles } from './stirredSump';

/* Closed forms: mass balance of a stirred tank. */
describe('A stirred sump', () => {
  const sump = { volumeM3: 5e-3, cleaningM3S: 2e-5, ingressionPerS: 4e5 };

  it('begins where it begins and comes to N∞ = G/(ηq)', () => {
    expect(particlesAt(sump, 1e11, 0)).toBe(1e11);
    expect(particlesAt(sump, 1e11, 1e6)).toBeCloseTo(2e10, 0);
    expect(steadyParticles(sump)).toBeCloseTo(2e10, 3);
  });

  it('halves what is above the steady level in ln 2 · V/(ηq)', () => {
    const half = cleaningHalfTimeS(sump);
    expect(half).toBeCloseTo((Math.LN2 * 5e-3) / 2e-5, 9);
    expect(particlesAt(sump, 1e11, half) - 2e10).toBeCloseTo(0.5 * (1e11 - 2e10), -2);
  });

  it('solves its own equation: V·dN/dt = G − ηqN', () => {
    const [t, h] = [100, 1e-2];
    const slope = (particlesAt(sump, 1e11, t + h) - particlesAt(sump, 1e11, t - h)) / (2 * h);
    expect((sump.volumeM3 * slope) / (sump.ingressionPerS - sump.cleaningM3S * particlesAt(sump, 1e11, t))).toBeCloseTo(
      1,
      6,
    );
  });

  it('without a filter only grows, by G·t/V', () => {
    const bare = { ...sump, cleaningM3S: 0 };
    expect(particlesAt(bare, 1e9, 50)).toBeCloseTo(1e9 + (4e5 * 50) / 5e-3, 3);
    expect(steadyParticles(bare)).toBe(Infinity);
  });

  it('takes β by ISO 16889: η = 1 − 1/β', () => {
    expect([1, 2, 75, 200, 0.5].map(filterEfficiency)).toEqual([0, 0.5, 1 - 1 / 75, 0.995, 0]);
  });
});

/* ISO 4406:2017, table 1 (from memory): each code doubles the one before. */
describe('ISO 4406', () => {
  it('codes counts by their upper limit', () => {
    expect([5000e6, 5001e6, 2500e6, 640e6, 0, 1e20].map(isoCode)).toEqual([19, 20, 18, 16, 0, 28]);
    for (let code = 0; code <= 28; code++) expect(isoCode(particlesOfCode(code))).toBe(code);
  });

  it('doubles from code to code, within the rounding of its table', () => {
    for (let code = 1; code <= 28; code++) {
      const ratio = particlesOfCode(code) / particlesOfCode(code - 1);
      expect(ratio).toBeGreaterThan(1.9);
      expect(ratio).toBeLessThan(2.1);
    }
  });

  it('is read as three numbers that fall', () => {
    expect(parseIsoCode('21/19/16')).toEqual([21, 19, 16]);
    expect(parseIsoCode(' 18 / 16/13 ')).toEqual([18, 16, 13]);
    expect([parseIsoCode('16/19/21'), parseIsoCode('19/16'), parseIsoCode('dirty'), parseIsoCode('40/30/20')]).toEqual([
      undefined,
      undefined,
      undefined,
      undefined,
    ]);
    expect(CODE_SIZES_UM).toEqual([4, 6, 14]);
  });
});
