import type { z } from 'zod';

/**
 * Every kind of long work, loaded when it is first asked for: the page loads none of it with its first view, a worker
 * only what it does. The command line's table of commands comes from here too.
 */
export const STUDIES = {
  state: () => import('./state/stateStudy').then((m) => m.STATE_STUDY),
  sweep: () => import('./sweep/sweepStudy').then((m) => m.SWEEP_STUDY),
  audit: () => import('./audit/auditStudy').then((m) => m.AUDIT_STUDY),
  warmUp: () => import('./heat/warmUpStudy').then((m) => m.WARM_UP_STUDY),
  trace: () => import('./heat/traceStudy').then((m) => m.TRACE_STUDY),
  curves: () => import('./heat/curveStudy').then((m) => m.CURVE_STUDY),
  map: () => import('./heat/mapStudy').then((m) => m.MAP_STUDY),
  compare: () => import('./compare/compareStudy').then((m) => m.COMPARE_STUDY),
  faults: () => import('./faults/faultStudy').then((m) => m.FAULT_STUDY),
  partSizes: () => import('./sizing/partSizeStudy').then((m) => m.PART_SIZE_STUDY),
  size: () => import('./sizing/sizingStudy').then((m) => m.SIZING_STUDY),
  envelope: () => import('./envelope/envelopeStudy').then((m) => m.ENVELOPE_STUDY),
  sensitivity: () => import('./sensitivity/sensitivityStudy').then((m) => m.SENSITIVITY_STUDY),
  guesses: () => import('./sensitivity/guessStudy').then((m) => m.GUESS_STUDY),
  fit: () => import('./fit/fitStudy').then((m) => m.FIT_STUDY),
  spread: () => import('./spread/spreadStudy').then((m) => m.SPREAD_STUDY),
  filling: () => import('./filling/fillingStudy').then((m) => m.FILLING_STUDY),
  causes: () => import('./causes/causeStudy').then((m) => m.CAUSE_STUDY),
  expected: () => import('./causes/expectedStudy').then((m) => m.EXPECTED_STUDY),
  accumulator: () => import('./accumulator/accumulatorStudy').then((m) => m.ACCUMULATOR_STUDY),
  cleanliness: () => import('./cleanliness/cleanlinessStudy').then((m) => m.CLEANLINESS_STUDY),
};

export type StudyName = keyof typeof STUDIES;
type Kind<N extends StudyName> = Awaited<ReturnType<(typeof STUDIES)[N]>>;
export type QuestionOf<N extends StudyName> = z.output<Kind<N>['requestSchema']>;
export type AnswerOf<N extends StudyName> = z.output<Kind<N>['answerSchema']>;
