import { Anderson } from './anderson';

/** Passes until x and g(x) agree. @returns how many, and where */
function passesOf(g: (x: readonly number[]) => number[], start: readonly number[], memory: number, within = 1e-9) {
  const x = Float64Array.from(start);
  const mixing = new Anderson(x.length, memory);
  for (let passes = 1; passes <= 200; passes++) {
    const found = Float64Array.from(g([...x]));
    if (found.every((v, i) => Math.abs(v - x[i]!) <= within)) return { passes, x: [...x] };
    mixing.next(x, found);
  }
  return { passes: Infinity, x: [...x] };
}

const DOTTIE = 0.739085133215161;

describe('Anderson’s mixing', () => {
  it('finds where a number is its own cosine in few passes (0.739085…, a known constant)', () => {
    const { passes, x } = passesOf(([x]) => [Math.cos(x!)], [1], 3);
    expect(x[0]).toBeCloseTo(DOTTIE, 9);
    expect(passes).toBeLessThanOrEqual(8);
  });

  it('solves linear passes in one more than there are unknowns, also those that run away (Walker & Ni 2011)', () => {
    // x = A x + b with eigenvalues 0.5, −2 and 3: plain passes run away. Its rest by hand: x = (1, 2, −1).
    const rest = [1, 2, -1];
    const rows = [
      [0.5, 0.3, -0.1],
      [0, -2, 0.4],
      [0, 0, 3],
    ];
    const times = (v: readonly number[]) => rows.map((row) => row.reduce((sum, a, i) => sum + a * v[i]!, 0));
    const at = times(rest);
    const g = (x: readonly number[]) => times(x).map((v, i) => v + rest[i]! - at[i]!);
    const { passes, x } = passesOf(g, [0, 0, 0], 3);
    rest.forEach((value, i) => expect(x[i]).toBeCloseTo(value, 8));
    // The rest itself is looked at in one more.
    expect(passes).toBeLessThanOrEqual(5);
    expect(passesOf(g, [0, 0, 0], 1).passes).toBeGreaterThan(5);
  });

  it('forgets what is older than its memory, and differences that say nothing', () => {
    const bent = ([x, y]: readonly number[]) => [0.5 * Math.cos(y!), 0.5 * Math.sin(x!) + 0.3];
    const { passes, x } = passesOf(bent, [0, 0], 2);
    expect(passes).toBeLessThan(12);
    expect(x[0]).toBeCloseTo(0.5 * Math.cos(x[1]!), 9);
    // A second number that follows the first adds a column like the first.
    const twice = passesOf(([a]) => [Math.cos(a!), Math.cos(a!)], [1, 1], 5);
    expect(twice.x).toEqual([expect.closeTo(DOTTIE, 8), expect.closeTo(DOTTIE, 8)]);
  });

  it('stays at a rest', () => {
    const x = Float64Array.of(4, -2);
    const mixing = new Anderson(2, 3);
    for (let i = 0; i < 3; i++) mixing.next(x, Float64Array.of(4, -2));
    expect([...x]).toEqual([4, -2]);
  });

  it('goes on with a problem much like the last by what that taught', () => {
    const slow = (at: number) => (x: number) => at + 0.9 * (x - at);
    const x = Float64Array.of(0);
    const mixing = new Anderson(1, 3);
    for (let i = 0; i < 3; i++) mixing.next(x, Float64Array.of(slow(5)(x[0]!)));
    expect(x[0]).toBeCloseTo(5, 9);
    mixing.goOnElsewhere();
    // A straight line of the same slope: one pass is enough, where a plain one goes a tenth of the way.
    mixing.next(x, Float64Array.of(slow(8)(x[0]!)));
    expect(x[0]).toBeCloseTo(8, 9);
  });
});
