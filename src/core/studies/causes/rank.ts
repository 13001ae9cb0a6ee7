import { choleskyOf, choleskySolve, forwardSolve, type Dense } from '../../foundations/linear/cholesky';
import { WITHIN_95 } from '../../foundations/leastSquares/leastSquares';
import type { Case, Cause, ExplainTable } from './causeTable';
import type { HandCheck } from './hypothesis';

/** What was read at a look. */
export interface Read {
  /** Index of the look. */
  readonly look: number;
  readonly pressurePa: number;
}

/** What was answered by hand: yes or no. */
export interface Answer {
  readonly check: string;
  readonly yes: boolean;
}

export interface Ranked {
  readonly cause: Cause;
  readonly probability: number;
  /** Degree that fits best. */
  readonly words: string;
  readonly best: Case;
  /** How far its best degree is from the readings: root mean square, in standard deviations. */
  readonly misfit: number;
}

/** The next thing to do, and what it would tell. */
export type NextCheck =
  | {
      readonly kind: 'hand';
      readonly check: HandCheck;
      readonly tells: readonly [string, string];
      readonly minutes: number;
    }
  | {
      readonly kind: 'look';
      readonly look: number;
      /** What the two would show [Pa]. */
      readonly expectedPa: readonly [number, number];
      readonly tells: readonly [string, string];
      readonly minutes: number;
      /** Standard deviations between them. */
      readonly power: number;
    };

/** A gauge reads to a share of its figure and to a width of its needle. @source engineering judgement */
const GAUGE_SHARE = 0.02;
const GAUGE_PA = 0.05e5;
/** A look by hand tells the truth so often. @source engineering judgement */
export const HAND_RELIABILITY = 0.95;
/**
 * A cause further from the readings than this, root mean square, does not explain them: about one in a thousand for one
 * reading.
 */
export const UNEXPLAINED_MISFIT = 3.3;
/** A look that tells two apart by less does not settle it. */
const LEAST_POWER = 2.5;
/** Chances below which a cause is not worth telling apart. */
const LEAST_CHANCE = 0.01;

const gaugeVariance = (pressurePa: number): number => (GAUGE_SHARE * pressurePa) ** 2 + GAUGE_PA ** 2;

/** Logarithm of the density of readings under a case, without what all cases share. */
function logLikelihood(off: readonly number[], l: Dense): { readonly log: number; readonly misfit: number } {
  const z = forwardSolve(l, off);
  const chi2 = z.reduce((sum, v) => sum + v * v, 0);
  const logDet = l.reduce((sum, row, i) => sum + Math.log(row[i]!), 0);
  return { log: -0.5 * chi2 - logDet, misfit: Math.sqrt(chi2 / Math.max(1, off.length)) };
}

/**
 * Causes by their probability, given readings and answers.
 *
 * Posterior ∝ prior · mean over degrees of N(read − shown; Σ) · Π answers. Σ: the gauge's own variance and the scatter
 * of the uncertain figures. Answers: 0.95 for the cause that a look by hand is about, 0.05 otherwise.
 *
 * Where nobody entered the gauge while the engine was healthy, a reading that healthy engines of its kind show names no
 * fault: healthy is then at least as likely as any cause.
 *
 * @source Bayes' rule; priors and reliability by engineering judgement
 */
export function rankCauses(
  table: ExplainTable,
  reads: readonly Read[],
  answers: readonly Answer[] = [],
): readonly Ranked[] {
  const covariance = reads.map((a, i) =>
    reads.map(
      (b, k) =>
        table.scatter[a.look]![b.look]! +
        (i === k ? gaugeVariance(Math.max(a.pressurePa, table.causes[0]!.cases[0]!.pressurePa[a.look]!)) : 0),
    ),
  );
  const l = choleskyOf(covariance);
  if (!l) throw new Error('a covariance with a gauge’s own variance is positive');
  const scored = table.causes.map((cause) => {
    const cases = cause.cases.map((c) => ({
      case: c,
      ...logLikelihood(
        reads.map((r) => r.pressurePa - c.pressurePa[r.look]!),
        l,
      ),
    }));
    const best = cases.reduce((a, b) => (b.log > a.log ? b : a));
    const mean = best.log + Math.log(cases.reduce((sum, c) => sum + Math.exp(c.log - best.log), 0) / cases.length);
    const byHand = answers.reduce((sum, a) => {
      const isIt = cause.check?.id === a.check;
      return sum + Math.log(isIt === a.yes ? HAND_RELIABILITY : 1 - HAND_RELIABILITY);
    }, 0);
    return {
      cause,
      words: best.case.words,
      best: best.case,
      misfit: best.misfit,
      log: Math.log(cause.prior) + mean + byHand,
    };
  });
  const healthy = scored.find((s) => s.cause.id === 'healthy');
  if (healthy && isUsual(table, reads)) healthy.log = Math.max(...scored.map((s) => s.log));
  const top = Math.max(...scored.map((s) => s.log));
  const sum = scored.reduce((s, c) => s + Math.exp(c.log - top), 0);
  return scored
    .map(({ cause, words, best, misfit, log }) => ({
      cause,
      words,
      best,
      misfit,
      probability: Math.exp(log - top) / sum,
    }))
    .sort(
      (a, b) => b.probability - a.probability || Number(b.cause.id === 'healthy') - Number(a.cause.id === 'healthy'),
    );
}

