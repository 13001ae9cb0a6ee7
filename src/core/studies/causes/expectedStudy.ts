import { z } from 'zod';
import { gaugePort } from '../../document/plumbing/gaugePort';
import { oneTask, type StudyKind } from '../job/study';
import { expectedAt } from './causeTable';

const stateSchema = z.strictObject({ speedRevS: z.number().positive(), oilTemperatureK: z.number().positive() });
const requestSchema = z.strictObject({ states: z.array(stateSchema).min(1).max(60) });
export type ExpectedRequest = z.infer<typeof requestSchema>;
const answerSchema = z.strictObject({
  /** Where the gauge sits; null: there is none and no gallery. */
  port: z.string().nullable(),
  /** What the gauge should show, and one standard deviation by tolerances [Pa]; null where the state does not solve. */
  at: z.array(z.strictObject({ pressurePa: z.number().nullable(), deviationPa: z.number() })),
});
export type Expected = z.infer<typeof answerSchema>;

/** What the gauge should show at some states, and how far a healthy engine may lie from it. */
export const EXPECTED_STUDY = {
  name: 'expected',
  requestSchema,
  taskSchema: requestSchema,
  replySchema: answerSchema,
  answerSchema,
  start: oneTask<ExpectedRequest, Expected>,
  work: ({ project, variant }, { states }) => {
    const port = gaugePort(variant.circuit.parts);
    return {
      port: port ?? null,
      at:
        port === undefined
          ? states.map(() => ({ pressurePa: null, deviationPa: 0 }))
          : expectedAt(
              project,
              states.map((s) => ({ ...s, port, minutes: 0 })),
            ),
    };
  },
} as const satisfies StudyKind<ExpectedRequest, ExpectedRequest, Expected, Expected>;
