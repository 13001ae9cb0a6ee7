import { z } from 'zod';
import { aimSchema } from '../document/project/aims';
import { measuresSchema } from './measures';

const stepSchema = z.strictObject({
  id: z.string(),
  name: z.string(),
  /** With all acts up to this one; null where that cannot be computed. */
  with: measuresSchema.nullable(),
  /** With this one alone; null where it needs another. */
  alone: measuresSchema.nullable(),
});

export const effectSchema = z.strictObject({
  before: measuresSchema.nullable(),
  after: measuresSchema.nullable(),
  steps: z.array(stepSchema),
  aims: z.array(
    z.strictObject({
      aim: aimSchema,
      met: z.boolean().nullable(),
      actual: z.number().nullable(),
      limit: z.number(),
    }),
  ),
});
export type EffectAnswer = z.infer<typeof effectSchema>;
