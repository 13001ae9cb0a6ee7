import { memo } from 'react';
import type { Finding } from '../../../core/judgement/audit';
import { FirstFew } from '../../forms/FirstFew';
import { Fold } from '../../forms/Fold';
import { FindingRow } from './FindingRow';

/** Rules that explain what starves behind a part: what follows from them is one press away. */
const EXPLAINING: readonly string[] = ['openPorts', 'blankedPassage'];

/** A job half done, said above whatever starves for it, with the change that finishes it. */
export const HalfDone = memo(function HalfDone({ findings }: { readonly findings: readonly Finding[] | undefined }) {
  const found = findings?.find((f) => f.rule === 'openPorts' && f.waived === null);
  return found && <FindingRow finding={found} withPart />;
});

/** Every finding by weight; a click on its name goes to the place and the state. */
export const AuditList = memo(function AuditList({
  findings,
  working,
}: {
  readonly findings: readonly Finding[] | undefined;
  readonly working: boolean;
}) {
  const all = findings ?? [];
  const open = all.filter((f) => f.waived === null);
  const count = (weights: readonly string[]) => open.filter((f) => weights.includes(f.weight)).length;
  const cause = open.find((f) => f.weight === 'stop' && EXPLAINING.includes(f.rule));
  const following = cause ? open.filter((f) => f.weight === 'stop' && !EXPLAINING.includes(f.rule)) : [];
  const rows = (list: readonly Finding[]) => (
    <FirstFew of={list} what="findings">
      {(finding, i) => <FindingRow key={`${finding.rule} ${finding.part ?? ''} ${i}`} finding={finding} withPart />}
    </FirstFew>
  );
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
      {cause && rows([cause])}
      {following.length > 0 && (
        <Fold title={`${following.length} critical findings that may follow from this`}>{rows(following)}</Fold>
      )}
      {rows(all.filter((f) => f !== cause && !following.includes(f)))}
    </>
  );
});
