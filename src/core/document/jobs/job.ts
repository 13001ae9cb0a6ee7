import type { Quantity } from '../../foundations/units';
import type { Circuit, Engine } from '../project/project';
import type { JobWork } from './jobWork';

/** What a job is planned on. */
export interface JobSite {
  readonly circuit: Circuit;
  readonly engine: Engine;
  /** Ids that other variants of the project have: no new part gets one of them. */
  readonly taken?: ReadonlySet<string>;
}

/** What was answered to a job's questions; what is absent stands at its usual answer. */
export type JobAnswers = Readonly<Record<string, number | string | undefined>>;

interface Asked {
  readonly id: string;
  readonly title: string;
  readonly help?: string;
}

/** A figure that a job asks for, in SI. */
export interface JobFigure extends Asked {
  readonly kind: 'figure';
  readonly quantity: Quantity;
  readonly allowed: readonly [number, number];
  readonly usual: (site: JobSite, choice: (id: string) => string) => number;
}

/** A choice that a job asks for. */
export interface JobChoice extends Asked {
  readonly kind: 'choice';
  readonly options: readonly { readonly value: string; readonly label: string }[];
  readonly usual: (site: JobSite) => string;
}
export type JobQuestion = JobFigure | JobChoice;

/** A whole piece of work that has a name in the trade: a group of changes, sized for the engine. */
export interface Job {
  readonly id: string;
  readonly label: string;
  /** What is done, in a sentence. */
  readonly note: string;
  /** Other names for it, by which it is found. */
  readonly words: string;
  /** What a builder should know before choosing it. */
  readonly mind?: string;
  readonly questions: readonly JobQuestion[];
  /** Makes its changes one by one. @throws MoveRefused with the reason where it does not fit */
  readonly make: (work: JobWork) => void;
}

const LEAST_HOSE_M = 0.02;
const MOST_HOSE_M = 12;

/** The question for a hose's length. @param usualM where nothing is answered */
export const hoseQuestion = (usualM: number, title = 'Length of each hose', id = 'hoseM'): JobFigure => ({
  kind: 'figure',
  id,
  title,
  quantity: 'length',
  allowed: [LEAST_HOSE_M, MOST_HOSE_M],
  usual: () => usualM,
});
