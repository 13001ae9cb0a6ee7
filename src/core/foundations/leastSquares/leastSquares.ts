import { choleskyInverse, choleskyOf, choleskySolve, forwardSolve, type Dense } from '../linear/cholesky';

/** Step of a forward difference, in the logarithm of a factor. */
const STEP = 1e-3;
const MOST_ITERATIONS = 80;
/**
 * A search that is not at rest by then follows the edge of something that opens, where each side has slopes of its own:
 * from there on slopes are taken across it, by so much either way.
 */
const SOON = 15;
const ACROSS = 0.03;
/** A cost that falls by less than this in so many steps is as low as readings can tell: it is in squared deviations. */
const LEAST_FALL = 1e-3;
const FALL_OVER = 6;
/** The largest move of a logarithm that counts as rest; along a profile less works. */
const AT_REST = 1e-6;
const AT_REST_IN_PROFILE = 1e-3;
const FIRST_DAMPING = 1e-3;
const MOST_DAMPING = 1e8;

export interface Fitted {
  readonly converged: boolean;
  readonly x: readonly number[];
  readonly predicted: readonly number[];
  /** What was minimised. */
  readonly cost: number;
  /** Covariance of x after the readings. */
  readonly covariance: Dense;
  readonly jacobian: Dense;
}

/** Forward differences of a model, one column a parameter. */
export function jacobianOf(
  model: (x: readonly number[]) => number[],
  x: readonly number[],
  at: readonly number[],
): number[][] {
  const columns = x.map((_, j) => model(x.map((v, k) => (k === j ? v + STEP : v))));
  return at.map((value, i) => columns.map((column) => (column[i]! - value) / STEP));
}

/** Differences across a point, as wide as an edge is to be looked over. */
function jacobianAcross(
  model: (x: readonly number[]) => number[],
  x: readonly number[],
  at: readonly number[],
): number[][] {
  const columns = x.map((_, j) =>
    ([1, -1] as const).map((side) => model(x.map((v, k) => (k === j ? v + side * ACROSS : v)))),
  );
  return at.map((_, i) => columns.map(([ahead, behind]) => (ahead![i]! - behind![i]!) / (2 * ACROSS)));
}

/** Everything that a fit was made from. */
export interface Problem {
  readonly model: (x: readonly number[]) => number[];
  readonly measured: readonly number[];
  readonly noise: Dense;
  readonly prior: readonly number[];
}

/**
 * Weighted least squares with normal priors around 0: minimises rᵀΣ⁻¹r + Σ(x/σ)², r = measured − model(x).
 *
 * @param noise Cholesky factor of Σ, the covariance of the readings @param prior standard deviation of each x, > 0
 * @source Levenberg (1944) and Marquardt (1963), damped Gauss–Newton (from memory); the covariance is that of the
 *   linearised posterior
 */
export function fitLeastSquares(
  { model, measured, noise, prior }: Problem,
  start: readonly number[] = prior.map(() => 0),
  within = AT_REST,
): Fitted {
  let x = [...start];
  let predicted = model(x);
  const costOf = (p: readonly number[], at: readonly number[]) => {
    const w = forwardSolve(
      noise,
      measured.map((m, i) => m - p[i]!),
    );
    return w.reduce((s, v) => s + v * v, 0) + at.reduce((s, v, j) => s + (v / prior[j]!) ** 2, 0);
  };
  let cost = costOf(predicted, x);
  const costs: number[] = [];
  let damping = FIRST_DAMPING;
  let converged = false;
  let normal: number[][] = [];
  let jacobian: number[][] = [];
  for (let iteration = 0; iteration < MOST_ITERATIONS && !converged; iteration++) {
    jacobian = iteration < SOON ? jacobianOf(model, x, predicted) : jacobianAcross(model, x, predicted);
    costs.push(cost);
    const white = x.map((_, j) =>
      forwardSolve(
        noise,
        jacobian.map((row) => row[j]!),
      ),
    );
    const residual = forwardSolve(
      noise,
      measured.map((m, i) => m - predicted[i]!),
    );
    const dot = (a: readonly number[], b: readonly number[]) => a.reduce((s, v, i) => s + v * b[i]!, 0);
    normal = white.map((a, j) => white.map((b, k) => dot(a, b) + (j === k ? prior[j]! ** -2 : 0)));
    const gradient = white.map((a, j) => dot(a, residual) - x[j]! / prior[j]! ** 2);
    for (;;) {
      const damped = normal.map((row, j) => row.map((v, k) => (j === k ? v * (1 + damping) : v)));
      const l = choleskyOf(damped);
      if (!l) return failed(x, predicted, cost, prior, jacobian);
      const step = choleskySolve(l, gradient);
      const trial = x.map((v, j) => v + step[j]!);
      const there = model(trial);
      const costThere = there.every(Number.isFinite) ? costOf(there, trial) : Infinity;
      const longest = Math.max(...step.map(Math.abs));
      if (costThere <= cost) {
        [x, predicted, cost] = [trial, there, costThere];
        damping = Math.max(1e-9, damping / 10);
        converged = longest < within || (iteration >= SOON + FALL_OVER && costs.at(-FALL_OVER)! - cost < LEAST_FALL);
        break;
      }
      // At the bottom no step lessens the cost any more: rounding decides.
      if (longest < within) {
        converged = true;
        break;
      }
      damping *= 10;
      if (damping > MOST_DAMPING) return failed(x, predicted, cost, prior, jacobian);
    }
  }
  const l = choleskyOf(normal);
  return l
    ? { converged, x, predicted, cost, covariance: choleskyInverse(l), jacobian }
    : failed(x, predicted, cost, prior, jacobian);
}

