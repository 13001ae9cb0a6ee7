/**
 * How a solve ended. Only `converged` is an answer. `cavitates`: the laws balance, but at a pressure where oil is no
 * longer a liquid alone, so that they do not hold.
 */
export const SOLVE_STATUSES = ['converged', 'cavitates', 'stalled', 'iterationLimit', 'singular'] as const;
export type SolveStatus = (typeof SOLVE_STATUSES)[number];

/** Limits that a converged state keeps. @source engineering judgement: far below what any gauge shows */
export const IMBALANCE_SHARE = 1e-9;
export const LEAST_FLOW_SCALE_M3S = 1e-6;
export const LAW_ERROR_PA = 1;
export const ITERATION_LIMIT = 200;
/**
 * A pump draws its inlet down to the limit itself, and its filling rounds that corner off by a fiftieth of its range of
 * 45 kPa.
 */
export const CAVITATION_MARGIN_PA = 1e3;

/** Convergence figures of the present iterate. */
export interface Convergence {
  worstImbalanceM3S: number;
  /** Node index, or −1. */
  worstNode: number;
  worstLawErrorPa: number;
  /** Element index, or −1. */
  worstElement: number;
  /** What the imbalance is measured against: max(pump flow, 1e-6 m³/s), or the largest flow where there is no pump. */
  flowScaleM3S: number;
}

/** True when every node balances within 1e-9 of the flow scale and every law holds within 1 Pa. */
export function hasConverged(c: Convergence): boolean {
  return c.worstImbalanceM3S <= IMBALANCE_SHARE * c.flowScaleM3S && c.worstLawErrorPa <= LAW_ERROR_PA;
}

/** Outcome of one solve: the figures stay in the solver's workspace until the next. */
export interface SolveOutcome extends Readonly<Convergence> {
  readonly status: SolveStatus;
  readonly iterations: number;
  readonly evaluations: number;
  /**
   * Node whose pivot vanished when the status is `singular`, or whose oil boils when it is `cavitates`; −1 otherwise.
   */
  readonly failingNode: number;
  /** Named where the usual way failed and another one led to the answer. */
  readonly fallback?: 'fromWarm';
}

/** The laws may have an answer that this way did not reach. */
export const isStuck = ({ status }: SolveOutcome): boolean => status === 'stalled' || status === 'iterationLimit';

/** A later try's outcome, with the work of those before it counted. @param relaxed steps of relaxation between them */
export const after = (before: SolveOutcome, outcome: SolveOutcome, relaxed = 0): SolveOutcome => ({
  ...outcome,
  iterations: before.iterations + relaxed + outcome.iterations,
  evaluations: before.evaluations + relaxed + outcome.evaluations,
});
