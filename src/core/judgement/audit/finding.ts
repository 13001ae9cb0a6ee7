import { z } from 'zod';
import { partIdSchema } from '../../document/parts/partBase';
import { moveSchema, type Move } from '../../document/moves/move';
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

export type Figure = z.infer<typeof figureSchema>;

/** What of a finding says that something fails, without its remedies. */
export const failSchema = z.strictObject({
  rule: z.string(),
  /** Part that it is about; null for the circuit as a whole. */
  part: partIdSchema.nullable(),
  /** Short name of the rule. */
  title: z.string(),
  /** What is found, with its figure and limit. */
  what: z.string(),
  figures: z.record(z.string(), figureSchema),
});
export type Fail = z.infer<typeof failSchema>;

export interface Finding extends Fail {
  readonly weight: Weight;
  /** The aspect of the verdict that it belongs to, and whether that fails by it. */
  readonly aspect: Aspect;
  readonly is: 'fails' | 'holds' | 'unknown';
  /** Where it is worst, when it depends on the state. */
  readonly state: { readonly speedRevS: number; readonly oilTemperatureK: number } | null;
  /** Why it matters. */
  readonly why: string;
  /** The usual remedies in words. */
  readonly remedies: readonly string[];
  readonly source: string;
  /** Remedies that the app can carry out. */
  readonly moves: readonly { readonly label: string; readonly move: Move }[];
  /** The reason why the user sets it aside. */
  readonly waived: string | null;
}

/** Its type by name: spelled out in every schema that holds one, the moves within it take a compiler minutes. */
export const findingSchema: z.ZodType<Finding> = failSchema.extend({
  weight: z.enum(WEIGHTS),
  aspect: z.enum(ASPECTS),
  is: z.enum(['fails', 'holds', 'unknown']),
  state: z.strictObject({ speedRevS: z.number(), oilTemperatureK: z.number() }).nullable(),
  why: z.string(),
  remedies: z.array(z.string()),
  source: z.string(),
  moves: z.array(z.strictObject({ label: z.string(), move: moveSchema })),
  waived: z.string().nullable(),
});

export const COMMON_PRACTICE = 'common practice, no source';
