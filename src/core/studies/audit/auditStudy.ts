import { z } from 'zod';
import { auditCircuit, findingSchema, RULE_COUNT, sayFinding, type Finding, type Weight } from '../../judgement/audit';
import { AUDIT_READS } from '../job/asked';
import { inShares, oneTask, type StudyKind } from '../job/study';

const nothingSchema = z.strictObject({});
type Nothing = z.infer<typeof nothingSchema>;
const findingsSchema = z.array(findingSchema).readonly();

const WEIGHT_WORDS: Readonly<Record<Weight, string>> = { stop: 'STOP', mend: 'mend', look: 'look', note: 'note' };

function linesOf(finding: Finding): string[] {
  const waived = finding.waived === null ? '' : ` (waived: ${finding.waived})`;
  return [
    `${WEIGHT_WORDS[finding.weight]}  ${finding.title}: ${sayFinding(finding, finding.what)}${waived}`,
    `      ${sayFinding(finding, finding.why)}`,
    ...finding.remedies.map((remedy) => `      - ${sayFinding(finding, remedy)}`),
  ];
}

/** Every rule of the trade about the open variant, heaviest finding first. */
export const AUDIT_STUDY = {
  name: 'audit',
  reads: AUDIT_READS,
  requestSchema: nothingSchema,
  taskSchema: nothingSchema,
  replySchema: findingsSchema,
  answerSchema: findingsSchema,
  start: oneTask<Nothing, readonly Finding[]>,
  work: (circuits) => inShares(auditCircuit(circuits.circuit()), RULE_COUNT),
  commands: [
    {
      name: 'audit',
      question: () => ({}),
      json: (findings) => ({ findings }),
      lines: (findings) => findings.flatMap(linesOf),
      isGood: (findings) => !findings.some((f) => f.waived === null && (f.weight === 'stop' || f.weight === 'mend')),
    },
  ],
} as const satisfies StudyKind<Nothing, Nothing, readonly Finding[], readonly Finding[]>;
