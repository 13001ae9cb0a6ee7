import { z } from 'zod';
import { OWN_THREAD, THREAD_IDS } from './threads';
import { nonNegative, positive, signed } from './field';

const BAR = 1e5;

/** A part's own name inside a file; ports are written `part.port`. */
export const partIdSchema = z.string().regex(/^[A-Za-z][A-Za-z0-9_-]{0,39}$/, {
  error: 'an id starts with a letter and has letters, digits, _ or -, 40 at most',
});
export const portRefSchema = z.string().regex(/^[A-Za-z][A-Za-z0-9_-]{0,39}\.[A-Za-z][A-Za-z0-9]*$/, {
  error: 'a port is written part.port, for instance pump.out',
});

/** Thread and joint at one port. */
export const connectionSchema = z.strictObject({
  port: z.string().min(1).max(20),
  thread: z
    .union([
      z.enum(THREAD_IDS),
      z.string().regex(OWN_THREAD, {
        error: 'a thread of the list, or own_KIND_SIZE',
      }) as unknown as z.ZodType<`own_${string}`>,
    ])
    .meta({ title: 'Thread' }),
  sealant: z.boolean().default(false).meta({ title: 'Sealant on the thread' }),
});
export type Connection = z.infer<typeof connectionSchema>;

/** What a part needs of the wiring: a fan, a heated lid, a scavenge pump. */
const electricalSchema = z.strictObject({
  currentA: positive('current', 'Current', { typical: [0.5, 25] }),
  fuseA: positive('current', 'Fuse', { typical: [1, 40] }).optional(),
  relay: z.boolean().default(false).meta({ title: 'By a relay' }),
  earthed: z.boolean().default(true).meta({ title: 'Own earth' }),
});

/** Where a part sits, as far as that can hurt it. */
const placeSchema = z.strictObject({
  mount: z.enum(['engine', 'frame']).default('engine').meta({ title: 'Mounted on the' }),
  nearExhaust: z.boolean().default(false).meta({ title: 'Near the exhaust' }),
  sleeved: z.boolean().default(false).meta({ title: 'Sleeved or shielded' }),
  nearMoving: z.boolean().default(false).meta({ title: 'Can touch a belt, the steering or a wheel' }),
  serviceable: z.boolean().default(true).meta({ title: 'Reached without removing something else' }),
});

/** What every part has. */
export const partBase = {
  id: partIdSchema,
  name: z.string().min(1).max(80).meta({ title: 'Name' }),
  note: z.string().max(2000).optional(),
  /** The part in whose place an act put this one. */
  replaces: partIdSchema.optional(),
  elevationM: signed('length', 'Height above the crank', {
    typical: [-0.6, 1],
    description: 'Of all its ports. Lines take theirs from their neighbours.',
  }).optional(),
  blocked: z.boolean().optional().meta({ title: 'Blocked' }),
  oilVolumeM3: positive('volume', 'Oil it holds', {
    typical: [1e-6, 5e-3],
    description: 'Blank: computed from its bore and length, or a default of its kind.',
  }).optional(),
  pressureRatingPa: positive('pressure', 'Rated to', {
    typical: [7 * BAR, 70 * BAR],
    description: 'Working pressure on its data sheet. Blank: not judged.',
  }).optional(),
  massKg: nonNegative('mass', 'Weighs, dry', { typical: [0.005, 10] }).optional(),
  price: nonNegative('money', 'Costs', {
    typical: [0, 2000],
    description: 'In whatever money you count; the same for all parts.',
  }).optional(),
  connections: z.array(connectionSchema).max(8).optional(),
  electrical: electricalSchema.optional(),
  place: placeSchema.optional(),
};