const failed = (
  x: readonly number[],
  predicted: readonly number[],
  cost: number,
  prior: readonly number[],
  jacobian: Dense,
): Fitted => ({
  converged: false,
  x,
  predicted,
  cost,
  covariance: prior.map((p, j) => prior.map((_, k) => (j === k ? p * p : 0))),
  jacobian,
});

/** 95 in 100 of a normal distribution lie within so many standard deviations. */
export const WITHIN_95 = 1.959964;
/** A bound is found to this share of a standard deviation, in so many looks. */
const BOUND_WITHIN = 0.05;
const MOST_LOOKS = 6;
/** One look goes no farther than this many times the last. */
const FARTHEST = 2.5;

/**
 * Standard deviations by which one parameter's value is worse than the best, the others fitted anew beside it: the
 * signed root of the rise in cost.
 * @param from where the others start
 * @source profile likelihood (closed form for linear models)
 */
export function profileAt(
  { model, measured, noise, prior }: Problem,
  best: Fitted,
  j: number,
  value: number,
  from: readonly number[] = best.x,
): { readonly deviations: number; readonly x: readonly number[] } {
  const whole = (others: readonly number[]) => [...others.slice(0, j), value, ...others.slice(j)];
  const without = (all: readonly number[]) => all.filter((_, k) => k !== j);
  const others =
    prior.length === 1
      ? { cost: fixedCost(model(whole([])), measured, noise), x: [] }
      : fitLeastSquares(
          { model: (o) => model(whole(o)), measured, noise, prior: without(prior) },
          without(from),
          AT_REST_IN_PROFILE,
        );
  const rise = Math.max(0, others.cost + (value / prior[j]!) ** 2 - best.cost);
  return { deviations: Math.sign(value - best.x[j]!) * Math.sqrt(rise), x: whole(others.x) };
}

const fixedCost = (predicted: readonly number[], measured: readonly number[], noise: Dense) =>
  forwardSolve(
    noise,
    measured.map((m, i) => m - predicted[i]!),
  ).reduce((s, v) => s + v * v, 0);

/** One end of a parameter's 95 % interval, where its profile is as much worse. @param side −1 or 1 */
export function profileBound(problem: Problem, best: Fitted, j: number, side: -1 | 1): number {
  const deviation = Math.sqrt(best.covariance[j]![j]!);
  let [at, from] = [best.x[j]! + side * WITHIN_95 * deviation, best.x];
  let reach = WITHIN_95 * deviation;
  for (let look = 0; look < MOST_LOOKS; look++) {
    const { deviations, x } = profileAt(problem, best, j, at, from);
    const is = Math.abs(deviations);
    if (!Number.isFinite(is) || Math.abs(is - WITHIN_95) < BOUND_WITHIN) break;
    reach *= Math.min(FARTHEST, Math.max(1 / FARTHEST, WITHIN_95 / Math.max(is, 1e-6)));
    [at, from] = [best.x[j]! + side * reach, x];
  }
  return at;
}
