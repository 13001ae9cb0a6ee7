import { inSeason, type Project, type Variant } from '../../document/project/project';
import { circuitSteps } from './circuitSteps';
import { baseline, preparation } from './enabling';
import { enabled, type Fact } from './facts';
import { finishing } from './finishing';
import type { Draft } from './planStep';

/**
 * The work on the circuit, what has to be true before it, and what it makes good again.
 * @returns no step where the two circuits are the same
 */
export function wholeJob(project: Project, from: Variant, to: Variant): readonly Draft[] {
  const known = jobs.get(to);
  if (known?.project === project && known.from === from) return known.steps;
  const steps = makeJob(project, from, to);
  jobs.set(to, { project, from, steps });
  return steps;
}

/** Parts, plan and sheet ask for the same job. */
const jobs = new WeakMap<
  Variant,
  { readonly project: Project; readonly from: Variant; readonly steps: readonly Draft[] }
>();

function makeJob(project: Project, from: Variant, to: Variant): readonly Draft[] {
  const main = circuitSteps(from, to);
  if (main.length === 0) return [];
  const { oil } = inSeason(project, to);
  const before = enabled([baseline(project), ...main], preparation(from, to, main));
  return [...before, ...finishing(oil.name, from, to, before)];
}

/** All that a job makes true on its way: whether the oil comes out, the pan off, the coolant open. */
export const factsOf = (project: Project, from: Variant, to: Variant): ReadonlySet<Fact> =>
  new Set(wholeJob(project, from, to).flatMap((step) => step.makes));
