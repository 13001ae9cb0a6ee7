import { z } from 'zod';
import { partIdSchema } from '../../document/parts/partBase';
import { moveSchema } from '../../document/moves/move';
import { QUANTITIES, type Quantity } from '../../foundations/units';

/** How much a finding weighs, heaviest first: do not run it so; mend it; look at it; worth knowing. */
export const WEIGHTS = ['stop', 'mend', 'look', 'note'] as const;
export type Weight = (typeof WEIGHTS)[number];

/**
 * What a verdict is made of: every component has its oil, the oil stays cool enough, what is poured out drains, the pump
 * has oil to draw, what must be filtered is, and nothing else forbids to build and run it.
 */
export const ASPECTS = ['supplied', 'cool', 'drained', 'pickup', 'filtered', 'safe'] as const;
export type Aspect = (typeof ASPECTS)[number];

const quantitySchema = z.custom<Quantity>((v) => typeof v === 'string' && v in QUANTITIES);

/** A figure in a sentence, put where `{its key}` stands, in the reader's unit. */
export const figureSchema = z.strictObject({ si: z.number(), quantity: quantitySchema });

export const findingSchema = z.strictObject({
  rule: z.string(),
  /** Short name of the rule. */
  title: z.string(),
  weight: z.enum(WEIGHTS),
  /** The aspect of the verdict that it belongs to, and whether that fails by it. */
  aspect: z.enum(ASPECTS),
  is: z.enum(['fails', 'holds', 'unknown']),
  /** Part that it is about; null for the circuit as a whole. */
  part: partIdSchema.nullable(),
  /** Where it is worst, when it depends on the state. */
  state: z.strictObject({ speedRevS: z.number(), oilTemperatureK: z.number() }).nullable(),
  /** What is found, with its figure and limit. */
  what: z.string(),
  /** Why it matters. */
  why: z.string(),
  /** The usual remedies in words. */
  remedies: z.array(z.string()),
  source: z.string(),
  figures: z.record(z.string(), figureSchema),
  /** Remedies that the app can carry out. */
  moves: z.array(z.strictObject({ label: z.string(), move: moveSchema })),
  /** The reason why the user sets it aside. */
  waived: z.string().nullable(),
});
export type Finding = z.infer<typeof findingSchema>;
export type Figure = z.infer<typeof figureSchema>;

export const COMMON_PRACTICE = 'common practice, no source';
