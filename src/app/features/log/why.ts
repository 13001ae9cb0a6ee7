import { create } from 'zustand';
import type { ExplainRequest } from '../../../core/studies/causes/causeSchema';
import { engineKey, useOpenEngine } from '../../state/engine';

type Answers = ExplainRequest['answers'];

/** Answers to checks, by the engine that they are about: those of one are never of another. */
const useAnswersBy = create<{ readonly by: Readonly<Record<string, Answers>> }>()(() => ({ by: {} }));
const NONE: Answers = [];

/**
 * Answers to the checks of the open variant; they stay while other views are looked at. The readings stand in the
 * project's own list.
 */
export function useWhy(): { readonly answers: Answers; readonly setAnswers: (answers: Answers) => void } {
  const { id, project } = useOpenEngine();
  const owner = engineKey({ id, variant: project.activeVariant });
  const answers = useAnswersBy((s) => s.by[owner]) ?? NONE;
  return { answers, setAnswers: (given) => useAnswersBy.setState(({ by }) => ({ by: { ...by, [owner]: given } })) };
}
