import { useView } from '../../state/view';
import { VERDICT_WORDS } from '../../../core/judgement/supply/say';
import type { Sweep } from '../../../core/judgement/sweep/sweep';

/** What a move that is looked at would change, above the sheet that shows it. */
export function PreviewBar({
  before,
  after,
}: {
  readonly before: Sweep | undefined;
  readonly after: Sweep | undefined;
}) {
  const preview = useView((w) => w.preview);
  const makeMove = useView((w) => w.makeMove);
  const closeMoves = useView((w) => w.closeMoves);
  if (!preview?.project) return null;
  return (
    <div className="preview" role="status">
      <div>
        <strong>Preview: {preview.name}.</strong>{' '}
        {!after || !before ? 'Working out the verdicts…' : changes(before, after)}
      </div>
      <button type="button" className="make" onClick={() => makeMove(preview.move)}>
        Make this move
      </button>
      <button type="button" className="plain" onClick={closeMoves}>
        Leave it
      </button>
    </div>
  );
}

/** Verdicts over the range that would change, in words. */
function changes(before: Sweep, after: Sweep): string {
  const was = new Map(before.consumers.map((c) => [c.part, c]));
  const now = new Map(after.consumers.map((c) => [c.part, c]));
  const said = [
    ...after.consumers.flatMap((c) => {
      const old = was.get(c.part);
      if (!old) return [`${c.name} comes, ${VERDICT_WORDS[c.verdict]}`];
      return old.verdict === c.verdict ? [] : [`${c.name} ${VERDICT_WORDS[old.verdict]} → ${VERDICT_WORDS[c.verdict]}`];
    }),
    ...before.consumers.filter((c) => !now.has(c.part)).map((c) => `${c.name} goes`),
  ];
  const open = after.consumers.filter((c) => !c.supplied).length;
  const verdict = open === 0 ? 'All supplied over the range.' : `${open} not supplied over the range.`;
  return said.length === 0 ? `No verdict changes. ${verdict}` : `${said.join(' · ')}. ${verdict}`;
}
