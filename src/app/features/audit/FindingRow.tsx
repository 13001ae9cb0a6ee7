import { Button, Input, Form } from 'antd';
import { Fold } from '../../forms/Fold';
import { useDocument } from '../../state/document';
import { useView } from '../../state/view';
import { usePreferences } from '../../state/preferences';
import { Field } from '../../forms/Field';
import { useState } from 'react';
import type { Finding } from '../../../core/judgement/audit/finding';
import { sayFinding } from '../../../core/judgement/audit/sayFinding';
import { WeightIcon } from '../../marks/WeightMark';

/** One finding: what, why, remedies, where the rule comes from; moves that mend it, and the way to set it aside. */
export function FindingRow({ finding, withPart }: { readonly finding: Finding; readonly withPart: boolean }) {
  const units = usePreferences((w) => w.units);
  const select = useView((w) => w.select);
  const setState = useView((w) => w.setState);
  const previewMove = useView((w) => w.previewMove);
  const unwaive = useDocument((w) => w.unwaive);
  const [asking, setAsking] = useState(false);
  const go = () => {
    if (finding.state) setState(finding.state);
    if (finding.part) select(finding.part);
  };
  return (
    <article className={`finding audit${finding.waived === null ? '' : ' waived'}`} aria-label={finding.title}>
      <WeightIcon weight={finding.weight} />
      <div>
        {withPart && (finding.part || finding.state) ? (
          <Button type="link" className="go" onClick={go}>
            {finding.title}
          </Button>
        ) : (
          <strong>{finding.title}</strong>
        )}
        <div className="what">{sayFinding(finding, finding.what, units)}</div>
        <Fold title="Why, and how to fix it">
          <p>{sayFinding(finding, finding.why, units)}</p>
          {finding.remedies.length > 0 && (
            <ul>
              {finding.remedies.map((r) => (
                <li key={r}>{sayFinding(finding, r, units)}</li>
              ))}
            </ul>
          )}
          <p className="quiet">Rule: {finding.source}</p>
        </Fold>
        {finding.waived !== null ? (
          <p className="quiet">
            Dismissed: {finding.waived}{' '}
            <Button onClick={() => unwaive(finding.rule, finding.part ?? undefined)}>Restore</Button>
          </p>
        ) : (
          <div className="moves">
            {finding.moves.map(({ label, move }) => (
              <Button key={label} type="primary" onClick={() => previewMove(move)}>
                {label}
              </Button>
            ))}
            {!asking && <Button onClick={() => setAsking(true)}>Dismiss…</Button>}
          </div>
        )}
        {asking && finding.waived === null && <WaiveForm finding={finding} onDone={() => setAsking(false)} />}
      </div>
    </article>
  );
}

const LEAST_REASON = 3;

function WaiveForm({ finding, onDone }: { readonly finding: Finding; readonly onDone: () => void }) {
  const waive = useDocument((w) => w.waive);
  const [reason, setReason] = useState('');
  const [asked, setAsked] = useState(false);
  return (
    <Form
      onFinish={() => {
        if (reason.trim().length < LEAST_REASON) return setAsked(true);
        waive({ rule: finding.rule, ...(finding.part ? { part: finding.part } : {}), reason: reason.trim() });
        onDone();
      }}
    >
      <Field
        title="Reason (printed on the job sheet)"
        problem={asked && reason.trim().length < LEAST_REASON ? 'Give a reason of at least three letters.' : undefined}
      >
        {(id) => (
          <Input id={id} value={reason} maxLength={400} autoFocus onChange={(event) => setReason(event.target.value)} />
        )}
      </Field>
      <div className="moves">
        <Button htmlType="submit" type="primary">
          Dismiss
        </Button>
        <Button onClick={onDone}>Cancel</Button>
      </div>
    </Form>
  );
}
