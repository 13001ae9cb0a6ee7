import { useMemo } from 'react';
import { activeVariant, type Project } from '../../core/document/project/project';
import { startPredictions, startQuestions } from '../../core/log/startPredictions';
import { useStudy } from './useStudy';

/** What the studies say of a first start of the open variant in a workshop at 20 °C. */
export function useStartPredictions(project: Project) {
  const variant = activeVariant(project);
  const questions = useMemo(() => startQuestions(project, variant), [project, variant]);
  const filling = useStudy('filling', questions.filling, 'fresh');
  const expected = useStudy('expected', questions.expected, 'fresh');
  const warm = useStudy('warmUp', questions.warmUp, 'fresh');
  const predicted = useMemo(
    () => startPredictions(filling.answer, expected.answer, warm.answer),
    [filling.answer, expected.answer, warm.answer],
  );
  return { studies: [filling, expected, warm] as const, predicted };
}
