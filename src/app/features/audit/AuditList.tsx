import type { Finding } from '../../../core/judgement/audit';
import { FindingRow } from './FindingRow';

/** Every finding by weight; a click on its name goes to the place and the state. */
export function AuditList({
  findings,
  working,
}: {
  readonly findings: readonly Finding[] | undefined;
  readonly working: boolean;
}) {
  const open = (findings ?? []).filter((f) => f.waived === null);
  const count = (weights: readonly string[]) => open.filter((f) => weights.includes(f.weight)).length;
  return (
    <>
      <h2>
        Audit{' '}
        <span aria-live="polite">
          {working || !findings
            ? 'working…'
            : `${count(['stop'])} critical, ${count(['mend'])} to fix, ${count(['look', 'note'])} to note`}
        </span>
      </h2>
      {findings?.length === 0 && <p>Nothing found.</p>}
      {findings?.map((finding, i) => (
        <FindingRow key={`${finding.rule} ${finding.part ?? ''} ${i}`} finding={finding} withPart />
      ))}
    </>
  );
}
