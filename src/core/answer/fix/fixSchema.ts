import { z } from 'zod';
import { failSchema } from '../../judgement/audit/finding';
import { aimsSchema } from '../../document/project/aims';
import { measuresSchema } from '../measures';
import { changeSchema, fixRequestSchema } from './change';

/** By what one way is better than another. */
export const CRITERIA = ['changes', 'work', 'items', 'margin', 'coolest'] as const;
export type Criterion = (typeof CRITERIA)[number];

export const requestSchema = fixRequestSchema.extend({ aims: aimsSchema });
export type Request = z.infer<typeof requestSchema>;

/** Changes that are made together, by their places in the space, lowest first. */
export const setSchema = z.array(z.int().min(0)).max(4);
export type ChangeSet = z.infer<typeof setSchema>;

/** What a set was found to be before its full check. */
export const ratedSchema = z.strictObject({
  set: setSchema,
  minutes: z.number(),
  items: z.int(),
  /** No margin over the whole range is more than this. */
  marginBound: z.number(),
  hottestK: z.number().nullable(),
});
export type Rated = z.infer<typeof ratedSchema>;

/** The full check of a set. */
export const checkedSchema = z.strictObject({
  set: setSchema,
  ok: z.boolean(),
  /** What fails; empty where only its certainty does. */
  fails: z.array(failSchema),
  unmet: z.array(z.string()),
  chance: z.number().nullable(),
  /** Least margin over the range, in times of what counts as near. */
  margin: z.number(),
  hottestK: z.number().nullable(),
});
export type Checked = z.infer<typeof checkedSchema>;

/** A change that makes something better: how well that stands with it, 0 and more holds. */
const helperSchema = z.strictObject({
  index: z.int(),
  helps: z.array(z.strictObject({ key: z.string(), score: z.number() })),
});
export type Helper = z.infer<typeof helperSchema>;

export const taskSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('base'), request: requestSchema }),
  z.strictObject({ kind: z.literal('singles'), request: requestSchema, from: z.int(), to: z.int() }),
  z.strictObject({ kind: z.literal('sets'), request: requestSchema, sets: z.array(setSchema) }),
  z.strictObject({ kind: z.literal('reveal'), request: requestSchema, sets: z.array(setSchema) }),
  z.strictObject({ kind: z.literal('check'), request: requestSchema, set: setSchema }),
  z.strictObject({ kind: z.literal('way'), request: requestSchema, set: setSchema }),
]);
export type Task = z.infer<typeof taskSchema>;

const wayOfSchema = z.strictObject({
  changes: z.array(changeSchema),
  measures: measuresSchema,
  /** Without which change what fails. */
  without: z.array(z.strictObject({ label: z.string(), fails: z.array(failSchema) })),
});

export const replySchema = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('base'),
    checked: checkedSchema,
    measures: measuresSchema,
    /** What fails, by name: every change is held against each. */
    failing: z.array(z.string()),
    labels: z.array(z.string()),
    /** Pairs that exclude each other are those of one slot. */
    slots: z.array(z.string().nullable()),
  }),
  z.strictObject({
    kind: z.literal('singles'),
    possible: z.array(z.int()),
    rated: z.array(ratedSchema),
    helpers: z.array(helperSchema),
  }),
  z.strictObject({ kind: z.literal('sets'), tried: z.int(), rated: z.array(ratedSchema) }),
  /** What fails once something else is mended: by set. */
  z.strictObject({ kind: z.literal('reveal'), failing: z.array(z.array(z.string())) }),
  z.strictObject({ kind: z.literal('check'), checked: checkedSchema }),
  wayOfSchema.extend({ kind: z.literal('way'), set: setSchema }),
]);
export type Reply = z.infer<typeof replySchema>;

const waySchema = wayOfSchema.extend({
  set: setSchema,
  checked: checkedSchema,
  minutes: z.number(),
  items: z.int(),
  /** By what it is the best. */
  best: z.array(z.enum(CRITERIA)),
});
export type Way = z.infer<typeof waySchema>;

export const fixSchema = z.strictObject({
  status: z.enum(['nothingToFix', 'searching', 'found', 'none']),
  base: z.strictObject({ checked: checkedSchema, measures: measuresSchema }),
  ways: z.array(waySchema),
  /** Ways that passed and are not measured yet, as what they do. */
  passing: z.array(z.array(z.string())),
  /** Where nothing was found: what comes nearest, and the limit that is in its way. */
  nearest: z.strictObject({ changes: z.array(z.string()), checked: checkedSchema }).nullable(),
  tried: z.strictObject({
    singles: z.int(),
    pairs: z.int(),
    /** Of changes that help what fails, only. */
    threes: z.int(),
    fours: z.int(),
    checks: z.int(),
  }),
});
export type Fix = z.infer<typeof fixSchema>;
