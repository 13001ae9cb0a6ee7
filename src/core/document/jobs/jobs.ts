import { formatQuantity } from '../../foundations/units';
import type { Move } from '../moves/move';
import { MoveRefused } from '../moves/workpiece';
import { COOLER_JOBS } from './coolerJobs';
import { DRY_SUMP_JOB } from './drySumpJob';
import { ENGINE_JOBS } from './engineJobs';
import { FEED_JOBS } from './feedJobs';
import { FILTER_JOBS } from './filterJobs';
import type { Job, JobAnswers, JobSite } from './job';
import { JobWork } from './jobWork';

/** Every job that has a name, in the order in which people look for them. */
export const JOBS = [...COOLER_JOBS, ...FILTER_JOBS, ...FEED_JOBS, ...ENGINE_JOBS, DRY_SUMP_JOB] as const;
export type JobId = (typeof JOBS)[number]['id'];
export const JOB_IDS = JOBS.map((job) => job.id) as [JobId, ...JobId[]];

/** @returns the job of that id */
export function jobOf(id: JobId): Job {
  return JOBS.find((job) => job.id === id)!;
}

/** The changes of a job on a circuit, or why it does not fit there. */
export type JobMoves =
  { readonly ok: true; readonly moves: readonly Move[] } | { readonly ok: false; readonly why: string };

/**
 * What a job changes on a circuit, in the order in which it is changed: the same moves that a person could press.
 * @param answers to its questions; what is absent stands at its usual answer
 */
export function jobMoves(id: JobId, site: JobSite, answers: JobAnswers = {}): JobMoves {
  const job = jobOf(id);
  const wrong = wrongAnswer(job, answers);
  if (wrong !== undefined) return { ok: false, why: wrong };
  const work = new JobWork(site, job, answers);
  try {
    job.make(work);
  } catch (error) {
    if (error instanceof MoveRefused) return { ok: false, why: error.message };
    throw error;
  }
  return { ok: true, moves: work.moves };
}

/** What of the answers is no answer to a question of the job; undefined where all are. */
function wrongAnswer(job: Job, answers: JobAnswers): string | undefined {
  for (const [id, answer] of Object.entries(answers)) {
    if (answer === undefined) continue;
    const question = job.questions.find((q) => q.id === id);
    if (!question) {
      const asked = job.questions.map((q) => q.id);
      return `It asks nothing that is called ${id}. ${asked.length > 0 ? `It asks: ${asked.join(', ')}.` : 'It asks nothing.'}`;
    }
    if (question.kind === 'choice') {
      const values = question.options.map((o) => o.value);
      if (!values.includes(String(answer))) return `${question.title}: one of ${values.join(', ')}.`;
    } else {
      const [least, most] = question.allowed;
      if (typeof answer !== 'number' || answer < least || answer > most)
        return `${question.title}: from ${formatQuantity(least, question.quantity)} to ${formatQuantity(most, question.quantity)}.`;
    }
  }
  return undefined;
}

/** The jobs on an engine, each with the reason where it does not fit. */
export function jobsOnSite(site: JobSite): readonly { readonly id: JobId; readonly why: string | undefined }[] {
  return JOB_IDS.map((id) => {
    const planned = jobMoves(id, site);
    return { id, why: planned.ok ? undefined : planned.why };
  });
}
