import { oilTemperatureOf } from '../job/command';
import { oneTask, type StudyKind } from '../job/study';
import { StudyRefused } from '../job/studyRefused';
import {
  answerSchema,
  FILL_STARTS,
  requestSchema,
  USUAL_FILLING,
  type FillingAnswer,
  type FillingRequest,
} from './fillingSchema';
import { fillCircuit } from './fillingWork';
import { fillingLines } from './sayFilling';

/** How long until oil is where, from the first turn of the starter. */
export const FILLING_STUDY = {
  name: 'filling',
  requestSchema,
  taskSchema: requestSchema,
  replySchema: answerSchema,
  answerSchema,
  start: oneTask<FillingRequest, FillingAnswer>,
  work: ({ project, variant }, request) => fillCircuit(project, variant, request),
  commands: [
    {
      name: 'filling',
      question: (asked) => {
        const start = FILL_STARTS.find((s) => s === (asked.word ?? 'dry'));
        if (!start) throw new StudyRefused(`filling: say ${FILL_STARTS.join(', ')}.`);
        const { range } = asked.circuit.project;
        return {
          start,
          oilTemperatureK: asked.given['oil-temp'] === undefined ? range.coldestOilK : oilTemperatureOf(asked),
          ...USUAL_FILLING,
        };
      },
      json: (answer) => answer,
      lines: (answer) => fillingLines(answer),
      isGood: (answer) =>
        answer.status !== 'unsolved' && answer.gaugeS !== null && answer.consumers.every((c) => !c.late),
    },
  ],
} as const satisfies StudyKind<FillingRequest, FillingRequest, FillingAnswer, FillingAnswer>;
