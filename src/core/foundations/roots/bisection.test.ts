import fc from 'fast-check';
import { bisect } from './bisection';

const never = () => 0;

describe('Halving a bracket', () => {
  it('closes on the place, wherever it lies', () => {
    fc.assert(
      fc.property(fc.double({ min: -5, max: 5, noNaN: true }), (place) => {
        const found = bisect(
          (x) => x < place,
          -6,
          6,
          () => 1e-9,
          60,
        );
        expect(Math.abs(found.middle - place)).toBeLessThan(1e-9);
        expect(found.low <= place && place <= found.high).toBe(true);
      }),
    );
  });

  it('halves as often as it takes, and no oftener than it may', () => {
    expect(
      bisect(
        (x) => x < 0.3,
        0,
        1,
        () => 1 / 16,
        60,
      ),
    ).toEqual({ low: 0.25, high: 0.3125, middle: 0.28125, count: 4 });
    expect(bisect((x) => x < 0.3, 0, 1, never, 2)).toEqual({ low: 0.25, high: 0.5, middle: 0.375, count: 2 });
  });

  it('leaves a bracket alone that is narrow enough', () => {
    expect(
      bisect(
        () => true,
        1,
        1.5,
        (high) => high,
        60,
      ).count,
    ).toBe(0);
  });
});
