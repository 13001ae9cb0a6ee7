import { z } from 'zod';
import { partIdSchema } from '../../document/parts/partBase';
import { calibrationSchema, fittedIdSchema, MOST_READINGS, readingSchema } from '../../document/project/calibration';

const figure = z.number().nullable();

export const requestSchema = z.strictObject({
  readings: z.array(readingSchema).min(1).max(MOST_READINGS),
  /** The variant that the engine was in at each reading; absent: the open one at all of them. */
  with: z.array(partIdSchema).max(MOST_READINGS).optional(),
});
export type FitRequest = z.infer<typeof requestSchema>;

export const fitSchema = z.strictObject({
  /** False where the search did not come to rest, or a state did not solve: then nothing is an answer. */
  converged: z.boolean(),
  /** Each reading beside what the circuit gave before and gives after, in SI. */
  readings: z.array(
    z.strictObject({
      reading: readingSchema,
      measured: z.number(),
      before: figure,
      after: figure,
      /** How far it lies from what any plausible engine gives, in standard deviations. */
      surprise: figure,
    }),
  ),
  parameters: z.array(
    z.strictObject({
      id: fittedIdSchema,
      label: z.string(),
      factor: z.number(),
      /** 95 in 100. */
      low: z.number(),
      high: z.number(),
      priorLow: z.number(),
      priorHigh: z.number(),
      /** Width of the interval against its prior's, 0 to 1. */
      narrowed: z.number(),
    }),
  ),
  /** Pairs that these readings cannot tell apart, with the correlation of the two. */
  pairs: z.array(z.strictObject({ a: fittedIdSchema, b: fittedIdSchema, correlation: z.number() })),
  /** What the readings say next to nothing about. */
  untouched: z.array(fittedIdSchema),
  /** Where readings are such as no plausible engine gives: faults that would explain them, the likeliest first. */
  explanations: z.array(z.strictObject({ fault: z.string(), title: z.string(), misfit: z.number() })),
  /** The reading that would narrow most. */
  next: z
    .strictObject({
      speedRevS: z.number(),
      oilTemperatureK: z.number(),
      expectedPa: z.number(),
      narrows: fittedIdSchema,
      from: z.number(),
      to: z.number(),
    })
    .nullable(),
  /** What a variant keeps when the fit is applied. */
  calibration: calibrationSchema,
});
export type FitResult = z.infer<typeof fitSchema>;
