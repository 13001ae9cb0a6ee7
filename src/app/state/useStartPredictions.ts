import { useMemo } from 'react';
import { activeVariant } from '../../core/document/project/project';
import { startPredictions, startQuestions } from '../../core/log/startPredictions';
import type { OpenEngine } from '../../workers/answered';
import { useStudy } from './useStudy';

/** What the studies say of a first start of the open variant in a workshop at 20 °C. */
export function useStartPredictions(engine: OpenEngine) {
  const { project } = engine;
  const variant = activeVariant(project);
  const questions = useMemo(() => startQuestions(project, variant), [project, variant]);
  const filling = useStudy(engine, 'filling', questions.filling, 'fresh');
  const expected = useStudy(engine, 'expected', questions.expected, 'fresh');
  const warm = useStudy(engine, 'warmUp', questions.warmUp, 'fresh');
  const predicted = useMemo(
    () => startPredictions(filling.answer, expected.answer, warm.answer),
    [filling.answer, expected.answer, warm.answer],
  );
  return { studies: [filling, expected, warm] as const, predicted };
}
