import { putBack } from '../../document/changes/putBack';
import { deriveProject } from '../../document/changes/deriveProject';
import { readingsForFit } from '../../document/changes/readings';
import type { KeptProject } from '../../document/project/keptProject';
import { activeVariant, withVariant, type Project } from '../../document/project/project';
import { beforeFit, fitGroups, withFactors } from '../inputs/fitGroups';
import type { FitRequest, FitResult } from './fitSchema';

/** The project with a fit in its open variant's figures, from what was there before any fit. */
export function projectWithFit(project: Project, fit: FitResult): Project {
  const base = beforeFit(project);
  const { readings, applied } = fit.calibration;
  const groups = fitGroups(base, readings);
  const factors = groups.map((g) => applied?.factors.find((f) => f.id === g.id)?.factor ?? 1);
  const { project: moved } = withFactors(base, groups, factors);
  return withVariant(moved, { ...activeVariant(moved), calibration: fit.calibration });
}

/** A kept project with the engine as it is open, to be fitted to what was read on it. */
export const asItIsOf = (kept: KeptProject): Project => deriveProject({ ...kept, activeVariant: kept.asItIs.id });

/** What a fit of a new engine is asked with; undefined where nothing was read on it. */
export function fitAtOnce(kept: KeptProject): FitRequest | undefined {
  const readings = readingsForFit(kept, kept.asItIs.id);
  return readings.length > 0 ? { readings: readings.map((r) => r.reading) } : undefined;
}

/** A kept project with a fit in the figures of the engine as it is; the project itself where the fit found no rest. */
export function keptWithFit(kept: KeptProject, fit: FitResult): KeptProject {
  if (!fit.converged) return kept;
  const before = asItIsOf(kept);
  const { oil, engine, ...fitted } = projectWithFit(before, fit);
  const asItIs = { ...kept, activeVariant: kept.asItIs.id, oil, engine };
  const done = putBack(asItIs, activeVariant(before), activeVariant({ oil, engine, ...fitted }), 'known');
  return done.ok ? { ...done.kept, activeVariant: kept.activeVariant } : kept;
}
