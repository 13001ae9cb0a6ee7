import { z } from 'zod';
import { TRIAL_IDS } from './limits';

const stateSchema = z.strictObject({ speedRevS: z.number(), oilTemperatureK: z.number() });
const figure = z.number().nullable();

export const aloftSchema = stateSchema.extend({
  filmM3: z.number(),
  headsM3: z.number(),
  heldM3: z.number(),
  fedM3S: z.number(),
  drawnM3S: z.number(),
});

/** One way in which the oil is pressed aside. Null: covered as far as is looked. */
export const pickupTrialSchema = z.strictObject({
  id: z.enum(TRIAL_IDS),
  forward: z.number(),
  right: z.number(),
  limitMS2: z.number(),
  /** Least acceleration at which the mouth is bare, with oil at the full and at the lower mark. */
  bareAtFullMS2: figure,
  bareAtLowerMS2: figure,
  /** Least at which the oil reaches the crank's circle, at the full mark. */
  reachesCrankMS2: figure,
});
export type PickupTrial = z.infer<typeof pickupTrialSchema>;

export const PICKUP_VERDICTS = ['covered', 'held', 'lowLevel', 'bare', 'unknown', 'tank'] as const;
export type PickupVerdict = (typeof PICKUP_VERDICTS)[number];

export const REMEDY_IDS = ['doors', 'deeper', 'accumulator'] as const;

/** What one remedy would give. */
export const pickupRemedySchema = z.strictObject({
  id: z.enum(REMEDY_IDS),
  /** Its size: oil of the box or the shell [m³], or how much deeper [m]. */
  size: z.number(),
  /** In the way that is worst now, at the lower mark; null: covered as far as is looked. */
  bareAtMS2: figure,
  /** How long the pressure would last while bare. */
  holdsS: z.number(),
  /** Enough for the engine's use. */
  isEnough: z.boolean(),
});
export type PickupRemedy = z.infer<typeof pickupRemedySchema>;

/** Whether the pickup stays covered, over all states from 40 °C upward. */
export const pickupResultSchema = z.strictObject({
  verdict: z.enum(PICKUP_VERDICTS),
  /** What is missing for an answer. */
  missing: z.enum(['pan', 'fill', 'displacement', 'solved']).nullable(),
  /** True where the use is so hard on the pan that an answer is needed before the engine is run. */
  isNeeded: z.boolean(),
  said: z.enum(['turns', 'slopes', 'heels']),
  /** The state with the least oil in the pan, and what stands there then. */
  worst: z.strictObject({ aloft: aloftSchema, fullM3: z.number(), lowerM3: z.number() }).nullable(),
  trials: z.array(pickupTrialSchema),
  /** Oil over the mouth at rest, stopped, at the full mark [m]. */
  restCoverM: figure,
  holds: z.strictObject({
    doorsS: z.number(),
    accumulatorS: z.number(),
    /** How long a use presses the oil aside at a time; null: for as long as it stands so. */
    lastsS: figure,
  }),
  remedies: z.array(pickupRemedySchema),
  /** Oil aloft at every state that solved. */
  aloft: z.array(aloftSchema),
});
export type PickupResult = z.infer<typeof pickupResultSchema>;
