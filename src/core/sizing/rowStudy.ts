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
  row: z.int().min(-1),
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

function sizesOf(project: Project, id: string) {
  const part = activeVariant(project).circuit.parts.find((p) => p.id === id);
  const sizes = part ? partRowsOf(part) : [];
  if (sizes.length === 0) throw new StudyRefused('There is no cooler or thermostat of that name in this circuit.');
  return sizes;
}

function* start(project: Project, request: Request): Study<RowTask, RowReply, Rows> {
  const replies = yield [-1, ...sizesOf(project, request.part).keys()].map((row) => ({ part: request.part, row }));
  return judged(project, request, replies)!;
}

/** The sizes that were fitted, held against the present one; undefined before that one is known. */
function judged(project: Project, request: Request, replies: readonly RowReply[]): Rows | undefined {
  const present = replies.find((r) => r.row < 0);
  if (!present) return undefined;
  const sizes = sizesOf(project, request.part);
  const before = new Set(present.failing.map(key));
  const rows = replies.map((reply) => {
    const starved = reply.failing.filter((f) => !before.has(key(f)));
    const fails: RowNeed[] = [
      ...(starved.length > 0 || !reply.solved ? ['supply' as const] : []),
      ...(reply.hotDayK === null || reply.hotDayK > reply.limitHotK ? ['hot' as const] : []),
      ...(reply.coldCruiseK !== null && reply.coldCruiseK < reply.limitColdK ? ['cold' as const] : []),
    ];
    return { label: reply.row < 0 ? 'as it is' : sizes[reply.row]!.label, row: reply.row, hotDayK: reply.hotDayK, coldCruiseK: reply.coldCruiseK, solved: reply.solved, starved, fails };
  });
  const had = rows.filter((r) => r.row >= 0);
  const ruledOutBy = had.length < sizes.length ? [] : ROW_NEEDS.filter((need) => had.every((r) => r.fails.includes(need)));
  return { part: request.part, limitHotK: present.limitHotK, limitColdK: present.limitColdK, rows, ruledOutBy };
}

const key = (f: { readonly part: string; readonly verdict: string; readonly decisive: { readonly side: string } | null }) => `${f.part} ${f.decisive?.side ?? f.verdict}`;

/** Which cooler or thermostat that can be had would do: supply over the range with the oil held, temperatures on the two design drives found by heat. */
export const ROW_STUDY = {
  name: 'rows', requestSchema, taskSchema, replySchema, answerSchema: rowsSchema, start, partial: judged,
} as const satisfies StudyKind<Request, RowTask, RowReply, Rows>;
