import { z } from 'zod';

export const requestSchema = z.strictObject({
  part: z.string(),
  speedRevS: z.number().positive(),
  oilTemperatureK: z.number().positive(),
});
export type AccumulatorRequest = z.infer<typeof requestSchema>;

/** An accumulator at a moment; flow is out of it, negative while it fills. */
const sampleSchema = z.strictObject({
  timeS: z.number(),
  gasPa: z.number(),
  /** What the gauge shows, or the gallery where none is fitted. */
  gaugePa: z.number(),
  oilM3: z.number(),
  flowM3S: z.number(),
  /** Every component is supplied. */
  supplied: z.boolean(),
});
export type AccumulatorSample = z.infer<typeof sampleSchema>;

export const answerSchema = z.strictObject({
  status: z.enum(['found', 'closed', 'empty', 'unsolved']),
  part: z.string(),
  name: z.string(),
  /** Pressure that it is charged to while the engine runs so, and the oil that it holds then. */
  highPa: z.number(),
  heldM3: z.number(),
  /** The pickup drawing air from the start. */
  emptying: z.array(sampleSchema),
  /** How long every component stays supplied, and what it has given by then. */
  suppliedS: z.number(),
  gaveM3: z.number(),
  /** Empty, the pump drawing oil again. */
  refilling: z.array(sampleSchema),
  /** Until it holds 95 in 100 of what it will; how much lower the gauge reads as it begins. */
  refilledS: z.number().nullable(),
  gaugeLowerPa: z.number(),
  /** Opened before a start: what it pushes into the engine, and what of the engine's parts is empty after a long rest. */
  prefillsM3: z.number(),
  emptyM3: z.number(),
});
export type AccumulatorAnswer = z.infer<typeof answerSchema>;
