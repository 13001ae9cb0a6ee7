import { z } from 'zod';
import { MOST_READINGS, pressureReadingSchema } from '../../document/project/calibration';

const answeredSchema = z.strictObject({ check: z.string().max(80), yes: z.boolean() });

export const requestSchema = z.strictObject({
  readings: z.array(pressureReadingSchema).min(1).max(MOST_READINGS),
  /** Looks by hand that were done. */
  answers: z.array(answeredSchema).max(40).default([]),
});
export type ExplainRequest = z.infer<typeof requestSchema>;

const figure = z.number().nullable();
export const answerSchema = z.strictObject({
  readings: z.array(
    z.strictObject({
      reading: pressureReadingSchema,
      expectedPa: figure,
      deviationPa: figure,
      /** What healthy engines of this kind show there. */
      usualPa: z.tuple([z.number(), z.number()]).nullable(),
    }),
  ),
  /** No cause shows what was read. */
  unexplained: z.boolean(),
  causes: z.array(
    z.strictObject({
      id: z.string(),
      title: z.string(),
      part: z.string(),
      /** Degree that fits best. */
      words: z.string(),
      probability: z.number(),
      /** Of engines that one meets, before anything is read. */
      prior: z.number(),
      misfit: z.number(),
      /** What it would show elsewhere: components that it leaves short, over the whole range. */
      elsewhere: z.array(z.string()),
      /** Titles of causes that show the same within the gauge's error. */
      alike: z.array(z.string()),
      check: z.strictObject({ id: z.string(), ask: z.string(), yes: z.string(), minutes: z.number() }).nullable(),
    }),
  ),
  next: z
    .discriminatedUnion('kind', [
      z.strictObject({
        kind: z.literal('hand'),
        id: z.string(),
        ask: z.string(),
        yes: z.string(),
        minutes: z.number(),
        tells: z.array(z.string()),
      }),
      z.strictObject({
        kind: z.literal('look'),
        speedRevS: z.number(),
        oilTemperatureK: z.number(),
        port: z.string(),
        isGauge: z.boolean(),
        expectedPa: z.array(z.number()),
        tells: z.array(z.string()),
        minutes: z.number(),
      }),
    ])
    .nullable(),
});
export type ExplainAnswer = z.infer<typeof answerSchema>;
