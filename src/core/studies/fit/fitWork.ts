import type { Calibration, FittedId, Reading } from '../../document/project/calibration';
import { activeVariant, type Project } from '../../document/project/project';
import { choleskyOf, forwardSolve, type Dense } from '../../foundations/linear/cholesky';
import type { Input } from '../inputs/inputs';
import { singleFaults } from '../inputs/singleFaults';
import { beforeFit, fitGroups, withFactors, type FitGroup } from '../inputs/fitGroups';
import { FitModel, type PlacedReading } from './fitModel';
import {
  fitLeastSquares,
  jacobianOf,
  profileBound,
  WITHIN_95,
  type Fitted,
  type Problem,
} from '../../foundations/leastSquares/leastSquares';
import type { FitRequest, FitResult } from './fitSchema';
import { SURPRISING } from './sayFit';

/**
 * A gauge reads to a share of its figure and to a width of its needle; a sump thermometer to some kelvin.
 * @source engineering judgement
 */
export const GAUGE_SHARE = 0.02;
export const GAUGE_PA = 0.05e5;
const THERMOMETER_K = 3;
/** Correlation from which two are not told apart. */
const ALIKE = 0.8;
/** An interval that kept so much of its prior's width says nothing new. */
const UNTOUCHED = 0.9;
const MOST_EXPLANATIONS = 5;

/** Standard deviation of a reading itself. */
export const deviationOf = (reading: Reading): number =>
  reading.kind === 'pressure' ? Math.hypot(GAUGE_SHARE * reading.pressurePa, GAUGE_PA) : THERMOMETER_K;
const measuredOf = (reading: Reading): number =>
  reading.kind === 'pressure' ? reading.pressurePa : reading.oilTemperatureK;

/** What one figure beside the groups does to each reading, at one standard deviation of it. */
interface Influence {
  readonly other: Input;
  readonly by: readonly number[];
}

/** A figure counts where it moves some reading by this share of what the reading itself is off by. */
const COUNTS = 0.05;

export function influencesOf(
  model: FitModel,
  readings: readonly PlacedReading[],
  logs: readonly number[],
  others: readonly Input[],
): Influence[] {
  const stated = model.predict(readings, logs);
  return others.map((other) => ({
    other,
    by: model
      .predictWith(readings, logs, other, other.plusMinus / WITHIN_95)
      .map((value, i) => (Number.isFinite(value - stated[i]!) ? value - stated[i]! : 0)),
  }));
}

/**
 * What each reading is off by since nobody read the oil's temperature, at one standard deviation of that; 0 where a
 * thermometer was read.
 */
function oilInfluences(model: FitModel, readings: readonly PlacedReading[], logs: readonly number[]): number[] {
  const offK = (r: Reading) => (r.kind === 'pressure' ? (r.oilTemperatureOffK ?? 0) / WITHIN_95 : 0);
  if (readings.every((r) => offK(r) === 0)) return readings.map(() => 0);
  const stated = model.predict(readings, logs);
  const warmer = readings.map((r) => ({ ...r, oilTemperatureK: r.oilTemperatureK + offK(r) }));
  return model.predict(warmer, logs).map((value, i) => (offK(readings[i]!) === 0 ? 0 : value - stated[i]!));
}

/** Covariance of readings that their own noise and the figures beside the groups make together. */
export function covarianceOf(
  readings: readonly Reading[],
  influences: readonly Influence[],
  byOil: readonly number[] = readings.map(() => 0),
): number[][] {
  const covariance = readings.map((reading, i) =>
    readings.map((_, k) => (i === k ? deviationOf(reading) ** 2 + byOil[i]! ** 2 : 0)),
  );
  for (const { by } of influences) by.forEach((a, i) => by.forEach((b, k) => (covariance[i]![k]! += a * b)));
  return covariance;
}

/** Standard deviations of each reading between what a plausible engine gives and what was read. */
function surprises(jacobian: Dense, covariance: Dense, groups: readonly FitGroup[], off: readonly number[]): number[] {
  return off.map((value, i) => {
    const own = groups.reduce((sum, g, j) => sum + (jacobian[i]![j]! * g.prior) ** 2, covariance[i]![i]!);
    return Math.abs(value) / Math.sqrt(own);
  });
}

/** Rounds in which what the other figures may do to the readings is looked at anew where the fit has come to. */
const ROUNDS = 3;

