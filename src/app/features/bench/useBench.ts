import { useMemo } from 'react';
import { withoutWhatIf } from '../../../core/document/changes/acts';
import { deriveProject } from '../../../core/document/changes/deriveProject';
import { jobTouches, type JobTouches } from '../../../core/bench/jobTouches';
import { hosesOf, type Hose } from '../../../core/bench/hoses/hoseList';
import { highByNodes, seenByRange, type WorstSeen } from '../../../core/bench/hoses/hoseVerdicts';
import { activeVariant, type Project, type Variant } from '../../../core/document/project/project';
import type { Bench, PlanNote } from '../../../core/document/project/bench';
import { useDocument } from '../../state/document';
import { tidy } from '../../state/plain';
import { useSolved, useSweep } from '../../state/useAnswers';
import type { OpenEngine } from '../../../workers/answered';

/** The job that the bench is about: the open variant, and the one that the engine is in now. */
export interface Job {
  /** The open one without faults that were put in to look at. */
  readonly engine: OpenEngine;
  readonly project: Project;
  readonly variant: Variant;
  /** Undefined where the open variant is the first of all. */
  readonly before: Variant | undefined;
  readonly hoses: readonly Hose[];
  /** What of it the job makes, moves or opens. */
  readonly touches: JobTouches;
}

/** The job, derived again when the document changes. */
export function useJob(): Job {
  const kept = useDocument((d) => d.kept)!;
  const id = useDocument((d) => d.id);
  // A fault that was put in to look at is no work.
  const project = deriveProject(withoutWhatIf(kept));
  const variant = activeVariant(project);
  const from = variant.bench?.plan?.from ?? variant.basedOn;
  const before = project.variants.find((v) => v.id === from && v.id !== variant.id);
  const hoses = useMemo(() => hosesOf(variant), [variant]);
  const touches = useMemo(() => jobTouches(variant, before), [variant, before]);
  const engine = useMemo(() => ({ id, project }), [id, project]);
  return { engine, project, variant, before, hoses, touches };
}

/** What the open circuit is seen to do at its worst; pressures only once its sweep is there. */
export function useWorstSeen(): WorstSeen {
  const { engine, project, variant } = useJob();
  const state = useSolved(engine);
  const sweep = useSweep(engine);
  const nodes = state.data?.result.nodes;
  const highPa = sweep.old || state.old ? undefined : sweep.data?.nodeHighPa;
  return useMemo(
    () => seenByRange(project, variant, nodes && highPa ? highByNodes(nodes, highPa) : undefined),
    [project, variant, nodes, highPa],
  );
}

/** Changes what is kept of the bench, as one step of undo. @param on what is typed: typing in one field is one step */
export function useBenchChange() {
  const changeVariant = useDocument((d) => d.changeVariant);
  return (name: string, change: (bench: Bench) => Bench, on?: string) =>
    changeVariant(name, (variant) => ({ ...variant, bench: change(variant.bench ?? {}) }), on);
}

/** Changes what is noted of the plan. */
export function usePlanChange() {
  const change = useBenchChange();
  return (name: string, changed: (plan: PlanNote) => PlanNote, on?: string) =>
    change(name, (bench) => ({ ...bench, plan: tidy(changed(bench.plan ?? {})) }), on);
}
