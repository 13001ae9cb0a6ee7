import { z } from 'zod';
import type { Part } from '../../document/parts/part';
import { activeVariant, type Project } from '../../document/project/project';
import { partFamiliesOf, type PartFamily } from './partFamilies';
import { type Study } from '../job/study';
import { shortfallSchema } from '../../judgement/sweep/shortfall';
import { StudyRefused } from '../job/studyRefused';

export const requestSchema = z.strictObject({ part: z.string() });
export type Request = z.infer<typeof requestSchema>;

/** A size of a family that is fitted; no family: the part as it is. */
const fittedSchema = z.strictObject({ family: z.string().nullable(), size: z.number() });

const outcomeSchema = fittedSchema.extend({
  /** Who is not supplied over the range, oil temperature held. */
  failing: z.array(shortfallSchema),
  solved: z.boolean(),
  /** Where the oil settles on a hot day at full load, and on a cold cruise; null where no balance is found. */
  hotDayK: z.number().nullable(),
  coldCruiseK: z.number().nullable(),
  limitHotK: z.number(),
  limitColdK: z.number(),
});
export type RowOutcome = z.infer<typeof outcomeSchema>;

export const taskSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('fit'), part: z.string(), ...fittedSchema.shape }),
  /** Between a size that will do and one that will not, both known. `before`: who is not supplied as it is. */
  z.strictObject({
    kind: z.literal('end'),
    part: z.string(),
    family: z.string(),
    good: z.number(),
    bad: z.number(),
    before: z.array(z.string()),
  }),
]);
export const replySchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('fit'), outcome: outcomeSchema }),
  /**
   * The last that will do and the first that will not, a step apart, as solved there; null where it is a neighbour that
   * was known already.
   */
  z.strictObject({ kind: z.literal('end'), good: outcomeSchema.nullable(), bad: outcomeSchema.nullable() }),
]);
export type PartSizeTask = z.infer<typeof taskSchema>;
export type PartSizeReply = z.infer<typeof replySchema>;

/**
 * What a size is asked for: to starve nobody whom the present one does not, to keep the oil cool enough, and to let it
 * get warm enough.
 */
export const ROW_NEEDS = ['supply', 'hot', 'cold'] as const;
export type RowNeed = (typeof ROW_NEEDS)[number];

const rowSchema = fittedSchema.extend({
  hotDayK: z.number().nullable(),
  coldCruiseK: z.number().nullable(),
  solved: z.boolean(),
  /** Who is not supplied with it and is with the present one. */
  starved: z.array(shortfallSchema),
  fails: z.array(z.enum(ROW_NEEDS)),
});
export type Row = z.infer<typeof rowSchema>;

export const partSizesSchema = z.strictObject({
  part: z.string(),
  limitHotK: z.number(),
  limitColdK: z.number(),
  /** The part as it is, then what can be had. */
  rows: z.array(rowSchema),
  /**
   * By family, what would do whether it is sold or not, each end solved; below and above it the first that will not,
   * null where the search ended.
   */
  bands: z.array(
    z.strictObject({
      family: z.string(),
      low: z.number(),
      high: z.number(),
      below: rowSchema.nullable(),
      above: rowSchema.nullable(),
    }),
  ),
  /** What rules out every size that can be had; empty where one would do, or each fails by something else. */
  ruledOutBy: z.array(z.enum(ROW_NEEDS)),
});
export type PartSizes = z.infer<typeof partSizesSchema>;

/**
 * The part that is asked about, with its families of sizes.
 * @throws StudyRefused where there is none such in the circuit
 */
export function familiesAt(
  parts: readonly Part[],
  id: string,
): { readonly part: Part; readonly families: readonly PartFamily[] } {
  const part = parts.find((p) => p.id === id);
  const families = part ? partFamiliesOf(part) : [];
  if (!part || families.length === 0)
    throw new StudyRefused('There is no cooler or thermostat of that name in this circuit.');
  return { part, families };
}

const key = (f: {
  readonly part: string;
  readonly verdict: string;
  readonly decisive: { readonly side: string } | null;
  readonly finding?: { readonly rule: string } | undefined;
}) => `${f.part} ${f.finding?.rule ?? f.decisive?.side ?? f.verdict}`;
/** Who is not supplied, in words that two outcomes can be held against each other by. */
export const unsupplied = (outcome: RowOutcome): string[] => outcome.failing.map(key);

