import { isConsumer } from '../../document/parts/ports';
import { stateOf, type Asked } from '../job/command';
import { oneTask, type StudyKind } from '../job/study';
import { sensitivityLines } from './saySensitivity';
import { requestSchema, sensitivitySchema, type Sensitivity, type SensitivityRequest } from './sensitivityTasks';
import { sensitivityWork } from './sensitivityWork';
import { StudyRefused } from '../job/studyRefused';

/** The consumer that was named. @throws StudyRefused */
function consumerOf({ circuit, word }: Asked): string {
  const consumers = circuit.variant.circuit.parts.filter(isConsumer).map((p) => p.id);
  if (word !== undefined && consumers.includes(word)) return word;
  const why = word === undefined ? 'Name a consumer' : `${word} is not a consumer of this variant`;
  throw new StudyRefused(`${why}. These are: ${consumers.join(', ')}.`);
}

/** What moves a consumer's margin most at a state, per realistic step of each input (oil temperature held). */
export const SENSITIVITY_STUDY = {
  name: 'sensitivity',
  requestSchema,
  taskSchema: requestSchema,
  replySchema: sensitivitySchema,
  answerSchema: sensitivitySchema,
  start: oneTask<SensitivityRequest, Sensitivity>,
  work: sensitivityWork,
  commands: [
    {
      name: 'sensitivity',
      question: (asked) => ({ consumer: consumerOf(asked), ...stateOf(asked) }),
      json: (answer) => answer,
      table: (answer) => ({
        columns: ['input', 'quantity', 'stated_si', 'step_si', 'margin_per_step_si'],
        rows: answer.rows.map((r) => [r.id, r.quantity, r.stated, r.step, r.perStep]),
      }),
      lines: sensitivityLines,
      isGood: (answer) => answer.solved,
    },
  ],
} as const satisfies StudyKind<SensitivityRequest, SensitivityRequest, Sensitivity, Sensitivity>;