/** Fits the groups, with the readings' covariance as it is at the answer. */
export function fitInRounds(
  model: FitModel,
  readings: readonly PlacedReading[],
  measured: readonly number[],
): { readonly fit: Fitted; readonly noise: Dense; readonly first: Dense } {
  const priors = model.groups.map((g) => g.prior);
  const zero = priors.map(() => 0);
  const influences = influencesOf(model, readings, zero, model.others);
  const first = covarianceOf(readings, influences, oilInfluences(model, readings, zero));
  const counting = influences
    .filter(({ by }) => by.some((value, i) => Math.abs(value) > COUNTS * deviationOf(readings[i]!)))
    .map(({ other }) => other);
  const fitted = (noise: Dense, start: readonly number[]) =>
    fitLeastSquares({ model: (x) => model.predict(readings, x), measured, noise, prior: priors }, start);
  let noise: Dense = choleskyOf(first)!;
  let fit = fitted(noise, zero);
  for (let round = 1; round < ROUNDS && fit.converged; round++) {
    const now = influencesOf(model, readings, fit.x, counting);
    noise = choleskyOf(covarianceOf(readings, now, oilInfluences(model, readings, fit.x))) ?? noise;
    fit = fitted(noise, fit.x);
  }
  return { fit, noise, first };
}

/**
 * Fits an engine's uncertain figures to readings, each with the variant that was on it, from their figures before any
 * earlier fit.
 */
export function fitReadings(given: Project, { readings: asked, with: variants = [] }: FitRequest): FitResult {
  const project = beforeFit(given, variants);
  const readings = asked.map((reading, i): PlacedReading => {
    const variant = variants[i];
    return variant === undefined ? reading : { ...reading, with: variant };
  });
  const groups = fitGroups(project, readings);
  const model = new FitModel(project, groups);
  const measured = readings.map(measuredOf);
  const zero = groups.map(() => 0);
  const before = model.predict(readings, zero);
  const calibration: Calibration = { readings: [...asked] };
  if (groups.length === 0 || !before.every(Number.isFinite)) return notFitted(asked, measured, before, calibration);
  const { fit, noise, first: covariance } = fitInRounds(model, readings, measured);
  const first = jacobianOf((x) => model.predict(readings, x), zero, before);
  const problem = {
    model: (x: readonly number[]) => model.predict(readings, x),
    measured,
    noise,
    prior: groups.map((g) => g.prior),
  };
  const surprise = surprises(
    first,
    covariance,
    groups,
    measured.map((m, i) => m - before[i]!),
  );
  const deviations = groups.map((_, j) => Math.sqrt(fit.covariance[j]![j]!));
  const factors = fit.x.map(Math.exp);
  const { figures } = withFactors(project, groups, factors);
  return {
    converged: fit.converged,
    readings: asked.map((reading, i) => ({
      reading,
      measured: measured[i]!,
      before: before[i]!,
      after: fit.predicted[i]!,
      surprise: surprise[i]!,
    })),
    parameters: groups.map((g, j) => interval(g, j, fit, problem)),
    pairs: pairsOf(groups, fit.covariance),
    untouched: groups.filter((g, j) => deviations[j]! > UNTOUCHED * g.prior).map((g) => g.id),
    explanations: surprise.some((s) => s > SURPRISING) ? explain(project, readings, measured, noise) : [],
    next: nextReading(project, model, fit, readings),
    calibration: {
      ...calibration,
      applied: {
        figures: [...figures],
        factors: groups.map((g, j) => ({ id: g.id, factor: factors[j]!, deviation: deviations[j]!, prior: g.prior })),
        covariance: fit.covariance.map((row) => [...row]),
      },
    },
  };
}

function interval(
  { id, label, prior }: FitGroup,
  j: number,
  fit: Fitted,
  problem: Problem,
): FitResult['parameters'][number] {
  const [low, high] = ([-1, 1] as const).map((side) => profileBound(problem, fit, j, side)) as [number, number];
  return {
    id,
    label,
    factor: Math.exp(fit.x[j]!),
    low: Math.exp(low),
    high: Math.exp(high),
    priorLow: Math.exp(-WITHIN_95 * prior),
    priorHigh: Math.exp(WITHIN_95 * prior),
    narrowed: (high - low) / (2 * WITHIN_95 * prior),
  };
}

function pairsOf(groups: readonly FitGroup[], c: Dense): FitResult['pairs'] {
  return groups.flatMap((a, j) =>
    groups.slice(j + 1).flatMap((b, m) => {
      const k = j + 1 + m;
      const correlation = c[j]![k]! / Math.sqrt(c[j]![j]! * c[k]![k]!);
      return Math.abs(correlation) >= ALIKE ? [{ a: a.id, b: b.id, correlation }] : [];
    }),
  );
}

