import { z } from 'zod';
import { checkSchema, verdictSchema } from '../network/result';
import type { ConsumerRange } from './sweep';

/** A consumer that is not supplied, at the state where it is worst. */
export const shortfallSchema = z.strictObject({
  part: z.string(), name: z.string(), verdict: verdictSchema, decisive: checkSchema.nullable(),
  speedRevS: z.number(), oilTemperatureK: z.number(),
});
export type Shortfall = z.infer<typeof shortfallSchema>;

/** Who of these is not supplied over the range, worst first: dry before short or flooded, then by margin. */
export function shortfalls(consumers: readonly ConsumerRange[]): Shortfall[] {
  return consumers.filter((c) => !c.supplied).sort((a, b) => rank(a) - rank(b)).map((c) => ({
    part: c.part, name: c.name, verdict: c.verdict, decisive: c.worst?.decisive ?? null,
    speedRevS: c.worst?.state.speedRevS ?? 0, oilTemperatureK: c.worst?.state.oilTemperatureK ?? 0,
  }));
}

const rank = (c: ConsumerRange) => (c.worst?.verdict === 'dry' ? -Number.MAX_VALUE : c.worst?.decisive?.nearRatio ?? -Number.MAX_VALUE);
