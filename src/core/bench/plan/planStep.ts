import type { OwnStep, PlanPhase, StepNote } from '../../document/project/bench';
import type { ActFigure } from '../partWork';
import type { ChangeOp } from './circuitChange';
import type { Fact } from './facts';

/** One step of a job. */
export interface PlanStep {
  readonly id: string;
  readonly phase: PlanPhase;
  /** With `{name}` where a figure stands; `sayStep` puts it in. */
  readonly text: string;
  readonly figures: Readonly<Record<string, ActFigure>>;
  /** What of the circuit it changes. */
  readonly changes: readonly ChangeOp[];
  /** Steps that come before it. */
  readonly after: readonly string[];
  /** What must be true before it, in words: why it stands where it does. */
  readonly because: readonly string[];
  readonly caution: string | undefined;
  readonly plannedMin: number;
  readonly own: OwnStep | undefined;
  readonly note: StepNote;
}

/** Minutes that a step usually takes one practised person. @source engineering judgement */
export const MINUTES = {
  baseline: 10,
  mockUp: 10,
  measure: 5,
  order: 10,
  makeHose: 15,
  flush: 4,
  dryFit: 10,
  warm: 10,
  support: 10,
  drain: 10,
  pan: 25,
  bung: 30,
  access: 15,
  takeOff: 10,
  clean: 5,
  fit: 15,
  lay: 8,
  join: 3,
  tighten: 2,
  set: 10,
  coolant: 15,
  small: 5,
  finish: 10,
  firstStart: 20,
} as const;

/** A step before what a person noted is put to it. */
export type Draft = Pick<PlanStep, 'id' | 'phase' | 'text' | 'plannedMin'> &
  Partial<Pick<PlanStep, 'figures' | 'changes' | 'caution'>> & {
    /** What must be true before it. */
    readonly needs: readonly Fact[];
    /** What it makes true. */
    readonly makes: readonly Fact[];
  };
