import { deriveProject } from '../../core/document/changes/deriveProject';
import { makeChange } from '../../core/document/changes/editing';
import type { Move } from '../../core/document/moves/move';
import type { KeptProject } from '../../core/document/project/keptProject';
import type { Project } from '../../core/document/project/project';

/** One of the changes that are looked at together. */
interface Step {
  readonly move: Move;
  readonly name: string;
}

/** Changes that are looked at before they are made: one, or several as one plan. */
export interface Preview {
  readonly steps: readonly Step[];
  /** As undo would name them. */
  readonly name: string;
  /** The job that they are, where they are one that has a name. */
  readonly job?: string;
  /** The project as it would be; absent where the last change is refused. */
  readonly project: Project | undefined;
  /** Parts that would come new. */
  readonly came: readonly string[];
  /** Those of them that the last change would bring. */
  readonly cameLast: readonly string[];
  readonly why: string | undefined;
}

/**
 * A change as it would be made on the open variant, after those of a plan.
 * @param kept the project as it is @param plan what is planned already, looked at on the same project
 */
export function lookAt(kept: KeptProject, move: Move, plan?: Preview): Preview {
  const before = plan?.steps ?? [];
  const made = makeChange(kept, [...before.map((s) => s.move), move]);
  if (!made.ok)
    return { steps: before, name: '', project: undefined, came: plan?.came ?? [], cameLast: [], why: made.why };
  const { names, came } = made;
  return {
    steps: [...before, { move, name: names.at(-1)! }],
    name: made.name,
    project: deriveProject(made.kept),
    came,
    cameLast: came.filter((id) => !plan?.came.includes(id)),
    why: undefined,
  };
}

/**
 * The same changes looked at on another project, up to the first that cannot be made there; undefined where none can.
 */
export function lookAgain(kept: KeptProject, steps: readonly Step[]): Preview | undefined {
  let plan: Preview | undefined;
  for (const { move } of steps) {
    const next = lookAt(kept, move, plan);
    if (!next.project) break;
    plan = next;
  }
  return plan;
}

/** A whole job looked at: its changes together, under its name. @param moves of the job, one at least */
export function lookAtJob(kept: KeptProject, moves: readonly Move[], job: string): Preview {
  const made = makeChange(kept, moves, { name: job });
  if (!made.ok) return { steps: [], name: '', project: undefined, came: [], cameLast: [], why: made.why };
  const { names, came } = made;
  return {
    steps: moves.map((move, i) => ({ move, name: names[i]! })),
    name: job,
    job,
    project: deriveProject(made.kept),
    came,
    cameLast: came,
    why: undefined,
  };
}
