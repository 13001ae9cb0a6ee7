import { applyMove } from '../src/core/document/moves';
import { activeVariant, type Project } from '../src/core/document/project/project';

/**
 * A project whose only variant is the open one with its turbo doubled until there are so many parts.
 * @param parts at least as many as the variant has
 */
export function crowdOf(project: Project, parts: number): Project {
  let variant = activeVariant(project);
  while (variant.circuit.parts.length < parts) {
    const outcome = applyMove(variant, { kind: 'duplicate', part: 'turbo' });
    if (!outcome.ok) throw new Error(outcome.why);
    variant = outcome.variant;
  }
  return { ...project, name: `Thornback with ${variant.circuit.parts.length} parts`, variants: [variant] };
}
