import { z } from 'zod';
import { checkSchema } from '../../judgement/stateResult';

export const requestSchema = z.strictObject({
  speedRevS: z.number().positive(),
  oilTemperatureK: z.number().positive(),
  /** The consumer whose margin it is. */
  consumer: z.string(),
});
export type Request = z.infer<typeof requestSchema>;

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

export type SensitivityRequest = Request;
