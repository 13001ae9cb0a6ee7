import { Checkbox } from 'antd';
import { useMemo } from 'react';
import { answersSchema, completeAnswers } from '../../../core/document/archetypes/answers';
import { stockSite } from '../../../core/document/archetypes/buildProject';
import { jobOf, jobsOnSite, type JobId } from '../../../core/document/jobs/jobs';
import { Fold } from '../../forms/Fold';
import { JobQuestions } from '../../forms/JobQuestions';
import type { SectionProps } from './sectionProps';

const LEGEND = '5 · What are you changing?';

/** What is changed about the engine: the jobs that fit its stock circuit, each with questions of its own. */
export function JobsQuestion({ answers, set }: SectionProps) {
  // Neither its name nor what is chosen changes which jobs fit.
  const asked = JSON.stringify({ ...answers, name: 'x', wants: [], asked: {} });
  const found = useMemo(() => {
    const read = answersSchema.safeParse(JSON.parse(asked));
    if (!read.success) return undefined;
    const site = stockSite(completeAnswers(read.data));
    return { site, jobs: jobsOnSite(site) };
  }, [asked]);
  if (!found)
    return (
      <fieldset>
        <legend>{LEGEND}</legend>
        <p className="quiet">Mend the figures marked red first: which jobs fit follows from them.</p>
      </fieldset>
    );
  const { site, jobs } = found;
  const fitting = jobs.filter(({ id, why }) => why === undefined || answers.wants.includes(id));
  const refused = jobs.filter(({ id, why }) => why !== undefined && !answers.wants.includes(id));
  const toggle = (id: JobId) =>
    set({ wants: answers.wants.includes(id) ? answers.wants.filter((w) => w !== id) : [...answers.wants, id] });
  return (
    <fieldset>
      <legend>{LEGEND}</legend>
      {fitting.map(({ id }) => {
        const { label, note, mind, questions } = jobOf(id);
        const chosen = answers.wants.includes(id);
        return (
          <div key={id} className="choice">
            <Checkbox checked={chosen} onChange={() => toggle(id)}>
              <strong>{label}</strong>
              <br />
              <span className="quiet">{note}</span>
            </Checkbox>
            {chosen && mind && <p className="quiet">{mind}</p>}
            {chosen && (
              <JobQuestions
                questions={questions}
                site={site}
                answers={answers.asked[id] ?? {}}
                onChange={(given) => set({ asked: { ...answers.asked, [id]: given } })}
              />
            )}
          </div>
        );
      })}
      {refused.length > 0 && (
        <Fold title={`${refused.length} jobs do not fit this engine`}>
          {refused.map(({ id, why }) => (
            <p key={id} className="quiet">
              <strong>{jobOf(id).label}.</strong> {why}
            </p>
          ))}
        </Fold>
      )}
    </fieldset>
  );
}
