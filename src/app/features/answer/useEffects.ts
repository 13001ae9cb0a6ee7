import { useMemo } from 'react';
import type { EffectRequest } from '../../../core/answer/effectStudy';
import { jobOf } from '../../../core/document/changes/deriveProject';
import { chainOf, type KeptProject } from '../../../core/document/project/keptProject';
import { activeVariant } from '../../../core/document/project/project';
import { useDocument } from '../../state/document';
import { useOpenEngine } from '../../state/engine';
import { useStudy } from '../../state/useStudy';

/** The acts that lead from one variant to another that hangs on it; none where it does not. */
function actsBetween(kept: KeptProject, from: string, to: string): EffectRequest['acts'] {
  if (from === kept.asItIs.id) return chainOf(kept, to).flatMap((v) => v.acts);
  const chain = chainOf(kept, to);
  const at = chain.findIndex((v) => v.id === from);
  return at < 0 ? [] : chain.slice(at + 1).flatMap((v) => v.acts);
}

/** What the changes of the open variant do, held against the variant that their job begins at; its aims. */
export function useEffects() {
  const engine = useOpenEngine();
  const kept = useDocument((d) => d.kept)!;
  const open = kept.activeVariant;
  const request = useMemo((): EffectRequest => {
    const { from } = jobOf(kept, open);
    const isOther = from !== open;
    return {
      from: isOther ? from : null,
      acts: isOther ? actsBetween(kept, from, open) : [],
      aims: activeVariant(engine.project).aims ?? [],
    };
  }, [kept, open, engine.project]);
  const isAsked = request.from !== null || request.aims.length > 0;
  const study = useStudy(engine, 'effects', request, isAsked ? 'fresh' : false);
  return { request, study, isAsked, before: engine.project.variants.find((v) => v.id === request.from) };
}
