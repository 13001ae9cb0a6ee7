import { z } from 'zod';
import { nonNegative, positive } from '../parts/field';
import { partIdSchema } from '../parts/partBase';
import { readingSchema } from './calibration';
import { photosSchema } from './photo';

const text = (most: number) => z.string().max(most);
const daySchema = z.iso.date();

export const SESSION_KINDS = ['firstStart', 'drive', 'service', 'sample', 'note'] as const;
export type SessionKind = (typeof SESSION_KINDS)[number];

export const WEATHERS = ['dry', 'wet', 'snow', 'dusty'] as const;
export type Weather = (typeof WEATHERS)[number];

/** A reading with what was predicted for it on that day. */
const loggedSchema = z.strictObject({ reading: readingSchema, predicted: z.number().nullable() });
export type Logged = z.infer<typeof loggedSchema>;

export const sessionSchema = z.strictObject({
  id: partIdSchema,
  on: daySchema,
  kind: z.enum(SESSION_KINDS),
  title: text(120),
  /** The variant that the engine was in, as it was called. */
  variant: text(80),
  hours: nonNegative('time', 'Engine hours').optional(),
  distanceM: nonNegative('distance', 'Distance').optional(),
  airTemperatureK: positive('temperature', 'Ambient air').optional(),
  weather: z.enum(WEATHERS).optional(),
  readings: z.array(loggedSchema).max(200).optional(),
  oilChanged: z.boolean().optional(),
  filterChanged: z.boolean().optional(),
  sample: z.strictObject({ code: text(20), metals: text(300) }).optional(),
  /** Needle, relief and thermostat as they were left. */
  settings: text(300).optional(),
  /** Run with a fault: which, and how far. */
  underFault: text(200).optional(),
  decision: text(1000).optional(),
  note: text(4000).optional(),
  photos: photosSchema.optional(),
});
export type Session = z.infer<typeof sessionSchema>;

/** Notes and readings of one step of a first start. */
export const seenSchema = z.strictObject({
  done: z.boolean().optional(),
  on: daySchema.optional(),
  pressurePa: z.number().nonnegative().max(2e7).optional(),
  seconds: z.number().nonnegative().max(86_400).optional(),
  note: text(500).optional(),
  photos: photosSchema.optional(),
});
export type Seen = z.infer<typeof seenSchema>;

/** A session as it is kept: its readings stand in the one list of the project. */
const keptSessionSchema = sessionSchema.omit({ readings: true });

export const logSchema = z.strictObject({
  sessions: z.array(sessionSchema).max(2000).optional(),
  /** First starts by variant, then by step. */
  firstStarts: z.record(partIdSchema, z.record(text(80), seenSchema)).optional(),
  reminders: z
    .array(z.strictObject({ id: partIdSchema, on: daySchema, text: text(200) }))
    .max(100)
    .optional(),
});
export type Log = z.infer<typeof logSchema>;

export const keptLogSchema = logSchema.extend({ sessions: z.array(keptSessionSchema).max(2000).optional() });
export type KeptLog = z.infer<typeof keptLogSchema>;
