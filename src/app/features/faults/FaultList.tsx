import { Button, Checkbox } from 'antd';
import { useDocument } from '../../state/document';
import { useView } from '../../state/view';
import { usePreferences } from '../../state/preferences';
import { memo, useState } from 'react';
import { activeVariant } from '../../../core/document/project/project';
import { variantWithFault, type FaultOutcome } from '../../../core/studies/faults/faultTasks';
import { sayGauge, sayOutcome } from '../../../core/studies/faults/sayFault';
import { VerdictIcon } from '../../marks/VerdictMark';
import { useStudy } from '../../state/useStudy';
import { StudyStatus } from '../../studies/StudyStatus';
import { shownOf, useOpenEngine } from '../../state/engine';

/** Rows shown before the rest is asked for: pairs run into hundreds. */
const SHOWN = 60;

/**
 * Each single fault, or every two: who starves first, what the gauge shows, and the way to look at it. Fixed oil
 * temperature.
 */
export default function FaultList() {
  const [pairs, setPairs] = useState(false);
  const [all, setAll] = useState(false);
  const engine = useOpenEngine();
  const study = useStudy(engine, 'faults', { pairs });
  const faults = study.answer ?? [];
  const starving = faults.filter((f) => f.starved.length > 0);
  const unseen = starving.filter((f) => f.whole && !f.noticed).length;
  return (
    <section aria-label="Faults" aria-busy={study.running} {...shownOf(study)}>
      <h2>{pairs ? 'Two faults at a time as well' : 'One fault at a time'}</h2>
      <Checkbox checked={pairs} onChange={(event) => setPairs(event.target.checked)}>
        Also test pairs of faults
      </Checkbox>
      <StudyStatus study={study} doing="testing faults" />
      {study.answer && (
        <>
          <p className="quiet">
            {study.partly ? 'So far ' : ''}
            {starving.length} of {faults.length} leave a component with too little or too much oil;{' '}
            {study.partly
              ? `${faults.filter((f) => f.whole).length} of ${faults.length} looked at over the whole range.`
              : `${unseen} of them barely show on the gauge.`}
          </p>
          {(all ? faults : faults.slice(0, SHOWN)).map((fault) => (
            <FaultRow key={fault.id} fault={fault} />
          ))}
          {!all && faults.length > SHOWN && (
            <Button onClick={() => setAll(true)}>Show the other {faults.length - SHOWN}</Button>
          )}
        </>
      )}
    </section>
  );
}

/** Drawn once: while a study runs, the list comes anew with each piece of it. */
const FaultRow = memo(function FaultRow({ fault }: { readonly fault: FaultOutcome }) {
  const units = usePreferences((w) => w.units);
  const openFault = useView((w) => w.openFault);
  const first = fault.starved[0];
  const at = first ?? fault.gauge ?? undefined;
  const open = () => {
    const { project } = useDocument.getState();
    const faulty = project && variantWithFault(activeVariant(project), fault.id);
    if (faulty && at) openFault(fault.title, faulty, at);
  };
  return (
    <article className="finding audit" aria-label={fault.title}>
      <VerdictIcon verdict={first?.verdict ?? (fault.outcome === 'harmless' ? 'inBand' : 'unknown')} />
      <div>
        <strong>{fault.title}</strong>
        <div className="what">{sayOutcome(fault, units)}</div>
        <div className="quiet">{sayGauge(fault, units)}</div>
        {at && fault.outcome !== 'impossible' && (
          <div className="moves">
            <Button onClick={open}>Open as a variant</Button>
          </div>
        )}
      </div>
    </article>
  );
});
