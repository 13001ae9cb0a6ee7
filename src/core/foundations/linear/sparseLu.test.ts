import { seededRandom } from '../../verification/testing/loopedNetwork';
import { minimumDegree } from './minimumDegree';
import { SparseLu } from './sparseLu';

/** A random diagonally dominant matrix with a symmetric pattern. */
function randomMatrix(size: number, couplings: number, symmetric: boolean, seed: number) {
  const random = seededRandom(seed);
  const rows: number[] = [];
  const columns: number[] = [];
  const dense = Array.from({ length: size }, () => new Float64Array(size));
  for (let k = 0; k < couplings; k++) {
    const i = Math.floor(random() * size);
    const j = Math.floor(random() * size);
    if (i === j) continue;
    rows.push(i);
    columns.push(j);
    dense[i]![j] = -random();
    dense[j]![i] = symmetric ? dense[i]![j]! : -random();
  }
  for (let i = 0; i < size; i++)
    dense[i]![i] =
      0.1 + dense[i]!.reduce((sum, x) => sum + Math.abs(x), 0) + dense.reduce((sum, row) => sum + Math.abs(row[i]!), 0);
  const lu = new SparseLu(size, rows, columns);
  for (let i = 0; i < size; i++)
    for (let j = 0; j < size; j++) if (dense[i]![j] !== 0) lu.values[lu.slot(i, j)] = dense[i]![j]!;
  return { lu, dense };
}

describe('Sparse LU', () => {
  it.each([
    [1, 0, true],
    [2, 3, false],
    [40, 70, false],
    [40, 70, true],
    [200, 400, false],
    [200, 400, true],
  ])('solves %i unknowns with %i couplings, symmetric %s', (size, couplings, symmetric) => {
    const { lu, dense } = randomMatrix(size, couplings, symmetric, size + couplings);
    const expected = Float64Array.from({ length: size }, (_, i) => Math.sin(i + 1));
    const rhs = Float64Array.from(dense, (row) => row.reduce((sum, x, j) => sum + x * expected[j]!, 0));
    const solution = new Float64Array(size);
    for (const asSymmetric of symmetric ? [true, false] : [false]) {
      expect(lu.factor(asSymmetric)).toBe(true);
      lu.solve(rhs, solution);
      solution.forEach((x, i) => expect(x).toBeCloseTo(expected[i]!, 10));
    }
  });

  it('names the unknown whose pivot vanishes', () => {
    const lu = new SparseLu(3, [0, 1], [1, 2]);
    lu.values[lu.slot(0, 0)] = 1;
    lu.values[lu.slot(1, 1)] = 1;
    expect(lu.factor()).toBe(false);
    expect(lu.singularUnknown).toBe(2);
  });

  it('orders a path without fill', () => {
    const size = 30;
    const start = Int32Array.from(
      { length: size + 1 },
      (_, i) => Math.min(2 * i, 2 * size) - (i > 0 ? 1 : 0) - (i === size ? 1 : 0),
    );
    const columns: number[] = [];
    for (let i = 0; i < size; i++) {
      if (i > 0) columns.push(i - 1);
      if (i < size - 1) columns.push(i + 1);
    }
    const { later } = minimumDegree(size, start, Int32Array.from(columns));
    expect(later.reduce((sum, row) => sum + row.length, 0)).toBe(size - 1);
  });
});