/** True where every reading is one that the kind shows when healthy, and no gauge of the engine itself is known. */
export const isUsual = ({ usualPa, isFitted }: ExplainTable, reads: readonly Read[]): boolean =>
  !isFitted &&
  reads.every(({ look, pressurePa }) => {
    const usual = usualPa[look];
    return usual !== undefined && pressurePa >= usual[0] && pressurePa <= usual[1];
  });

/**
 * Causes whose readings a gauge cannot tell from the first's: their best degrees show the same within its error, 95 in 100. They
 * are one answer, named together.
 */
export function alikeWith(first: Ranked, ranked: readonly Ranked[], reads: readonly Read[]): readonly Ranked[] {
  return ranked.filter(
    (other) =>
      other !== first &&
      reads.every(({ look }) => {
        const [a, b] = [first.best.pressurePa[look]!, other.best.pressurePa[look]!];
        return Math.abs(a - b) < WITHIN_95 * Math.sqrt(gaugeVariance(Math.max(a, b)));
      }),
  );
}

/** True where no cause, nor a healthy engine, shows what was read. */
export function isUnexplained(ranked: readonly Ranked[]): boolean {
  return Math.min(...ranked.map((r) => r.misfit)) > UNEXPLAINED_MISFIT;
}

/**
 * The cheapest check that tells the two likeliest apart: a look by hand at one of them, another state, or a second
 * gauge.
 * @returns undefined where the second is not worth telling apart
 */
export function nextCheck(
  table: ExplainTable,
  ranked: readonly Ranked[],
  reads: readonly Read[],
  answers: readonly Answer[] = [],
): NextCheck | undefined {
  const [first, second] = ranked;
  if (!first || !second || second.probability < LEAST_CHANCE) return undefined;
  const done = new Set(answers.map((a) => a.check));
  const tells = [first.cause.title, second.cause.title] as const;
  const byHand = [first.cause.check, second.cause.check].flatMap((check): NextCheck[] =>
    check && !done.has(check.id) ? [{ kind: 'hand', check, tells, minutes: check.minutes }] : [],
  );
  const looks = table.looks.flatMap((look, index): NextCheck[] => {
    if (reads.some((r) => r.look === index)) return [];
    const expectedPa = [first, second].map((r) => conditional(table, r, reads, index)) as [number, number];
    const variance = conditionalVariance(table, reads, index) + gaugeVariance(Math.max(...expectedPa));
    const power = Math.abs(expectedPa[0] - expectedPa[1]) / Math.sqrt(variance);
    return power >= LEAST_POWER ? [{ kind: 'look', look: index, expectedPa, tells, minutes: look.minutes, power }] : [];
  });
  return [...byHand, ...looks].sort((a, b) => a.minutes - b.minutes || powerOf(b) - powerOf(a))[0];
}

const powerOf = (check: NextCheck): number => (check.kind === 'look' ? check.power : 0);

/** What a cause would show at a look, given what was read [Pa]. */
function conditional(table: ExplainTable, { best: c }: Ranked, reads: readonly Read[], look: number): number {
  const off = reads.map((r) => r.pressurePa - c.pressurePa[r.look]!);
  return Math.max(0, c.pressurePa[look]! + weights(table, reads, look).reduce((sum, w, i) => sum + w * off[i]!, 0));
}

function conditionalVariance(table: ExplainTable, reads: readonly Read[], look: number): number {
  const w = weights(table, reads, look);
  return Math.max(
    0,
    table.scatter[look]![look]! - reads.reduce((sum, r, i) => sum + w[i]! * table.scatter[look]![r.look]!, 0),
  );
}

/** Σ₁₂ Σ₂₂⁻¹ of one look on those that were read. */
function weights(table: ExplainTable, reads: readonly Read[], look: number): readonly number[] {
  const covariance = reads.map((a, i) =>
    reads.map((b, k) => table.scatter[a.look]![b.look]! + (i === k ? gaugeVariance(a.pressurePa) : 0)),
  );
  const l = choleskyOf(covariance);
  return l
    ? choleskySolve(
        l,
        reads.map((r) => table.scatter[look]![r.look]!),
      )
    : reads.map(() => 0);
}
