import { applyMove } from '../../core/document/moves/applyMove';
import type { Move } from '../../core/document/moves/move';
import { shortName } from '../../core/document/project/names';
import { activeVariant, withVariant, type Project } from '../../core/document/project/project';

/** One of the changes that are looked at together. */
interface Step {
  readonly move: Move;
  readonly name: string;
  readonly came: readonly string[];
}

/** Changes that are looked at before they are made: one, or several as one plan. */
export interface Preview {
  readonly steps: readonly Step[];
  /** As undo would name them. */
  readonly name: string;
  /** The document as it would be; absent where the last change is refused. */
  readonly project: Project | undefined;
  /** Parts that would come new. */
  readonly came: readonly string[];
  readonly why: string | undefined;
}

/**
 * A change as it would be made on the open variant, after those of a plan.
 * @param project the document as it is @param plan what is planned already, looked at on the same document
 */
export function lookAt(project: Project, move: Move, plan?: Preview): Preview {
  const base = plan?.project ?? project;
  const outcome = applyMove(activeVariant(base), move);
  if (!outcome.ok)
    return { steps: plan?.steps ?? [], name: '', project: undefined, came: plan?.came ?? [], why: outcome.why };
  const steps = [...(plan?.steps ?? []), { move, name: outcome.name, came: outcome.came }];
  const there = new Set(outcome.variant.circuit.parts.map((p) => p.id));
  return {
    steps,
    name:
      steps.length === 1 ? outcome.name : shortName(`${steps.length} changes: ${steps.map((s) => s.name).join(', ')}`),
    project: withVariant(base, outcome.variant),
    came: steps.flatMap((s) => s.came).filter((id) => there.has(id)),
    why: undefined,
  };
}

/**
 * The same changes looked at on another document, up to the first that cannot be made there; undefined where none can.
 */
export function lookAgain(project: Project, steps: readonly Step[]): Preview | undefined {
  let plan: Preview | undefined;
  for (const { move } of steps) {
    const next = lookAt(project, move, plan);
    if (!next.project) break;
    plan = next;
  }
  return plan;
}
