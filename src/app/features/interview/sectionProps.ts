import type { Answers, FullAnswers } from '../../../core/document/archetypes/answers';

export type Change = (change: Partial<Answers>) => void;
export interface SectionProps {
  readonly answers: Answers;
  /** With every default put in: what an unanswered question stands at. */
  readonly full: FullAnswers;
  readonly set: Change;
}
