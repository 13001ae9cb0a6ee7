import { z } from 'zod';
import { checkSchema } from '../../judgement/stateResult';

export const requestSchema = z.strictObject({});
export type GuessRequest = z.infer<typeof requestSchema>;

/** What is still guessed, ranked by how far it moves the tightest margin. */
export const guessesSchema = z.strictObject({
  /** The consumer that stands nearest to a limit, and where; null where nothing is asked of any. */
  tightest: z
    .strictObject({
      part: z.string(),
      name: z.string(),
      speedRevS: z.number(),
      oilTemperatureK: z.number(),
      check: checkSchema,
      /** 95 in 100 lie within plus or minus this of the margin, from the guesses together. */
      plusMinus: z.number(),
    })
    .nullable(),
  known: z.int(),
  guessed: z.int(),
  rows: z.array(
    z.strictObject({
      id: z.string(),
      part: z.string(),
      name: z.string(),
      quantity: z.string(),
      stated: z.number(),
      plusMinus: z.number(),
      /** By how much the margin moves over that [SI of the margin]. */
      effect: z.number(),
      /** True where readings of the gauge have narrowed it. */
      fitted: z.boolean(),
      measure: z.string(),
    }),
  ),
});
export type Guesses = z.infer<typeof guessesSchema>;
