import { useMemo } from 'react';
import type { OpenEngine, Origin } from '../../workers/answered';
import { useDocument } from './document';

/** The open engine: what an answer has to be of to be shown. */
export function useOpenEngine(): OpenEngine {
  const id = useDocument((d) => d.id);
  const project = useDocument((d) => d.project)!;
  return useMemo(() => ({ id, project }), [id, project]);
}

/** Whose circuit something is of that is no answer: project and variant, by their ids. */
export const engineKey = ({ id, variant }: Pick<Origin, 'id' | 'variant'>): string => `${id} ${variant}`;

/**
 * What an element says of the answer that it shows: of which engine, and whether it is an old one. Styles grey what is
 * old; tests hold the origin against what is open.
 */
export const shownOf = ({ of, old }: { readonly of: Origin | undefined; readonly old: boolean }) => ({
  'data-of': of && engineKey(of),
  'data-old': old || undefined,
});
