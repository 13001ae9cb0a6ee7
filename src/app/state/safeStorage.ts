import { createJSONStorage } from 'zustand/middleware';

/** The browser's small store for preferences: where it is blocked or full they last as long as the page does. */
export const safeStorage = <T>() =>
  createJSONStorage<T>(() => ({
    getItem: (key) => attempt(() => localStorage.getItem(key)) ?? null,
    setItem: (key, text) => attempt(() => localStorage.setItem(key, text)),
    removeItem: (key) => attempt(() => localStorage.removeItem(key)),
  }));

function attempt<T>(work: () => T): T | undefined {
  try {
    return work();
  } catch {
    return undefined;
  }
}
