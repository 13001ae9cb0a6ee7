import { z } from 'zod';

export const FILL_STARTS = ['dry', 'prefilled', 'overnight'] as const;

export const requestSchema = z.strictObject({
  /** What holds oil when cranking begins. */
  start: z.enum(FILL_STARTS),
  oilTemperatureK: z.number().positive(),
  /** Longest cranking without ignition, then idling [s]. */
  crankForS: z.number().min(0).max(120),
  idleForS: z.number().min(0).max(1800),
});
export type FillingRequest = z.infer<typeof requestSchema>;

export const answerSchema = z.strictObject({
  /**
   * Everything is full; the time was up before; or a state on the way did not solve, and what is there goes no further.
   */
  status: z.enum(['full', 'timeUp', 'unsolved']),
  /** First pressure at the gauge [s]; null: none. */
  gaugeS: z.number().nullable(),
  /** Until when it was cranked [s]. */
  crankedS: z.number(),
  samples: z.array(
    z.strictObject({ timeS: z.number(), speedRevS: z.number(), gaugePa: z.number(), filledM3: z.number() }),
  ),
  parts: z.array(
    z.strictObject({
      part: z.string(),
      name: z.string(),
      volumeM3: z.number(),
      startedFull: z.boolean(),
      /** When it was full [s]; null: not within the time. */
      fullS: z.number().nullable(),
      share: z.number(),
    }),
  ),
  consumers: z.array(
    z.strictObject({
      part: z.string(),
      name: z.string(),
      arrivesS: z.number().nullable(),
      /** Seconds of running by which oil must be there. */
      limitS: z.number(),
      late: z.boolean(),
    }),
  ),
  /** What went into parts, and so what the level fell by [m³]. */
  filledM3: z.number(),
  pumpedM3: z.number(),
});
export type FillingAnswer = z.infer<typeof answerSchema>;

/**
 * How the first start is asked for where nothing else is said.
 * @source common practice: cranked in bouts of 15 s, twice
 */
export const USUAL_FILLING = { crankForS: 30, idleForS: 600 } as const;
