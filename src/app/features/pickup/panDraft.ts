import { create } from 'zustand';
import type { PanDraft } from '../../../core/document/parts/pan';

/** A pan that is not measured whole yet: kept while other views are looked at, by the project that it is of. */
export const usePanDraft = create<{
  readonly of: string | undefined;
  readonly draft: PanDraft;
  set(of: string, draft: PanDraft): void;
  clear(): void;
}>()((set) => ({
  of: undefined,
  draft: {},
  set: (of, draft) => set({ of, draft }),
  clear: () => set({ of: undefined, draft: {} }),
}));
