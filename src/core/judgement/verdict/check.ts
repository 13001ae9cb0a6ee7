import { z } from 'zod';
import { findingSchema } from '../audit/finding';
import { sweepSchema } from '../sweep/sweep';
import { certaintySchema, verdictSchema } from './verdict';

/** What judging a variant gives. */
export const judgedSchema = z.strictObject({
  sweep: sweepSchema,
  /** By weight, heaviest first, dismissed ones last. */
  findings: z.array(findingSchema).readonly(),
  verdict: verdictSchema,
});

/** The whole check of a variant: its range, the findings, the one verdict, and how sure that is. */
export const checkSchema = judgedSchema.extend({
  /** Null until it is computed, or where it was not asked for. */
  certainty: certaintySchema.nullable(),
});
export type Check = z.infer<typeof checkSchema>;