const notFitted = (
  readings: readonly Reading[],
  measured: readonly number[],
  before: readonly number[],
  calibration: Calibration,
): FitResult => ({
  converged: false,
  readings: readings.map((reading, i) => ({
    reading,
    measured: measured[i]!,
    before: Number.isFinite(before[i]!) ? before[i]! : null,
    after: null,
    surprise: null,
  })),
  parameters: [],
  pairs: [],
  untouched: [],
  explanations: [],
  next: null,
  calibration,
});

/** Single faults with which the circuit gives what was read, the best first. */
function explain(
  project: Project,
  readings: readonly PlacedReading[],
  measured: readonly number[],
  noise: Dense,
): FitResult['explanations'] {
  const variant = activeVariant(project);
  const misfit = (predicted: readonly number[]) =>
    Math.sqrt(
      forwardSolve(
        noise,
        measured.map((m, i) => m - predicted[i]!),
      ).reduce((s, v) => s + v * v, 0) / measured.length,
    );
  const found = singleFaults(variant).flatMap((fault) => {
    const faulty = fault.apply(variant);
    if (!faulty) return [];
    try {
      const model = new FitModel(
        { ...project, variants: project.variants.map((v) => (v.id === faulty.id ? faulty : v)) },
        [],
      );
      const predicted = model.predict(readings, []);
      return predicted.every(Number.isFinite)
        ? [{ fault: fault.id, title: fault.title, misfit: misfit(predicted) }]
        : [];
    } catch {
      // A fault that leaves nothing to compile explains no reading.
      return [];
    }
  });
  const healthy = misfit(new FitModel(project, []).predict(readings, []));
  return found
    .filter((f) => f.misfit < 0.6 * healthy)
    .sort((a, b) => a.misfit - b.misfit)
    .slice(0, MOST_EXPLANATIONS);
}

/** Two readings so near each other are one: what both share is not averaged away. */
const isLike = (a: Reading, b: Reading): boolean =>
  a.kind === 'pressure' &&
  Math.abs(a.speedRevS / b.speedRevS - 1) < 0.15 &&
  Math.abs(a.oilTemperatureK - b.oilTemperatureK) < 12;

const SPEEDS = [0.25, 0.45, 0.7, 0.9];
const TEMPERATURES_C = [30, 60, 90, 110];
const C = 273.15;

/**
 * The reading at the gauge that would narrow all parameters together most.
 * @source D-optimal design: the determinant of the covariance (closed form)
 */
function nextReading(
  project: Project,
  model: FitModel,
  { x, covariance }: Fitted,
  had: readonly Reading[],
): FitResult['next'] {
  const { engine } = project;
  const speeds = [engine.idleSpeedRevS, ...SPEEDS.map((s) => s * engine.maximumSpeedRevS)];
  const candidates: Extract<Reading, { kind: 'pressure' }>[] = speeds.flatMap((speedRevS) =>
    TEMPERATURES_C.map((celsius) => ({ kind: 'pressure', speedRevS, oilTemperatureK: celsius + C, pressurePa: 0 })),
  );
  const expected = model.predict(candidates, x);
  const jacobian = jacobianOf((at) => model.predict(candidates, at), x, expected);
  let best: { gain: number; index: number; reduced: Dense } | undefined;
  candidates.forEach((candidate, index) => {
    const row = jacobian[index]!;
    if (!Number.isFinite(expected[index]!) || !row.every(Number.isFinite) || had.some((r) => isLike(r, candidate)))
      return;
    const c = covariance.map((line) => line.reduce((s, v, k) => s + v * row[k]!, 0));
    const own = row.reduce((s, v, k) => s + v * c[k]!, 0);
    const variance = deviationOf({ ...candidate, pressurePa: Math.max(0, expected[index]!) }) ** 2;
    const gain = own / variance;
    if (best && gain <= best.gain) return;
    best = {
      gain,
      index,
      reduced: covariance.map((line, j) => line.map((v, k) => v - (c[j]! * c[k]!) / (own + variance))),
    };
  });
  if (!best) return null;
  const { index, reduced } = best;
  const ratio = (j: number) => Math.sqrt(reduced[j]![j]! / covariance[j]![j]!);
  const j = model.groups.reduce((most, _, k) => (ratio(k) < ratio(most) ? k : most), 0);
  const { id, prior }: { id: FittedId; prior: number } = model.groups[j]!;
  return {
    speedRevS: candidates[index]!.speedRevS,
    oilTemperatureK: candidates[index]!.oilTemperatureK,
    expectedPa: expected[index]!,
    narrows: id,
    from: Math.sqrt(covariance[j]![j]!) / prior,
    to: Math.sqrt(reduced[j]![j]!) / prior,
  };
}
