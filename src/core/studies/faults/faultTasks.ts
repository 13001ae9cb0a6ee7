import { z } from 'zod';
import { activeVariant, type Project, type Variant } from '../../document/project/project';
import { inPieces, type Study } from '../job/study';
import { shortfallSchema } from '../../judgement/sweep/shortfall';
import { singleFaults } from '../inputs/singleFaults';

const gaugeSchema = z.strictObject({
  speedRevS: z.number(),
  oilTemperatureK: z.number(),
  normalPa: z.number(),
  faultyPa: z.number(),
});

export const faultOutcomeSchema = z.strictObject({
  id: z.string(),
  /** Parts that fail; two where faults come in pairs. */
  parts: z.array(z.string()),
  title: z.string(),
  /** `open`: nothing starves in the few conditions looked at so far. */
  outcome: z.enum(['starves', 'harmless', 'unsolved', 'impossible', 'open']),
  /** Conditions that were looked at. */
  conditions: z.int(),
  /** True where that is all of the range. */
  whole: z.boolean(),
  /** Who is no longer supplied and was before, worst first: the first of them starves first. */
  starved: z.array(shortfallSchema),
  /** States at which the gauge is furthest out; null where no reading changes, or nothing could be read. */
  gauge: gaugeSchema.nullable(),
  /** Whether someone who knows the engine could see it on the gauge there. */
  noticed: z.boolean(),
});
export type FaultOutcome = z.infer<typeof faultOutcomeSchema>;

export const requestSchema = z.strictObject({
  /** Every two faults of different parts together as well. */
  pairs: z.boolean(),
});
export const taskSchema = z.strictObject({
  ids: z.array(z.string()),
  /** Some conditions of the range, or all of it. */
  whole: z.boolean(),
});
export const replySchema = z.array(faultOutcomeSchema);
export type FaultTask = z.infer<typeof taskSchema>;

/** Sets of faults that a worker is given at a time: first in some conditions, then over the whole range. */
const FIRST_AT_A_TIME = 6;
const AT_A_TIME = 4;
/** Between the faults of a set, in its id. */
const AND = ' + ';
/** Single faults of a set, by its id. */
export const faultIdsOf = (id: string) => id.split(AND);

export function* start(
  project: Project,
  { pairs }: z.infer<typeof requestSchema>,
): Study<FaultTask, FaultOutcome[], FaultOutcome[]> {
  const faults = singleFaults(activeVariant(project));
  const ids = faults.map((f) => f.id);
  if (pairs)
    faults.forEach((a, i) => faults.slice(i + 1).forEach((b) => b.part !== a.part && ids.push([a.id, b.id].join(AND))));
  const first = yield inPieces(ids, FIRST_AT_A_TIME).map((piece) => ({ ids: piece, whole: false }));
  // Whatever starves already is looked at first.
  const order = worstFirst(first.flat()).map(({ id }) => id);
  return worstFirst((yield inPieces(order, AT_A_TIME).map((piece) => ({ ids: piece, whole: true }))).flat());
}

/** What is known of each fault so far: over the whole range, or in the conditions looked at first. */
export function knownSoFar(outcomes: readonly FaultOutcome[]): FaultOutcome[] {
  const known = new Map<string, FaultOutcome>();
  for (const outcome of outcomes) if (outcome.whole || !known.has(outcome.id)) known.set(outcome.id, outcome);
  return worstFirst([...known.values()]);
}

/** Who starves unnoticed before what the gauge shows, more starved before fewer. */
const worstFirst = (outcomes: readonly FaultOutcome[]) => [...outcomes].sort((a, b) => weight(b) - weight(a));
const weight = (o: FaultOutcome) =>
  (o.starved.length > 0 ? 1000 : 0) +
  (o.starved.length > 0 && !o.noticed ? 500 : 0) +
  (o.starved.some((s) => s.verdict === 'dry') ? 100 : 0) +
  o.starved.length;

/** The variant with the faults of an outcome in it, by its id; undefined where it cannot be. */
export function variantWithFault(variant: Variant, id: string): Variant | undefined {
  const faults = singleFaults(variant);
  return faultIdsOf(id).reduce<Variant | undefined>(
    (v, each) => v && faults.find((f) => f.id === each)?.apply(v),
    variant,
  );
}
