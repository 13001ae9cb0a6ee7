import { z } from 'zod';
import { activeVariant, type Project } from '../circuit/project';
import { partRowsOf } from '../parts/partRows';
import { StudyRefused, type Study, type StudyKind } from '../studies/study';
import { shortfallSchema } from '../sweep/shortfall';

const requestSchema = z.strictObject({ part: z.string() });
type Request = z.infer<typeof requestSchema>;

/** Row −1 is the part as it is. */
const taskSchema = z.strictObject({ part: z.string(), row: z.int().min(-1) });
export type RowTask = z.infer<typeof taskSchema>;

const replySchema = z.strictObject({
  /** Who is not supplied over the range, oil temperature held. */
  failing: z.array(shortfallSchema), solved: z.boolean(),
  /** Where the oil settles on a hot day at full load, and on a cold cruise; null where no balance is found: it only gets hotter. */
  hotDayK: z.number().nullable(), coldCruiseK: z.number().nullable(),
  limitHotK: z.number(), limitColdK: z.number(),
});
export type RowReply = z.infer<typeof replySchema>;

/** What a size is asked for: to starve nobody whom the present one does not, to keep the oil cool enough, and to let it get warm enough. */
export const ROW_NEEDS = ['supply', 'hot', 'cold'] as const;
export type RowNeed = (typeof ROW_NEEDS)[number];

export const rowsSchema = z.strictObject({
  part: z.string(), limitHotK: z.number(), limitColdK: z.number(),
  /** The present one first, then what can be had. */
  rows: z.array(z.strictObject({
    label: z.string(), row: z.int(),
    hotDayK: z.number().nullable(), coldCruiseK: z.number().nullable(), solved: z.boolean(),
    /** Who is not supplied with it and is with the present one. */
    starved: z.array(shortfallSchema),
    fails: z.array(z.enum(ROW_NEEDS)),
  })),
  /** What rules out every size that can be had; empty where one would do, or each fails by something else. */
  ruledOutBy: z.array(z.enum(ROW_NEEDS)),
});
export type Rows = z.infer<typeof rowsSchema>;

function* start(project: Project, request: Request): Study<RowTask, RowReply, Rows> {
  const part = activeVariant(project).circuit.parts.find((p) => p.id === request.part);
  const sizes = part ? partRowsOf(part) : [];
  if (!part || sizes.length === 0) throw new StudyRefused('There is no cooler or thermostat of that name in this circuit.');
  const replies = yield [-1, ...sizes.keys()].map((row) => ({ part: part.id, row }));
  const present = replies[0]!;
  const before = new Set(present.failing.map(key));
  const rows = replies.map((reply, i) => {
    const starved = reply.failing.filter((f) => !before.has(key(f)));
    const fails: RowNeed[] = [
      ...(starved.length > 0 || !reply.solved ? ['supply' as const] : []),
      ...(reply.hotDayK === null || reply.hotDayK > reply.limitHotK ? ['hot' as const] : []),
      ...(reply.coldCruiseK !== null && reply.coldCruiseK < reply.limitColdK ? ['cold' as const] : []),
    ];
    return { label: i === 0 ? 'as it is' : sizes[i - 1]!.label, row: i - 1, hotDayK: reply.hotDayK, coldCruiseK: reply.coldCruiseK, solved: reply.solved, starved, fails };
  });
  const had = rows.slice(1);
  return { part: part.id, limitHotK: present.limitHotK, limitColdK: present.limitColdK, rows, ruledOutBy: ROW_NEEDS.filter((need) => had.every((r) => r.fails.includes(need))) };
}

const key = (f: { readonly part: string; readonly verdict: string; readonly decisive: { readonly side: string } | null }) => `${f.part} ${f.decisive?.side ?? f.verdict}`;

/** Which cooler or thermostat that can be had would do: supply over the range with the oil held, temperatures on the two design drives found by heat. */
export const ROW_STUDY = {
  name: 'rows', requestSchema, taskSchema, replySchema, answerSchema: rowsSchema, start,
} as const satisfies StudyKind<Request, RowTask, RowReply, Rows>;
