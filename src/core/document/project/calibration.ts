import { z } from 'zod';
import { between, nonNegative, positive } from '../parts/field';
import { partIdSchema, portRefSchema } from '../parts/partBase';

/** Readings that a variant may keep. */
export const MOST_READINGS = 24;

/** What a gauge showed: its pressure at a speed and an oil temperature. */
export const pressureReadingSchema = z.strictObject({
  kind: z.literal('pressure'),
  speedRevS: positive('speed', 'Engine speed'),
  oilTemperatureK: positive('temperature', 'Oil temperature'),
  /** The oil's temperature lies within plus or minus this, 95 in 100; absent: a thermometer was read. */
  oilTemperatureOffK: positive('temperatureDifference', 'Oil temperature, plus or minus').optional(),
  pressurePa: nonNegative('pressure', 'Pressure'),
  /** Where the sender sits; absent: the circuit's gauge, or the gallery. */
  at: portRefSchema.optional(),
});

/** What the oil came to on the road. */
export const temperatureReadingSchema = z.strictObject({
  kind: z.literal('temperature'),
  speedRevS: positive('speed', 'Engine speed'),
  load: between(0, 1, 'share', 'Load'),
  airTemperatureK: positive('temperature', 'Ambient air'),
  roadSpeedMS: nonNegative('roadSpeed', 'Road speed'),
  oilTemperatureK: positive('temperature', 'Oil, steady'),
});

export const readingSchema = z.discriminatedUnion('kind', [pressureReadingSchema, temperatureReadingSchema]);
export type Reading = z.infer<typeof readingSchema>;

/** What a fit moves: whole groups of figures, each by one factor. `clearance`: all bearings at once, as older fits did. */
export const FITTED = [
  'unnamed',
  'clearance',
  'mains',
  'rods',
  'cams',
  'pump',
  'slip',
  'relief',
  'viscosity',
  'heat',
] as const;
export const fittedIdSchema = z.enum(FITTED);
export type FittedId = z.infer<typeof fittedIdSchema>;

/** A figure that a fit changed: where it stands, and what it was before. */
export const fittedFigureSchema = z.strictObject({
  /** A part's id; empty for the oil and for the engine's heat. */
  part: z.string().max(80),
  path: z
    .array(z.union([z.string(), z.number()]))
    .min(1)
    .max(8),
  before: z.number(),
  after: z.number(),
});
export type FittedFigure = z.infer<typeof fittedFigureSchema>;

/** A fit that is in the figures. */
export const fitSchema = z.strictObject({
  figures: z.array(fittedFigureSchema).max(400),
  /** Each group's factor, with the standard deviations of its logarithm before and after. */
  factors: z.array(
    z.strictObject({ id: fittedIdSchema, factor: z.number().positive(), deviation: z.number(), prior: z.number() }),
  ),
  /** Covariance of the logarithms of the factors, in their order; absent in older fits: each by itself. */
  covariance: z.array(z.array(z.number())).max(FITTED.length).optional(),
});

/** Readings of a variant, and the fit to them that is in its figures. */
export const calibrationSchema = z.strictObject({
  readings: z.array(readingSchema).max(MOST_READINGS).default([]),
  applied: fitSchema.optional(),
});

/** How a reading came. */
export const READ_BY = ['gauge', 'logger', 'guide', 'hand'] as const;

/** Readings that a project may keep. */
const MOST_KEPT = 20_000;

/** A reading as it is kept: when, by what, with which plumbing on the engine. */
export const keptReadingSchema = z.strictObject({
  id: partIdSchema,
  on: z.iso.date().optional(),
  by: z.enum(READ_BY).default('gauge'),
  /** The variant that the engine was in. */
  with: partIdSchema,
  /** The session of the log book that it was taken in. */
  session: partIdSchema.optional(),
  /** What was predicted for it on that day, SI; null: nothing was. */
  predicted: z.number().nullable().optional(),
  /** It describes the engine as it runs: the fit uses it. Others are there to be explained. */
  forFit: z.literal(true).optional(),
  reading: readingSchema,
});
export type KeptReading = z.infer<typeof keptReadingSchema>;
export const keptReadingsSchema = z.array(keptReadingSchema).max(MOST_KEPT);

export type Calibration = z.infer<typeof calibrationSchema>;

/**
 * The oil of a warm engine without a thermometer: 85 to 110 °C.
 * @source common practice, no source
 */
export const UNKNOWN_OIL_K = { oilTemperatureK: 273.15 + 97.5, oilTemperatureOffK: 12.5 } as const;
