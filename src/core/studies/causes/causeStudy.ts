import type { Asked } from '../job/command';
import { oneTask, type StudyKind } from '../job/study';
import { StudyRefused } from '../job/studyRefused';
import { readReadings } from '../inputs/readReadings';
import { answerSchema, requestSchema, type ExplainAnswer, type ExplainRequest } from './causeSchema';
import { explainReadings } from './causeWork';
import { explainLines } from './sayCauses';

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
export const CAUSE_STUDY = {
  name: 'causes',
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
