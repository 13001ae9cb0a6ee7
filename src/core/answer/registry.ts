import type { z } from 'zod';

/**
 * Every kind of long work, loaded when it is first asked for: the page loads none of it with its first view, a worker
 * only what it does. The command line's table of commands comes from here too.
 */
export const STUDIES = {
  state: () => import('../studies/state/stateStudy').then((m) => m.STATE_STUDY),
  sweep: () => import('../studies/sweep/sweepStudy').then((m) => m.SWEEP_STUDY),
  check: () => import('../studies/check/checkStudy').then((m) => m.CHECK_STUDY),
  warmUp: () => import('../studies/heat/warmUpStudy').then((m) => m.WARM_UP_STUDY),
  trace: () => import('../studies/heat/traceStudy').then((m) => m.TRACE_STUDY),
  curves: () => import('../studies/heat/curveStudy').then((m) => m.CURVE_STUDY),
  map: () => import('../studies/heat/mapStudy').then((m) => m.MAP_STUDY),
  compare: () => import('../studies/compare/compareStudy').then((m) => m.COMPARE_STUDY),
  faults: () => import('../studies/faults/faultStudy').then((m) => m.FAULT_STUDY),
  partSizes: () => import('../studies/sizing/partSizeStudy').then((m) => m.PART_SIZE_STUDY),
  size: () => import('../studies/sizing/sizingStudy').then((m) => m.SIZING_STUDY),
  envelope: () => import('../studies/envelope/envelopeStudy').then((m) => m.ENVELOPE_STUDY),
  sensitivity: () => import('../studies/sensitivity/sensitivityStudy').then((m) => m.SENSITIVITY_STUDY),
  guesses: () => import('../studies/sensitivity/guessStudy').then((m) => m.GUESS_STUDY),
  fit: () => import('../studies/fit/fitStudy').then((m) => m.FIT_STUDY),
  spread: () => import('../studies/spread/spreadStudy').then((m) => m.SPREAD_STUDY),
  filling: () => import('../studies/filling/fillingStudy').then((m) => m.FILLING_STUDY),
  causes: () => import('../studies/causes/causeStudy').then((m) => m.CAUSE_STUDY),
  expected: () => import('../studies/causes/expectedStudy').then((m) => m.EXPECTED_STUDY),
  accumulator: () => import('../studies/accumulator/accumulatorStudy').then((m) => m.ACCUMULATOR_STUDY),
  effects: () => import('./effectStudy').then((m) => m.EFFECT_STUDY),
  fix: () => import('./fix/fixStudy').then((m) => m.FIX_STUDY),
  cleanliness: () => import('../studies/cleanliness/cleanlinessStudy').then((m) => m.CLEANLINESS_STUDY),
};

export type StudyName = keyof typeof STUDIES;
type Kind<N extends StudyName> = Awaited<ReturnType<(typeof STUDIES)[N]>>;
export type QuestionOf<N extends StudyName> = z.output<Kind<N>['requestSchema']>;
export type AnswerOf<N extends StudyName> = z.output<Kind<N>['answerSchema']>;
