import fc from 'fast-check';
import { bracketedRoot } from './bracketedRoot';

describe('A root between two signs', () => {
  const bisected = (f: (t: number) => number) => {
    let [a, b] = [0, 1];
    while (b - a > 1e-12) {
      const t = 0.5 * (a + b);
      if (f(t) >= 0 === f(0) >= 0) a = t;
      else b = t;
    }
    return 0.5 * (a + b);
  };

  it('is where halving finds it, for steep, flat and jumping functions', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.001, max: 0.999, noNaN: true }),
        fc.constantFrom(0.2, 1, 3, 9),
        fc.constantFrom(1, -1),
        fc.boolean(),
        (at, power, sign, jumps) => {
          const f = (t: number) =>
            sign * (Math.sign(t - at) * Math.abs(t - at) ** power + (jumps ? 5 * Math.sign(t - at) : 0));
          expect(Math.abs(bracketedRoot(f, f(0), f(1), 1e-4).root - bisected(f))).toBeLessThan(1e-4);
        },
      ),
    );
  });

  it('takes fewer looks than halving where the function is smooth', () => {
    let looks = 0;
    const found = bracketedRoot((t) => (looks++, Math.exp(t) - 1.7), 1 - 1.7, Math.E - 1.7, 5e-4);
    expect([found.status, found.count]).toEqual(['closed', looks]);
    expect(looks).toBeLessThan(Math.log2(1 / 5e-4));
  });

  it('stops where nothing is known, and says so', () => {
    expect(bracketedRoot(() => undefined, -1, 1, 1e-3)).toEqual({ status: 'unknown', root: 0.5, count: 1 });
  });

  it('says where its two ends bracket nothing, and where it ran out of steps', () => {
    const never = () => {
      throw new Error('looked');
    };
    expect(bracketedRoot(never, 1, 3, 1e-3)).toEqual({ status: 'sameSign', root: 0, count: 0 });
    expect(bracketedRoot(never, -3, -1, 1e-3)).toEqual({ status: 'sameSign', root: 1, count: 0 });
    expect(bracketedRoot((t) => (t > 0.3 ? 1 : -1), -1, 1, 0).status).toBe('outOfSteps');
  });
});
