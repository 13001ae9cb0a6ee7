import type { Log } from '../../../core/document/project/log';
import { activeVariant, type Project, type Variant } from '../../../core/document/project/project';
import { useDocument } from '../../state/document';

/** The open engine, its variant and its log. */
export function useEngineLog(): {
  readonly project: Project;
  readonly variant: Variant;
  readonly before: Variant | undefined;
  readonly log: Log;
} {
  const project = useDocument((d) => d.project)!;
  const variant = activeVariant(project);
  const from = variant.bench?.plan?.from ?? variant.basedOn;
  return {
    project,
    variant,
    before: project.variants.find((v) => v.id === from && v.id !== variant.id),
    log: project.log ?? {},
  };
}

/** An id that a list does not have yet. */
export function freshId(stem: string, taken: readonly { readonly id: string }[]): string {
  let n = taken.length + 1;
  while (taken.some((t) => t.id === `${stem}${n}`)) n++;
  return `${stem}${n}`;
}
