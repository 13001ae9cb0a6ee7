import { z } from 'zod';
import type { Project } from '../../document/project/project';
import type { Study, StudyKind } from '../job/study';
import { checkSchema } from '../../judgement/stateResult';

const requestSchema = z.strictObject({
  speedRevS: z.number().positive(),
  oilTemperatureK: z.number().positive(),
  /** The consumer whose margin it is. */
  consumer: z.string(),
});
type Request = z.infer<typeof requestSchema>;

export const sensitivitySchema = z.strictObject({
  consumer: z.string(),
  name: z.string(),
  solved: z.boolean(),
  /** The margin that is moved: the one that decides at this state; null where nothing is asked there. */
  check: checkSchema.nullable(),
  /** Largest effect first. */
  rows: z.array(
    z.strictObject({
      id: z.string(),
      name: z.string(),
      quantity: z.string(),
      stated: z.number(),
      /** One realistic step of the input, its tolerance [SI]. */
      step: z.number(),
      /** Change of the margin for one step upward, by the slope at the state [SI of the margin]. */
      perStep: z.number(),
    }),
  ),
});
export type Sensitivity = z.infer<typeof sensitivitySchema>;

function* start(_project: Project, request: Request): Study<Request, Sensitivity, Sensitivity> {
  const [answer] = yield [request];
  return answer!;
}

/** What moves a consumer's margin most at a state, per realistic step of each input (oil temperature held). */
export const SENSITIVITY_STUDY = {
  name: 'sensitivity',
  requestSchema,
  taskSchema: requestSchema,
  replySchema: sensitivitySchema,
  answerSchema: sensitivitySchema,
  start,
} as const satisfies StudyKind<Request, Request, Sensitivity, Sensitivity>;
export type SensitivityRequest = Request;
