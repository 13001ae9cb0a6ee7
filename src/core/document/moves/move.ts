import { z } from 'zod';
import { KINDS } from '../kinds';
import { jointSchema } from '../parts/joint';
import { partSchema, type Part, type PartKind } from '../parts/part';
import { partIdSchema, portRefSchema } from '../parts/partBase';
import { figurePathSchema } from './figure';

/** A part to be made, without its id; checked against the part schema when the move is made. */
const draftSchema = z.looseObject({ kind: z.enum(Object.keys(KINDS) as PartKind[]), name: z.string() });
export type MoveDraft = z.infer<typeof draftSchema>;
const draftsSchema = z.array(draftSchema).min(1).max(20);

/**
 * A plumbing move, as plain data: what the menu offers, a remedy proposes, a worker sends. A port stands for the place
 * that it is at. `insert` goes between a port and the rest of its place; `bridge` runs from one port to another;
 * `fitLoop` does both.
 */
export const moveSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('insert'), at: portRefSchema, drafts: draftsSchema }),
  z.strictObject({
    kind: z.literal('tee'),
    at: portRefSchema,
    drafts: draftsSchema,
    returnTo: portRefSchema.optional(),
    drain: draftSchema.optional(),
  }),
  z.strictObject({
    kind: z.literal('bridge'),
    from: portRefSchema,
    to: portRefSchema,
    drafts: z.array(draftSchema).max(20),
  }),
  /** A plate put in, and between its two ports what it was put in for: several changes as one. */
  z.strictObject({ kind: z.literal('fitLoop'), at: portRefSchema, plate: draftSchema, drafts: draftsSchema }),
  z.strictObject({ kind: z.literal('parallel'), part: partIdSchema, drafts: draftsSchema }),
  z.strictObject({ kind: z.literal('takeOut'), part: partIdSchema }),
  z.strictObject({ kind: z.literal('removeAndBlank'), part: partIdSchema }),
  z.strictObject({ kind: z.literal('blank'), port: portRefSchema }),
  z.strictObject({ kind: z.literal('moveTap'), port: portRefSchema, to: portRefSchema }),
  z.strictObject({ kind: z.literal('returnTo'), part: partIdSchema, to: portRefSchema }),
  z.strictObject({ kind: z.literal('swap'), part: partIdSchema, draft: draftSchema }),
  z.strictObject({ kind: z.literal('reverse'), part: partIdSchema }),
  z.strictObject({ kind: z.literal('split'), part: partIdSchema, share: z.number().gt(0).lt(1) }),
  z.strictObject({ kind: z.literal('duplicate'), part: partIdSchema }),
  z.strictObject({ kind: z.literal('removeBranch'), part: partIdSchema }),
  z.strictObject({
    kind: z.literal('set'),
    part: partIdSchema,
    path: figurePathSchema,
    /** Anything that the part's schema takes there; absent: it is taken out. */
    value: z.json().optional(),
    /** Figures of the same part that are set with it, since one without the other is no part. */
    with: z
      .array(z.strictObject({ path: figurePathSchema, value: z.json().optional() }))
      .max(60)
      .optional(),
    said: z.string().max(80),
  }),
  /** What no other move says: parts and joints taken and made, as older files hold them. */
  z.strictObject({
    kind: z.literal('plumbing'),
    takes: z.array(partIdSchema).max(2000),
    makes: z.array(partSchema as z.ZodType<Part>).max(2000),
    cuts: z.array(jointSchema).max(8000),
    joins: z.array(jointSchema).max(8000),
    /** The order of parts, where it is another than the parent's with what came behind it. */
    order: z.array(partIdSchema).max(2000).optional(),
    jointOrder: z.array(jointSchema).max(8000).optional(),
  }),
]);
export type Move = z.infer<typeof moveSchema>;
