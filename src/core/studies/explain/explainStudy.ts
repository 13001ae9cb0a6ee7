import type { Asked } from '../job/command';
import { oneTask, type StudyKind } from '../job/study';
import { StudyRefused } from '../job/studyRefused';
import { readReadings } from '../inputs/readReadings';
import { answerSchema, requestSchema, type ExplainAnswer, type ExplainRequest } from './explainSchema';
import { explainReadings } from './explainWork';
import { explainLines } from './sayExplain';

/** @throws StudyRefused where the table is none of pressure readings */
function questionOf({ readTable }: Asked): ExplainRequest {
  const [header = [], ...rows] = readTable();
  const read = readReadings({ header, rows });
  if (!read.ok) throw new StudyRefused(read.why);
  const readings = read.readings.flatMap((r) => (r.kind === 'pressure' ? [r] : []));
  if (readings.length === 0) throw new StudyRefused('explain: there is no pressure reading in this table.');
  return { readings, answers: [] };
}

/** What would explain a pressure that is not as predicted, and which check would tell. */
export const EXPLAIN_STUDY = {
  name: 'explain',
  requestSchema,
  taskSchema: requestSchema,
  replySchema: answerSchema,
  answerSchema,
  start: oneTask<ExplainRequest, ExplainAnswer>,
  work: ({ project }, request) => explainReadings(project, request),
  commands: [
    {
      name: 'explain',
      question: questionOf,
      json: (answer) => answer,
      lines: (answer) => explainLines(answer),
      isGood: (answer) => answer.causes[0]?.id === 'healthy',
    },
  ],
} as const satisfies StudyKind<ExplainRequest, ExplainRequest, ExplainAnswer, ExplainAnswer>;
