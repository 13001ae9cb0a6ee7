import { z } from 'zod';
import { sayFinding, type Finding, type Weight } from '../../judgement/audit';
import { checkSchema, judgedSchema, type Check } from '../../judgement/verdict/check';
import { certaintySchema, isGoodEnough, verdictSchema } from '../../judgement/verdict/verdict';
import { certaintyOf } from '../inputs/certainty';
import { judgeWhole } from '../inputs/fullCheck';
import { AUDIT_READS } from '../job/asked';
import type { StudyCircuits } from '../job/studyCircuits';
import { type LongTask, type Study, type StudyKind } from '../job/study';
import { checkLines } from './sayCheck';
import { sweepRemarks } from '../../judgement/sweep/saySweep';

/** With its certainty, or without: that takes as long again. */
const requestSchema = z.strictObject({ sure: z.boolean() });
type Request = z.infer<typeof requestSchema>;

const taskSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('judge') }),
  z.strictObject({ kind: z.literal('sure'), verdict: verdictSchema }),
]);
type Task = z.infer<typeof taskSchema>;

const replySchema = z.discriminatedUnion('kind', [
  judgedSchema.extend({ kind: z.literal('judged') }),
  z.strictObject({ kind: z.literal('sure'), certainty: certaintySchema }),
]);
type Reply = z.infer<typeof replySchema>;

function* judge(circuits: StudyCircuits): LongTask<Reply> {
  return { kind: 'judged', ...(yield* judgeWhole(circuits.freshCircuit())) };
}

function* sure(circuits: StudyCircuits, verdict: Extract<Task, { kind: 'sure' }>['verdict']): LongTask<Reply> {
  return { kind: 'sure', certainty: yield* certaintyOf(circuits.circuit().project, verdict) };
}

function soFar(replies: readonly Reply[]): Check | undefined {
  const judged = replies.find((r) => r.kind === 'judged');
  if (!judged) return undefined;
  const { sweep, findings, verdict } = judged;
  return { sweep, findings, verdict, certainty: replies.find((r) => r.kind === 'sure')?.certainty ?? null };
}

function* start(_project: unknown, request: Request): Study<Task, Reply, Check> {
  const judged = yield [{ kind: 'judge' }];
  const first = soFar(judged)!;
  if (!request.sure) return first;
  return soFar([...judged, ...(yield [{ kind: 'sure', verdict: first.verdict }])])!;
}

const WEIGHT_WORDS: Readonly<Record<Weight, string>> = { stop: 'STOP', mend: 'mend', look: 'look', note: 'note' };

function linesOf(finding: Finding): string[] {
  const waived = finding.waived === null ? '' : ` (waived: ${finding.waived})`;
  return [
    `${WEIGHT_WORDS[finding.weight]}  ${finding.title}: ${sayFinding(finding, finding.what)}${waived}`,
    `      ${sayFinding(finding, finding.why)}`,
    ...finding.remedies.map((remedy) => `      - ${sayFinding(finding, remedy)}`),
  ];
}

/**
 * The whole check of the open variant: its range, the drives of its use, every rule of the trade, the one verdict that
 * they come to, and how sure that is.
 */
export const CHECK_STUDY: StudyKind<Request, Task, Reply, Check> = {
  name: 'check',
  reads: AUDIT_READS,
  requestSchema,
  taskSchema,
  replySchema,
  answerSchema: checkSchema,
  start,
  work: (circuits, task) => (task.kind === 'judge' ? judge(circuits) : sure(circuits, task.verdict)),
  partial: (_project, _request, replies) => soFar(replies),
  commands: [
    {
      name: 'check',
      question: () => ({ sure: true }),
      json: ({ sweep: { nodeLowPa, nodeHighPa, ...rest }, verdict, certainty }, { circuit }) => ({
        verdict,
        certainty,
        ...rest,
        nodes: circuit.compiled.network.nodeName.map((name, i) => ({
          name,
          lowestPressurePa: nodeLowPa[i],
          highestPressurePa: nodeHighPa[i],
        })),
      }),
      lines: checkLines,
      remarks: ({ sweep }) => sweepRemarks(sweep),
      isGood: ({ verdict, certainty }) => isGoodEnough(verdict, certainty),
    },
    {
      name: 'audit',
      question: () => ({ sure: false }),
      json: ({ findings }) => ({ findings }),
      lines: ({ findings }) => findings.flatMap(linesOf),
      isGood: ({ findings }) =>
        !findings.some((f) => f.waived === null && (f.weight === 'stop' || f.weight === 'mend')),
    },
  ],
};
