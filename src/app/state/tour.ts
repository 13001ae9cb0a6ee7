import { create } from 'zustand';

/** Whether the tour of the circuit view runs. */
export const useTour = create<{ readonly isOn: boolean; start(): void; stop(): void }>()((set) => ({
  isOn: false,
  start: () => set({ isOn: true }),
  stop: () => set({ isOn: false }),
}));