/**
 * What a size fails in.
 * @param before who is not supplied with the part as it is: nobody blames the new one for that
 */
export function judged(
  { failing, solved, hotDayK, coldCruiseK, limitHotK, limitColdK, family, size }: RowOutcome,
  before: readonly string[],
): Row {
  const starved = failing.filter((f) => !before.includes(key(f)));
  const fails: RowNeed[] = [
    ...(starved.length > 0 || !solved ? ['supply' as const] : []),
    ...(hotDayK !== null && hotDayK > limitHotK ? ['hot' as const] : []),
    ...(coldCruiseK !== null && coldCruiseK < limitColdK ? ['cold' as const] : []),
  ];
  return { family, size, hotDayK, coldCruiseK, solved, starved, fails };
}

const willDo = (row: Row) => row.fails.length === 0;

export function* start(project: Project, request: Request): Study<PartSizeTask, PartSizeReply, PartSizes> {
  const { part, families } = familiesAt(activeVariant(project).circuit.parts, request.part);
  // The ends of the searched range are looked at as well: a band may go past all that is sold.
  const at = families.map(({ low, high, stock }) => [...new Set([low, ...stock, high])].sort((a, b) => a - b));
  const fits: PartSizeTask[] = [
    { family: null, size: 0 },
    ...families.flatMap(({ id }, i) => at[i]!.map((size) => ({ family: id, size }))),
  ].map((fitted) => ({ kind: 'fit', part: part.id, ...fitted }));
  const replies = yield fits;
  const answer = soFar(project, request, replies)!;
  const before = unsupplied(outcomesOf(replies)[0]!);
  const looks = outcomesOf(replies).map((o) => judged(o, before));
  const runs = families.flatMap(({ id }) =>
    runsOf(looks.filter((l) => l.family === id)).map((run) => ({ family: id, ...run })),
  );
  const ends = runs.flatMap(({ family, first, last, below, above }): PartSizeTask[] =>
    [[first, below] as const, [last, above] as const].flatMap(([good, bad]) =>
      bad ? [{ kind: 'end', part: part.id, family, good: good.size, bad: bad.size, before }] : [],
    ),
  );
  const found = (yield ends).flatMap((r) => (r.kind === 'end' ? [r] : []));
  const end = (good: Row, bad: Row | undefined) => {
    const reply = bad && found.shift();
    return { size: reply?.good?.size ?? good.size, limit: reply?.bad ? judged(reply.bad, before) : (bad ?? null) };
  };
  const bands = runs.map(({ family, first, last, below, above }) => {
    const [lower, upper] = [end(first, below), end(last, above)];
    return { family, low: lower.size, high: upper.size, below: lower.limit, above: upper.limit };
  });
  return { ...answer, bands };
}

/** Runs of sizes that will do, with their neighbours that will not. */
function runsOf(looks: readonly Row[]) {
  const runs: { first: Row; last: Row; below: Row | undefined; above: Row | undefined }[] = [];
  looks.forEach((look, i) => {
    if (!willDo(look)) return;
    const open = runs[runs.length - 1];
    if (open && i > 0 && willDo(looks[i - 1]!)) [open.last, open.above] = [look, looks[i + 1]];
    else runs.push({ first: look, last: look, below: looks[i - 1], above: looks[i + 1] });
  });
  return runs;
}

const outcomesOf = (replies: readonly PartSizeReply[]) => replies.flatMap((r) => (r.kind === 'fit' ? [r.outcome] : []));

/** The sizes that were fitted, held against the present one; undefined before that one is known. */
export function soFar(project: Project, request: Request, replies: readonly PartSizeReply[]): PartSizes | undefined {
  const outcomes = outcomesOf(replies);
  const present = outcomes.find((o) => o.family === null);
  if (!present) return undefined;
  const { families } = familiesAt(activeVariant(project).circuit.parts, request.part);
  const before = unsupplied(present);
  const had = outcomes
    .filter((o) => families.some((f) => f.id === o.family && f.stock.includes(o.size)))
    .map((o) => judged(o, before));
  const all = families.reduce((sum, f) => sum + f.stock.length, 0);
  return {
    part: request.part,
    limitHotK: present.limitHotK,
    limitColdK: present.limitColdK,
    rows: [judged(present, before), ...had],
    bands: [],
    ruledOutBy: had.length < all ? [] : ROW_NEEDS.filter((need) => had.every((r) => r.fails.includes(need))),
  };
}
