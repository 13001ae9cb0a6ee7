/**
 * Every test by which a search for the balance ends, in one place: when temperatures are at rest, when a sump is in
 * balance, when two looks bracket a jump or a hunt, and when an outlet held by hand is near enough. Limits are in
 * kelvin or as a share of the heat in.
 *
 * @source engineering judgement; held against searches by plain passes
 */

/** Temperatures at rest, and the finest rest that a step is decided at [K]. */
export const AT_REST_K = 1e-4;
export const FINEST_REST_K = 2e-6;
/** Rest that a step asks for, as a share of the step. */
const REST_SHARE = 0.02;
/** Balanced: what the sump still gains, as a share of the heat in. */
export const RESIDUAL_SHARE = 1e-7;
/** A sump that a held outlet leaves out of balance by this share of the heat in is not found. */
const HELD_SHARE = 1e-6;
/** Residual, as a share of the heat in, below which its sign is no better than the rest it was taken at. */
const NEAR_SHARE = 2e-5;
/**
 * Share of the heat in that is left on both sides of a jump, and a bracket so narrow that this is a jump and no slope
 * [K].
 */
const JUMP_SHARE = 0.02;
const JUMP_K = 0.05;
/** A bracket this narrow holds nothing more [K]. */
const CLOSED_K = 2e-6;
/** Last gain and last loss this near each other, with no rest between, are a hunt [K]. */
const HUNTS_WITHIN_K = 1.5;
/** A bracket this narrow while an outlet is held, with much heat left: the hoses behind it plug in turn [K]. */
const PLUGS_WITHIN_K = 0.02;
/** A sign counts where the residual is so many times what temperatures may still move it by. */
const SURE_OF_SIGN = 10;
/** A sump nearly in balance tells enough where it is off by less than this share of what its outlet is. */
const NEAR_ENOUGH = 1e-3;
/** Ratios of one pass's change to the last's between which passes creep, and how alike two must be. */
const CREEPS_FROM = 0.3;
const CREEPS_TO = 0.97;
const CREEPS_ALIKE = 0.1;
/**
 * With oil hotter than this anywhere there is no balance [K].
 * @source mineral and synthetic oils boil and crack below 400 °C (handbook value)
 */
export const NO_OIL_ABOVE_K = 673.15;
/** Two balances this near are one [K]. */
const SAME_K = 0.5;

/** How passes at one held sump ended. */
export type RestStatus = 'atRest' | 'outOfPasses' | 'notSolved';

/**
 * How a search for the balance ended. `hunting`: heat in exceeds heat out just below a temperature and falls short just
 * above it, and no steady state was found between: a core that plugs with cold oil and frees itself in turn may hold
 * the sump there. `placeTooHot`: heat in and out are equal, but at some part the oil would be hotter than any oil is.
 */
export type BalanceStatus = 'balanced' | 'hunting' | 'tooHot' | 'tooCold' | 'placeTooHot' | 'notSolved';

/** True where a sump temperature was found. */
export const isFound = (status: BalanceStatus): boolean => status === 'balanced' || status === 'hunting';

/** Rest that temperatures must come to before they decide a step [K]. */
export const restForStepK = (stepK: number): number => Math.max(FINEST_REST_K, REST_SHARE * Math.abs(stepK));

/** Passes creep up on their rest by a constant ratio of change to change. */
export const creeps = (ratio: number, ratioBefore: number): boolean =>
  ratio > CREEPS_FROM && ratio < CREEPS_TO && Math.abs(ratio - ratioBefore) < CREEPS_ALIKE;

export const sumpIsBalanced = (residualW: number, heatInW: number): boolean =>
  Math.abs(residualW) <= RESIDUAL_SHARE * heatInW;

export const isBalanced = (residualW: number, changeK: number, heatInW: number): boolean =>
  sumpIsBalanced(residualW, heatInW) && changeK <= AT_REST_K;

/** So near the answer the residual's sign does not move a bracket. */
export const isTooNearForSign = (residualW: number, heatInW: number): boolean =>
  Math.abs(residualW) < NEAR_SHARE * heatInW;

/** The residual is more than what temperatures still on the move may change it by. @param slopeWK of the residual */
export const isSureOfSign = (residualW: number, slopeWK: number, changeK: number): boolean =>
  Math.abs(residualW) > SURE_OF_SIGN * slopeWK * changeK;

/** Much heat in just below, much heat out just above, both at rest: no sump temperature between leaves it at rest. */
export const isJump = (widthK: number, lowShare: number, highShare: number): boolean =>
  widthK < JUMP_K && lowShare > JUMP_SHARE && highShare > JUMP_SHARE;

export const isClosed = (widthK: number): boolean => widthK < CLOSED_K;

/** Steps ran out while gain and loss stood close together. */
export const isHunt = (gainsAtK: number | undefined, losesAtK: number | undefined): boolean =>
  gainsAtK !== undefined && losesAtK !== undefined && Math.abs(gainsAtK - losesAtK) < HUNTS_WITHIN_K;

/** So cold an outlet is held that the hoses behind it plug in turn: the rest lies higher. */
export const plugsBehind = (widthK: number, residualW: number, heatInW: number): boolean =>
  widthK < PLUGS_WITHIN_K && Math.abs(residualW) > JUMP_SHARE * heatInW;

/**
 * Far from the solution a sump that is only nearly in balance is good enough.
 * @param offK how far the two are apart [K]
 */
export const tellsEnough = (residualW: number, slopeWK: number, changeK: number, offK: number): boolean =>
  Math.abs(residualW) <= NEAR_ENOUGH * slopeWK * Math.abs(offK) && changeK <= NEAR_ENOUGH * Math.abs(offK);

/** Let go, a held outlet stays where it was. */
export const staysWhenLetGo = (residualW: number, changeK: number, heatInW: number): boolean =>
  changeK <= AT_REST_K && Math.abs(residualW) <= HELD_SHARE * heatInW;

/** The search from the hot side found what the search from the cold side did. */
export const isSameBalance = (coldK: number, hotK: number): boolean => Math.abs(coldK - hotK) < SAME_K;
