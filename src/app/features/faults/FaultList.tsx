import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { activeVariant } from '../../../core/circuit/project';
import { variantWithFault, type FaultOutcome } from '../../../core/faults/faultStudy';
import { sayGauge, sayOutcome } from '../../../core/faults/sayFault';
import { VerdictIcon } from '../../marks/VerdictMark';
import { documentRevision } from '../../state/useAnswers';
import { useWorkbench } from '../../state/workbench';
import { faultsInWorker } from '../../../workers/client';

/** Each single fault: who starves first, what the gauge shows, and the way to look at it. Oil temperature held. */
export default function FaultList() {
  const project = useWorkbench((w) => w.project)!;
  const [progress, setProgress] = useState(0);
  const study = useQuery({
    queryKey: ['faults', documentRevision(project)],
    queryFn: () => {
      setProgress(0);
      return faultsInWorker(project, setProgress);
    },
    staleTime: Infinity, gcTime: 60_000, retry: false,
  });
  const starving = (study.data ?? []).filter((f) => f.starved.length > 0);
  const unseen = starving.filter((f) => !f.noticed).length;
  return (
    <section aria-label="Faults" aria-busy={study.isFetching}>
      <h2>One fault at a time</h2>
      {study.isFetching && <p role="status" className="progress"><progress max={1} value={progress} aria-label="Share done" /> putting faults in</p>}
      {study.error && !study.isFetching && <p className="problem" role="alert">{study.error.message} <button type="button" className="plain" onClick={() => void study.refetch()}>Try again</button></p>}
      {study.data && !study.isFetching && (
        <>
          <p className="quiet">{starving.length} of {study.data.length} starve or flood something that was supplied; {unseen} of these the gauge hardly shows.</p>
          {study.data.map((fault) => <FaultRow key={fault.id} fault={fault} />)}
        </>
      )}
    </section>
  );
}

function FaultRow({ fault }: { readonly fault: FaultOutcome }) {
  const units = useWorkbench((w) => w.units);
  const openFault = useWorkbench((w) => w.openFault);
  const first = fault.starved[0];
  const at = first ?? fault.gauge ?? undefined;
  const open = () => {
    const { project } = useWorkbench.getState();
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
        {at && fault.outcome !== 'impossible' && <div className="moves"><button type="button" className="plain" onClick={open}>Open it as a variant</button></div>}
      </div>
    </article>
  );
}
