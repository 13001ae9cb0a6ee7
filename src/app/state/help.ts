import { create } from 'zustand';

/** Whether the help is open. */
export const useHelp = create<{ readonly isOpen: boolean; open(): void; close(): void }>()((set) => ({
  isOpen: false,
  open: () => set({ isOpen: true }),
  close: () => set({ isOpen: false }),
}));
