import { z } from 'zod';
import { actSchema, type Act } from '../document/changes/act';
import { replay } from '../document/changes/replay';
import { aimsSchema } from '../document/project/aims';
import { activeVariant, withVariant, type Project } from '../document/project/project';
import { AUDIT_READS } from '../studies/job/asked';
import type { Study, StudyKind } from '../studies/job/study';
import { StudyRefused } from '../studies/job/studyRefused';
import type { StudyCircuits } from '../studies/job/studyCircuits';
import { judgeAims } from './aims';
import { codeOf } from './codeOf';
import { effectLines } from './sayEffects';
import { effectSchema, type EffectAnswer } from './effectSchema';
import { measure, measuresSchema, type Measures } from './measures';

/** Changes of a variant that are looked at one by one, at most. */
const MOST_STEPS = 12;

const requestSchema = z.strictObject({
  /** The variant that the open one is held against; null: there is none. */
  from: z.string().nullable(),
  /** The acts that lead from there to the open one, in order; none: they are not told apart. */
  acts: z.array(actSchema).max(400),
  aims: aimsSchema,
});
export type EffectRequest = z.infer<typeof requestSchema>;

const taskSchema = z.strictObject({
  request: requestSchema,
  /** Of the open variant as it is, of the one before, or of that one with some of the acts. */
  of: z.union([z.enum(['before', 'after']), z.array(z.string())]),
});
type Task = z.infer<typeof taskSchema>;
const replySchema = z.strictObject({ measures: measuresSchema.nullable(), code: z.number().nullable() });
type Reply = z.infer<typeof replySchema>;

const nameOf = (act: Act): string =>
  act.name ?? act.moves.map((m) => m.said ?? '').find((said) => said !== '') ?? 'change';
const onlyOn = (acts: readonly Act[]) => acts.filter((a) => !a.off);

/** The variants before and after, then with the acts one by one, and each alone. */
function* start(_project: Project, request: EffectRequest): Study<Task, Reply, EffectAnswer> {
  const acts = onlyOn(request.acts);
  const told = acts.length > 1 && acts.length <= MOST_STEPS ? acts : [];
  const whole: Task[] = [
    { request, of: 'after' },
    ...(request.from === null ? [] : [{ request, of: 'before' as const }]),
  ];
  const first = yield whole;
  // The last of them together is the variant itself.
  const rest: Task[] = told.flatMap((act, i) => [
    ...(i < told.length - 1 ? [{ request, of: told.slice(0, i + 1).map((a) => a.id) }] : []),
    { request, of: [act.id] },
  ]);
  const replies = rest.length === 0 ? [] : yield rest;
  return answerOf(request, [...first, ...replies])!;
}

function answerOf(request: EffectRequest, replies: readonly Reply[]): EffectAnswer | undefined {
  const [after, ...others] = replies;
  if (!after) return undefined;
  const before = request.from === null ? undefined : others.shift();
  const acts = onlyOn(request.acts);
  const told = acts.length > 1 && acts.length <= MOST_STEPS && others.length > 0 ? acts : [];
  const aims = after.measures ? judgeAims(request.aims, { measures: after.measures, code: after.code }) : [];
  return {
    before: before?.measures ?? null,
    after: after.measures,
    aims: [...aims],
    steps: told.flatMap((act, i) => {
      const isLast = i === told.length - 1;
      const at = 2 * i;
      const together = isLast ? after : others[at];
      const alone = others[isLast ? at : at + 1];
      return together && alone
        ? [{ id: act.id, name: nameOf(act), with: together.measures, alone: alone.measures }]
        : [];
    }),
  };
}

function work(circuits: StudyCircuits, { request, of }: Task): Reply {
  const { project } = circuits;
  const from = request.from ?? undefined;
  if (of === 'after') return { measures: measure(project, from, true) ?? null, code: codeOf(project, request.aims) };
  const base = project.variants.find((v) => v.id === from);
  if (!base) throw new StudyRefused('There is no such variant to hold this one against.');
  if (of === 'before')
    return { measures: measure({ ...project, activeVariant: base.id }, undefined, true) ?? null, code: null };
  const acts = of.flatMap((id) => request.acts.find((a) => a.id === id) ?? []);
  const { circuit, troubles } = replay(base.circuit, acts);
  // What was made on another change cannot be made without it.
  if (troubles.length > 0) return { measures: null, code: null };
  const variant = { ...activeVariant(project), circuit };
  return { measures: partly(withVariant(project, variant), from), code: null };
}

const partly = (project: Project, from: string | undefined): Measures | null => measure(project, from, false) ?? null;

/** What the changes of the open variant gain, cost and put at risk, each and together, and how its aims stand. */
export const EFFECT_STUDY: StudyKind<EffectRequest, Task, Reply, EffectAnswer> = {
  name: 'effects',
  reads: AUDIT_READS,
  variants: ({ from }) => (from === null ? [] : [from]),
  requestSchema,
  taskSchema,
  replySchema,
  answerSchema: effectSchema,
  start,
  work,
  partial: (_project, request, replies) => answerOf(request, replies),
  commands: [
    {
      name: 'aims',
      question: ({ circuit: { project, variant } }) => ({
        from: variant.basedOn ?? null,
        acts: [],
        aims: activeVariant({ ...project, activeVariant: variant.id }).aims ?? [],
      }),
      json: (answer) => answer,
      lines: (answer, { circuit }) => effectLines(answer, circuit.project),
      isGood: ({ aims }) => aims.every((a) => a.met !== false),
    },
  ],
};
