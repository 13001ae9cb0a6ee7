import { conditionsOf, oilTemperatureOf, type Asked } from '../job/command';
import { type StudyKind } from '../job/study';
import {
  envelopeSchema,
  failureLines,
  mapOf,
  replySchema,
  requestSchema,
  start,
  taskSchema,
  type Envelope,
  type EnvelopeReply,
  type EnvelopeRequest,
  type EnvelopeTask,
} from './envelopeTasks';
import { envelopeWork } from './envelopeWork';
import { envelopeLines } from './sayEnvelope';
import { StudyRefused } from '../job/studyRefused';

function questionOf(asked: Asked): EnvelopeRequest {
  const y = asked.given.over ?? 'oil';
  const { airTemperatureK, roadSpeedMS, load } = conditionsOf(asked);
  switch (y) {
    case 'oil':
      return { y };
    case 'filterAge':
      return { y, oilTemperatureK: oilTemperatureOf(asked) };
    case 'air':
      return { y, roadSpeedMS, load };
    case 'road':
      return { y, airTemperatureK, load };
    default:
      throw new StudyRefused(`--over: give one of oil, filterAge, air, road; "${y}" is there.`);
  }
}

/**
 * Operating map and where it fails, over engine speed and one thing more: the oil's temperature, held; how loaded the
 * filters are; or the air's temperature or the road speed, the oil's temperature Calculated.
 */
export const ENVELOPE_STUDY = {
  name: 'envelope',
  requestSchema,
  taskSchema,
  replySchema,
  answerSchema: envelopeSchema,
  start,
  work: envelopeWork,
  partial: (project, request, replies) => mapOf(project, request, replies),
  commands: [
    {
      name: 'envelope',
      question: questionOf,
      json: (answer) => ({
        ...answer,
        overall: { ...answer.overall, lines: failureLines(answer.overall) },
        consumers: answer.consumers.map((c) => ({ ...c, lines: failureLines(c) })),
      }),
      table: (answer) => ({
        columns: ['speed_rev_s', `${answer.y}_si`, 'least', ...answer.consumers.map((c) => c.part)],
        rows: answer.ys.flatMap((y, iy) =>
          answer.speedsRevS.map((x, ix) => [
            x,
            y,
            answer.overall.values[iy]![ix] ?? null,
            ...answer.consumers.map((c) => c.values[iy]![ix] ?? null),
          ]),
        ),
      }),
      lines: envelopeLines,
      isGood: (answer) => answer.failingShare === 0 && answer.unsolved === 0,
    },
  ],
} as const satisfies StudyKind<EnvelopeRequest, EnvelopeTask, EnvelopeReply, Envelope>;
