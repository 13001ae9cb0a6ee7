import { actsAs } from '../../document/parts/part';
import { oneTask, type StudyKind } from '../job/study';
import { StudyRefused } from '../job/studyRefused';
import { stateOf } from '../job/command';
import { answerSchema, requestSchema, type AccumulatorAnswer, type AccumulatorRequest } from './accumulatorSchema';
import { workAccumulator } from './accumulatorWork';
import { accumulatorLines } from './sayAccumulator';

/** What an accumulator gives while the pickup draws air, how it fills again, and what it can prefill. */
export const ACCUMULATOR_STUDY = {
  name: 'accumulator',
  requestSchema,
  taskSchema: requestSchema,
  replySchema: answerSchema,
  answerSchema,
  start: oneTask<AccumulatorRequest, AccumulatorAnswer>,
  work: ({ project, variant }, request) => workAccumulator(project, variant, request),
  commands: [
    {
      name: 'accumulator',
      question: (asked) => {
        const { parts } = asked.circuit.variant.circuit;
        const part = parts.find((p) => actsAs(p, 'accumulator') && (asked.word === undefined || p.id === asked.word));
        if (!part)
          throw new StudyRefused(
            asked.word === undefined
              ? 'The circuit has no accumulator.'
              : `${asked.word}: there is no such accumulator.`,
          );
        return { ...stateOf(asked), part: part.id };
      },
      json: (answer) => answer,
      lines: (answer) => accumulatorLines(answer),
      table: ({ emptying, refilling }) => ({
        columns: ['way', 'time_s', 'gas_Pa', 'gauge_Pa', 'oil_m3', 'flow_m3_s', 'supplied'],
        rows: [
          ...emptying.map((s) => ['emptying', s.timeS, s.gasPa, s.gaugePa, s.oilM3, s.flowM3S, s.supplied]),
          ...refilling.map((s) => ['refilling', s.timeS, s.gasPa, s.gaugePa, s.oilM3, s.flowM3S, s.supplied]),
        ],
      }),
      isGood: ({ status, suppliedS }) => status === 'found' && suppliedS > 0,
    },
  ],
} as const satisfies StudyKind<AccumulatorRequest, AccumulatorRequest, AccumulatorAnswer, AccumulatorAnswer>;
