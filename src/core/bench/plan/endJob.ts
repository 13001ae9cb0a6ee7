import { newVariant } from '../../document/changes/acts';
import { circuitOf } from '../../document/changes/deriveProject';
import { edited, makeChange, withKeptVariant, type Edited } from '../../document/changes/editing';
import { movesBetween } from '../../document/changes/movesBetween';
import type { KeptProject } from '../../document/project/keptProject';
import { shortName } from '../../document/project/names';
import { applyChanges } from './circuitChange';
import type { JobPlan } from './jobPlan';

/** The engine is in a variant from now on: the next job begins there. */
export function engineIsIn(kept: KeptProject, id: string): KeptProject {
  return withKeptVariant({ ...kept, engineNow: id }, id, ({ jobFrom: _, ...variant }) => variant);
}

/**
 * A job that stops half-way: the steps that are done are what the engine is in, as a variant of its own, and the job
 * goes on from there.
 * @returns why there is no such engine, where the steps that are done leave none that could be
 */
export function stopJob(kept: KeptProject, plan: JobPlan): Edited {
  const done = plan.steps.filter((s) => s.note.done).flatMap((s) => s.changes);
  const { from, to } = plan;
  const halfway = newVariant(kept, from.id, { name: shortName(`${to.name}, half done`) });
  const start = circuitOf(kept, from.id);
  const { plumbing, sets } = movesBetween(start, applyChanges(start, done));
  const moves = [...(plumbing ? [plumbing] : []), ...sets];
  const made = moves.length === 0 ? edited(halfway) : makeChange(halfway, moves, { name: 'What is done so far' });
  if (!made.ok) return made;
  const { activeVariant: id } = made.kept;
  const job = made.kept.jobs.find((j) => j.from === from.id && j.to === to.id);
  return edited({
    ...withKeptVariant({ ...made.kept, engineNow: id, activeVariant: to.id }, to.id, (v) => ({ ...v, jobFrom: id })),
    // What was noted of the steps goes on with the job.
    jobs: job ? [...made.kept.jobs, { ...job, from: id }] : made.kept.jobs,
  });
}
