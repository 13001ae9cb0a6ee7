import fc from 'fast-check';
import { choleskyInverse, choleskyOf, choleskySolve, forwardSolve } from './cholesky';

const matrix = fc.array(fc.array(fc.double({ min: -2, max: 2, noNaN: true }), { minLength: 4, maxLength: 4 }), {
  minLength: 4,
  maxLength: 4,
});

describe('A symmetric positive definite matrix', () => {
  it('falls into a triangle and its transpose, which solve what it asks', () => {
    fc.assert(
      fc.property(
        matrix,
        fc.array(fc.double({ min: -5, max: 5, noNaN: true }), { minLength: 4, maxLength: 4 }),
        (m, b) => {
          const a = m.map((r, i) => m.map((c, k) => r.reduce((s, v, n) => s + v * c[n]!, 0) + (i === k ? 1 : 0)));
          const l = choleskyOf(a)!;
          const x = choleskySolve(l, b);
          a.forEach((row, i) => expect(row.reduce((s, v, k) => s + v * x[k]!, 0)).toBeCloseTo(b[i]!, 6));
          const inverse = choleskyInverse(l);
          a.forEach((row, i) =>
            inverse.forEach((_, k) =>
              expect(row.reduce((s, v, n) => s + v * inverse[n]![k]!, 0)).toBeCloseTo(i === k ? 1 : 0, 6),
            ),
          );
          expect(forwardSolve(l, b).every(Number.isFinite)).toBe(true);
        },
      ),
      { numRuns: 40 },
    );
  });

  it('is told from one that is not', () => {
    expect(
      choleskyOf([
        [1, 2],
        [2, 1],
      ]),
    ).toBeUndefined();
    expect(
      choleskyOf([
        [4, 2],
        [2, 3],
      ])![1],
    ).toEqual([1, Math.SQRT2]);
  });
});
