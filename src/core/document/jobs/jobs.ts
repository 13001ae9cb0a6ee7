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
  const work = new JobWork(site, job, answers);
  try {
    job.make(work);
  } catch (error) {
    if (error instanceof MoveRefused) return { ok: false, why: error.message };
    throw error;
  }
  return { ok: true, moves: work.moves };
}

/** The jobs on an engine, each with the reason where it does not fit. */
export function jobsOnSite(site: JobSite): readonly { readonly id: JobId; readonly why: string | undefined }[] {
  return JOB_IDS.map((id) => {
    const planned = jobMoves(id, site);
    return { id, why: planned.ok ? undefined : planned.why };
  });
}
