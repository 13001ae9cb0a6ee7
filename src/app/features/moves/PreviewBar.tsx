import { Button } from 'antd';
import type { Finding } from '../../../core/judgement/audit/finding';
import { auditChanges, filtrationChanges } from '../../../core/judgement/previewChanges';
import { useDocument } from '../../state/document';
import { useView } from '../../state/view';
import { sayVerdict } from '../../../core/judgement/supply/say';
import type { Sweep } from '../../../core/judgement/sweep/sweep';
import type { Check } from '../../../core/judgement/verdict/check';
import { sayWholeBriefly } from '../../../core/judgement/verdict/sayWhole';

/** What a move that is looked at would change, above the drawing that shows it. */
export function PreviewBar({
  before,
  after,
  error,
}: {
  readonly before: Check | undefined;
  readonly after: Check | undefined;
  /** Why the circuit with the changes has no answer. */
  readonly error: Error | null;
}) {
  const preview = useView((w) => w.preview);
  const plan = useView((w) => w.plan);
  const { makePreview, addToPlan, shortenPlan, dropPreview } = useView.getState();
  const project = useDocument((d) => d.project);
  const isAsItIs = useDocument((d) => d.kept?.asItIs.id === d.kept?.activeVariant);
  if (!preview?.project) return null;
  const planned = plan?.steps.length ?? 0;
  // Plumbing that is on the engine already was forgotten; what is not is a job.
  const asksWhere = isAsItIs && (preview.job !== undefined || preview.steps.some(({ move }) => move.kind !== 'set'));
  const isPointed = preview.steps.length > planned;
  return (
    <div className="preview" role="status">
      <div>
        {preview.steps.length === 1 && planned === 0 && preview.job === undefined ? (
          <strong>Preview: {preview.name}.</strong>
        ) : (
          <>
            <strong>
              {preview.job ?? 'Plan'}
              {preview.job === undefined ? ' of' : ','} {preview.steps.length}{' '}
              {preview.steps.length === 1 ? 'change' : 'changes'}:
            </strong>
            <ol className="steps">
              {preview.steps.map(({ name }, i) => (
                <li key={`${i} ${name}`} className={i < planned || preview.job !== undefined ? '' : 'pointed'}>
                  {name}
                </li>
              ))}
            </ol>
          </>
        )}{' '}
        {error ? `The circuit cannot be computed so: ${error.message}` : saidOf(before, after)}{' '}
        {project &&
          filtrationChanges(project, preview.project).map((change) => <strong key={change}>{change}. </strong>)}
      </div>
      <Button type="primary" onClick={() => makePreview()}>
        {`${preview.steps.length === 1 ? 'Apply' : `Apply all ${preview.steps.length}`}${asksWhere ? ' in a new variant' : ''}`}
      </Button>
      {asksWhere && <Button onClick={() => makePreview('engine')}>It is on the engine already</Button>}
      {isPointed && <Button onClick={addToPlan}>Add to a plan</Button>}
      {planned > 0 && <Button onClick={shortenPlan}>Take out change {planned}</Button>}
      <Button onClick={dropPreview}>Cancel</Button>
    </div>
  );
}

const saidOf = (before: Check | undefined, after: Check | undefined): string =>
  !after || !before
    ? 'Computing…'
    : `${changes(before.sweep, after.sweep)} ${auditSaid(before.findings, after.findings)} ${sayWholeBriefly(after.verdict, after.certainty)}.`;

/** What the audit would say otherwise, in words. */
function auditSaid(before: readonly Finding[], after: readonly Finding[]): string {
  const { come, go } = auditChanges(before, after);
  const titles = (list: readonly Finding[]) => [...new Set(list.map((f) => f.title.toLowerCase()))].join(', ');
  return [
    come.length > 0 ? `New findings: ${titles(come)}.` : '',
    go.length > 0 ? `No longer found: ${titles(go)}.` : '',
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
  return said.length === 0 ? 'No verdict of a component changes.' : `${said.join(' · ')}.`;
}
