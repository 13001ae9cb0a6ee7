import { z } from 'zod';
import { convergenceSchema, elementResultSchema, nodeResultSchema } from '../network/describe/result';
import { DRAIN_VERDICTS } from './drains/drainVerdicts';

/** Figures that do not exist (still oil, no bore) are null. */
const figure = z.number().nullable();

export const checkSchema = z.strictObject({
  quantity: z.enum(['pressure', 'flow']),
  side: z.enum(['low', 'high']),
  /** Why the limit is there. */
  reason: z.enum(['stated', 'centrifugal']),
  actual: z.number(),
  limit: z.number(),
  /** Distance on the good side; negative beyond the limit. In the quantity's SI unit. */
  margin: z.number(),
  /**
   * Margin over the distance that counts as near: below 0 out of band, below 1 near the mark. Ranks checks of unlike
   * quantities.
   */
  nearRatio: z.number(),
});
export type Check = z.infer<typeof checkSchema>;

export const VERDICTS = ['inBand', 'near', 'shut', 'short', 'flooded', 'dry', 'unknown'] as const;
export const verdictSchema = z.enum(VERDICTS);
export type Verdict = z.infer<typeof verdictSchema>;

export const consumerResultSchema = z.strictObject({
  part: z.string(),
  name: z.string(),
  verdict: verdictSchema,
  supplied: z.boolean(),
  /** The check that decides; null where none applies. */
  decisive: checkSchema.nullable(),
  checks: z.array(checkSchema),
  pressurePa: figure,
  flowM3S: figure,
  lowPressurePa: figure,
  highPressurePa: figure,
});
export type ConsumerResult = z.infer<typeof consumerResultSchema>;

export const noteSchema = z.strictObject({
  code: z.enum([
    'extrapolatedViscosity',
    'implausiblePressure',
    'dryGallery',
    'pumpStarved',
    'noOil',
    'starved',
    'placeTooHot',
    'impossibleCooler',
    'still',
    'notConverged',
    'cavitates',
    'oilHot',
    'oilCold',
  ]),
  /** Part or node that it is about. */
  where: z.string(),
  actual: figure,
  limit: figure,
});
export type ResultNote = z.infer<typeof noteSchema>;

export const drainResultSchema = z.strictObject({
  part: z.string(),
  name: z.string(),
  kind: z.enum(['drain', 'scavenge']),
  flowM3S: z.number(),
  verdict: z.enum(DRAIN_VERDICTS),
  neededM3S: z.number(),
  capacityM3S: figure,
  slope: figure,
  outletHeightM: figure,
  portHeightM: figure,
  portAboveLevelM: figure,
  headPa: figure,
  risesAtM: figure,
});
export type DrainResult = z.infer<typeof drainResultSchema>;

/** What a gas-charged accumulator holds. */
export const accumulatorResultSchema = z.strictObject({ part: z.string(), name: z.string(), oilM3: figure });

/** The answer for one state, as plain data: what workers send, the command line prints and views read. */
export const solveResultSchema = z.strictObject({
  state: z.strictObject({ speedRevS: z.number(), oilTemperatureK: z.number(), atmospherePa: z.number() }),
  /**
   * `held`: one oil temperature everywhere; `found`: by heat balance, place by place. Film temperatures are found in
   * both.
   */
  temperatureModel: z.enum(['held', 'found']),
  convergence: convergenceSchema,
  supplied: z.boolean(),
  nodes: z.array(nodeResultSchema),
  elements: z.array(elementResultSchema),
  consumers: z.array(consumerResultSchema),
  drains: z.array(drainResultSchema),
  accumulators: z.array(accumulatorResultSchema),
  notes: z.array(noteSchema),
});
export type SolveResult = z.infer<typeof solveResultSchema>;
