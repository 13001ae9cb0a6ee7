import { Button } from 'antd';
import type { Finding } from '../../../core/judgement/audit/finding';
import { auditChanges, filtrationChanges } from '../../../core/judgement/previewChanges';
import { useDocument } from '../../state/document';
import { useView } from '../../state/view';
import { sayVerdict } from '../../../core/judgement/supply/say';
import type { Sweep } from '../../../core/judgement/sweep/sweep';

/** What a move that is looked at would change, above the sheet that shows it. */
export function PreviewBar({
  before,
  after,
  auditBefore,
  auditAfter,
}: {
  readonly before: Sweep | undefined;
  readonly after: Sweep | undefined;
  readonly auditBefore: readonly Finding[] | undefined;
  readonly auditAfter: readonly Finding[] | undefined;
}) {
  const preview = useView((w) => w.preview);
  const makeMove = useView((w) => w.makeMove);
  const closeMoves = useView((w) => w.closeMoves);
  const project = useDocument((d) => d.project);
  if (!preview?.project) return null;
  return (
    <div className="preview" role="status">
      <div>
        <strong>Preview: {preview.name}.</strong> {!after || !before ? 'Computing…' : changes(before, after)}{' '}
        {project &&
          filtrationChanges(project, preview.project).map((change) => <strong key={change}>{change}. </strong>)}
        {auditBefore && (auditAfter ? auditSaid(auditBefore, auditAfter) : 'Auditing…')}
      </div>
      <Button type="primary" onClick={() => makeMove(preview.move)}>
        Apply
      </Button>
      <Button onClick={closeMoves}>Cancel</Button>
    </div>
  );
}

/** What the audit would say otherwise, in words. */
function auditSaid(before: readonly Finding[], after: readonly Finding[]): string {
  const { come, go } = auditChanges(before, after);
  const titles = (list: readonly Finding[]) => [...new Set(list.map((f) => f.title.toLowerCase()))].join(', ');
  return [
    come.length > 0 ? `New findings: ${titles(come)}.` : '',
    go.length > 0 ? `Fixed: ${titles(go)}.` : '',
    come.length + go.length === 0 ? 'No new findings.' : '',
  ]
    .filter((words) => words !== '')
    .join(' ');
}

/** Verdicts over the range that would change, in words. */
function changes(before: Sweep, after: Sweep): string {
  const was = new Map(before.consumers.map((c) => [c.part, c]));
  const now = new Map(after.consumers.map((c) => [c.part, c]));
  const said = [
    ...after.consumers.flatMap((c) => {
      const old = was.get(c.part);
      if (!old) return [`${c.name} added: ${sayVerdict(c.verdict, c.worst?.decisive)}`];
      return old.verdict === c.verdict
        ? []
        : [`${c.name}: ${sayVerdict(old.verdict, old.worst?.decisive)} → ${sayVerdict(c.verdict, c.worst?.decisive)}`];
    }),
    ...before.consumers.filter((c) => !now.has(c.part)).map((c) => `${c.name} goes`),
  ];
  const open = after.consumers.filter((c) => !c.supplied).length;
  const verdict =
    open === 0
      ? 'Everything is supplied over the whole operating range.'
      : `${open} not supplied over the whole operating range.`;
  return said.length === 0 ? `No verdict changes. ${verdict}` : `${said.join(' · ')}. ${verdict}`;
}
