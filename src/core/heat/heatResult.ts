import { z } from 'zod';

export const conditionsSchema = z.strictObject({
  airTemperatureK: z.number().min(180).max(340),
  roadSpeedMS: z.number().min(0).max(150),
  load: z.number().min(0).max(1),
});

const outcomeSchema = z.strictObject({
  status: z.enum(['balanced', 'hunting', 'tooHot', 'tooCold', 'placeTooHot', 'notSolved']),
  sumpK: z.number(),
});

/** A part whose oil is hotter than any oil stands. */
const hottestSchema = z.strictObject({ part: z.string(), name: z.string(), temperatureK: z.number() });

/** Where an engine's oil settles and why, as plain data. */
export const heatResultSchema = z.strictObject({
  conditions: conditionsSchema,
  ...outcomeSchema.shape,
  /** The other answer, from the hot side, where there is one. */
  other: outcomeSchema.nullable(),
  /** The part whose oil passes what a balance may hold; null where none does. */
  tooHotAt: hottestSchema.nullable(),
  /**
   * Bearings and fed parts with so little oil that more heat goes into their metal than into the oil; and those that
   * get none.
   */
  starved: z.array(z.strictObject({ part: z.string(), name: z.string() })),
  noOil: z.array(z.strictObject({ part: z.string(), name: z.string() })),
  /** What the balance still lacks [W]. */
  residualW: z.number().nullable(),
  passes: z.int(),
  heatIn: z.array(
    z.strictObject({ key: z.enum(['bearings', 'fed', 'metal', 'engine', 'pumping', 'radiant']), heatW: z.number() }),
  ),
  heatOut: z.array(
    z.strictObject({
      key: z.enum(['cooler', 'lines', 'pan', 'coolant']),
      part: z.string().nullable(),
      name: z.string(),
      heatW: z.number(),
    }),
  ),
  /** Oil into and out of each part that changes it by more than a twentieth of a kelvin. */
  parts: z.array(z.strictObject({ part: z.string(), name: z.string(), inK: z.number(), outK: z.number() })),
  filmHottestK: z.number().nullable(),
  /** Coolers whose rating no exchanger could do: they cool nothing here. */
  impossibleCoolers: z.array(z.string()),
  limitHotK: z.number(),
  limitColdK: z.number(),
});
export type HeatResult = z.infer<typeof heatResultSchema>;

/** Sump temperature below which oil keeps its water. @source common practice: 80 °C and over sheds it */
export const SHEDS_WATER_K = 353.15;
