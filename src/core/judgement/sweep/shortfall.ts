import { z } from 'zod';
import type { ConsumerRange, Sweep } from './sweep';
import { failSchema, type Finding } from '../audit/finding';
import { checkSchema, verdictSchema } from '../stateResult';

/** A consumer that is not supplied, at the state where it is worst. */
export const shortfallSchema = z.strictObject({
  part: z.string(),
  name: z.string(),
  verdict: verdictSchema,
  decisive: checkSchema.nullable(),
  speedRevS: z.number(),
  oilTemperatureK: z.number(),
  /** At every state that solved, not at some. */
  everywhere: z.boolean(),
  /** True for a drain that cannot hold what comes; absent for consumers. */
  drain: z.boolean().optional(),
  /** What a rule of the audit found, where that is what fails: heat, a rating, an overflow. */
  finding: failSchema.optional(),
});
export type Shortfall = z.infer<typeof shortfallSchema>;

/**
 * Who is not supplied over the range, worst first: dry before short or flooded, then by margin.
 * @param only the one consumer asked about
 */
export function shortfalls(
  { consumers, states, notConverged }: Pick<Sweep, 'consumers' | 'states' | 'notConverged'>,
  only?: string,
): Shortfall[] {
  return consumers
    .filter((c) => !c.supplied && (only === undefined || c.part === only))
    .sort((a, b) => rank(a) - rank(b))
    .map((c) => ({
      part: c.part,
      name: c.name,
      verdict: c.verdict,
      decisive: c.worst?.decisive ?? null,
      speedRevS: c.worst?.state.speedRevS ?? 0,
      oilTemperatureK: c.worst?.state.oilTemperatureK ?? 0,
      everywhere: c.failing === states - notConverged.length,
    }));
}

/** What fails by a rule of the audit beside supply, as what rules a size out. */
export function ruleShortfalls(findings: readonly Finding[]): Shortfall[] {
  return findings
    .filter((f) => f.is === 'fails' && f.waived === null && f.rule !== 'supply')
    .map(({ rule, part, title, what, figures, state }) => ({
      part: part ?? rule,
      name: title,
      verdict: 'short',
      decisive: null,
      speedRevS: state?.speedRevS ?? 0,
      oilTemperatureK: state?.oilTemperatureK ?? 0,
      everywhere: false,
      finding: { rule, part, title, what, figures },
    }));
}

const rank = (c: ConsumerRange) =>
  c.worst?.verdict === 'dry' ? -Number.MAX_VALUE : (c.worst?.decisive?.nearRatio ?? -Number.MAX_VALUE);
