import { Button } from 'antd';
import { useEffect, useMemo, useRef, useState } from 'react';
import type { JobAnswers, JobSite } from '../../../core/document/jobs/job';
import { jobMoves, jobOf, jobsOnSite, type JobId } from '../../../core/document/jobs/jobs';
import { idsTaken } from '../../../core/document/project/keptProject';
import { activeVariant } from '../../../core/document/project/project';
import { Fold } from '../../forms/Fold';
import { JobQuestions } from '../../forms/JobQuestions';
import { useDocument } from '../../state/document';
import { useView } from '../../state/view';

/** Jobs found by words, each with the reason where it does not fit. */
function useJobs(site: JobSite | undefined, words: string) {
  const all = useMemo(() => (site ? jobsOnSite(site).map(({ id, why }) => ({ job: jobOf(id), id, why })) : []), [site]);
  const typed = words.toLowerCase().split(/\s+/).filter(Boolean);
  const found = all.filter(({ job }) => {
    const text = `${job.label} ${job.note} ${job.words}`.toLowerCase();
    return typed.every((word) => text.includes(word));
  });
  return { fitting: found.filter((f) => f.why === undefined), refused: found.filter((f) => f.why !== undefined) };
}

/**
 * Whole jobs by name, before single changes: one press shows what it asks and, on the drawing, what it changes.
 * @param words that were typed to find one
 */
export function JobsSection({ words, onOpen }: { readonly words: string; readonly onOpen: (isOpen: boolean) => void }) {
  const project = useDocument((d) => d.project);
  const kept = useDocument((d) => d.kept);
  const previewJob = useView((v) => v.previewJob);
  const [open, setOpen] = useState<JobId>();
  const [answers, setAnswers] = useState<JobAnswers>({});
  const site = useMemo<JobSite | undefined>(
    () => project && kept && { circuit: activeVariant(project).circuit, engine: project.engine, taken: idsTaken(kept) },
    [project, kept],
  );
  const { fitting, refused } = useJobs(site, words);
  const [problem, setProblem] = useState<string>();
  if (!site) return null;
  const look = (id: JobId | undefined, given: JobAnswers) => {
    setOpen(id);
    setAnswers(given);
    onOpen(id !== undefined);
    const planned = id === undefined ? undefined : jobMoves(id, site, given);
    setProblem(planned && !planned.ok ? planned.why : undefined);
    previewJob(planned?.ok ? planned.moves : [], id === undefined ? '' : jobOf(id).label);
  };
  if (open !== undefined)
    return (
      <JobForm
        id={open}
        site={site}
        answers={answers}
        problem={problem}
        onChange={(given) => look(open, given)}
        onBack={() => look(undefined, {})}
      />
    );
  if (fitting.length + refused.length === 0) return null;
  return (
    <section className="jobs" aria-label="Whole jobs">
      <h3>Whole jobs</h3>
      {fitting.map(({ job, id }) => (
        <Button key={id} size="small" title={job.note} onClick={() => look(id, {})}>
          {job.label}
        </Button>
      ))}
      {refused.length > 0 && (
        <Fold title={`${refused.length} ${refused.length === 1 ? 'does' : 'do'} not fit this engine`}>
          {refused.map(({ job, why }) => (
            <p key={job.id} className="quiet">
              <strong>{job.label}.</strong> {why}
            </p>
          ))}
        </Fold>
      )}
    </section>
  );
}

/** What a job does, what to mind, and what it asks. */
function JobForm({
  id,
  site,
  answers,
  problem,
  onChange,
  onBack,
}: {
  readonly id: JobId;
  readonly site: JobSite;
  readonly answers: JobAnswers;
  readonly problem: string | undefined;
  readonly onChange: (answers: JobAnswers) => void;
  readonly onBack: () => void;
}) {
  const job = jobOf(id);
  const makePreview = useView((v) => v.makePreview);
  const form = useRef<HTMLElement>(null);
  // The button that opened it is gone: what was opened has the focus.
  useEffect(() => form.current?.focus(), []);
  return (
    <section className="jobs" aria-label={job.label} ref={form} tabIndex={-1}>
      <h3>{job.label}</h3>
      <p>{job.note}</p>
      {job.mind && <p className="notice">{job.mind}</p>}
      {problem !== undefined && (
        <div className="notice" role="alert">
          <strong>This cannot be done.</strong> {problem}
        </div>
      )}
      <JobQuestions questions={job.questions} site={site} answers={answers} onChange={onChange} />
      <div className="moves">
        <Button type="primary" disabled={problem !== undefined} onClick={() => makePreview()}>
          Take this job
        </Button>
        <Button onClick={onBack}>All jobs</Button>
      </div>
    </section>
  );
}
