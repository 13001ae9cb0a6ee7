import { LIFT_CORNER, liftInto, smoothstepInto } from './lift';

const out = new Float64Array(2);
const lift = (x: number) => {
  liftInto(out, x);
  return [out[0]!, out[1]!] as const;
};

describe('Lift of a spring-loaded valve', () => {
  const c = 0.02;

  // Closed form: a parabola over ±c about each corner, the straight line between, source: the docstring's own equation.
  it.each([
    [-1, 0, 0],
    [-c, 0, 0],
    [-c / 2, c / 16, 1 / 4],
    [0, c / 4, 1 / 2],
    [c / 2, (9 / 16) * c, 3 / 4],
    [c, c, 1],
    [0.25, 0.25, 1],
    [1 - c, 1 - c, 1],
    [1 - c / 2, 1 - (9 / 16) * c, 3 / 4],
    [1, 1 - c / 4, 1 / 2],
    [1 + c / 2, 1 - c / 16, 1 / 4],
    [1 + c, 1, 0],
    [3, 1, 0],
  ])('at %d of its travel is %d with slope %d', (x, open, slope) => {
    const [l, s] = lift(x);
    expect(l).toBeCloseTo(open, 14);
    expect(s).toBeCloseTo(slope, 12);
  });

  it('has corners a fiftieth of the travel wide to either side', () => {
    expect(LIFT_CORNER).toBe(c);
  });

  it('gives the slope that differences give', () => {
    for (let x = -0.05; x < 1.05; x += 0.00375) {
      const h = 1e-7;
      expect(lift(x)[1]).toBeCloseTo((lift(x + h)[0] - lift(x - h)[0]) / (2 * h), 5);
    }
  });
});

describe('A smooth step', () => {
  // Closed form 3s² − 2s³.
  it.each([
    [1, 0, 0],
    [2, 0, 0],
    [3, 5 / 32, 9 / 32],
    [4, 1 / 2, 3 / 8],
    [5, 27 / 32, 9 / 32],
    [6, 1, 0],
    [9, 1, 0],
  ])('from 2 to 6 at %d is %d with slope %d', (value, step, slope) => {
    smoothstepInto(out, value, 2, 6);
    expect([...out]).toEqual([step, slope]);
  });
});
