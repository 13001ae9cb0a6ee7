import { z } from 'zod';
import { KINDS } from '../kinds';
import type { PartKind } from '../parts/part';
import { partIdSchema, portRefSchema } from '../parts/partBase';

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
    path: z
      .array(z.union([z.string(), z.int()]))
      .min(1)
      .max(6),
    value: z.union([z.number(), z.boolean(), z.string()]),
    said: z.string().max(80),
  }),
]);
export type Move = z.infer<typeof moveSchema>;
