import { create } from 'zustand';
import type { StoreProblem } from '../../storage/storeProblem';

/** How the work is kept: what the shell says about it. */
interface Keeping {
  /**
   * `first`: nothing is stored yet, and the reader has not chosen how to begin. `unread`: what is stored could not be
   * read, and nothing is written until it was, or the reader chose to go on without.
   */
  readonly phase: 'opening' | 'first' | 'open' | 'unread' | 'failed';
  /** The open project, as it is stored. */
  readonly id: string | undefined;
  /** Why the last change is not stored; undefined where everything is. */
  readonly problem: StoreProblem | undefined;
  /** Where the project is edited: one tab at a time. */
  readonly edited: 'here' | 'elsewhere';
  /** Something that happened to the work and stays until the reader has dealt with it. */
  readonly notices: readonly Notice[];
  tell(notice: Notice): void;
  dismiss(id: string): void;
}

/** What the reader must know. */
export interface Notice {
  readonly id: string;
  readonly text: string;
  /** Where to deal with it. */
  readonly to?: { readonly path: string; readonly label: string };
  /** What can be done about it at once. */
  readonly act?: { readonly label: string; readonly run: () => Promise<void> };
}

export const useKeeping = create<Keeping>()((set, get) => ({
  phase: 'opening',
  id: undefined,
  problem: undefined,
  edited: 'here',
  notices: [],
  tell: (notice) => set({ notices: [...get().notices.filter((n) => n.id !== notice.id), notice] }),
  dismiss: (id) => set({ notices: get().notices.filter((n) => n.id !== id) }),
}));
