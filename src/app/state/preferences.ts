import { z } from 'zod';
import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import type { UnitChoice } from '../../core/foundations/units';
import type { ThemeName } from '../theme/antdTheme';
import { safeStorage } from './safeStorage';

/** What the reader prefers: no part of any project, kept beyond the session. */
interface Preferences {
  readonly units: UnitChoice;
  readonly theme: ThemeName;
  setUnits(units: UnitChoice): void;
  setTheme(theme: ThemeName): void;
}

const storedSchema = z.object({
  units: z.record(z.string(), z.string()).catch({}),
  theme: z.enum(['light', 'dark']).optional().catch(undefined),
});

const systemTheme = (): ThemeName => (window.matchMedia('(prefers-color-scheme: dark)').matches ? 'dark' : 'light');

/** Anything odd in the store is left aside, one preference at a time. */
export const usePreferences = create<Preferences>()(
  persist(
    (set) => ({
      units: {},
      theme: systemTheme(),
      setUnits: (units) => set({ units }),
      setTheme: (theme) => set({ theme }),
    }),
    {
      name: 'tidal-gauge-preferences',
      storage: safeStorage(),
      partialize: ({ units, theme }) => ({ units, theme }),
      merge: (stored, preferences) => ({ ...preferences, ...readPreferences(stored, preferences.theme) }),
    },
  ),
);

/** What of stored preferences can be read. */
function readPreferences(stored: unknown, theme: ThemeName): Partial<Pick<Preferences, 'units' | 'theme'>> {
  const read = storedSchema.safeParse(stored);
  return read.success ? { units: read.data.units as UnitChoice, theme: read.data.theme ?? theme } : {};
}

/** The preferences as a backup keeps them. */
export const preferencesNow = (): Pick<Preferences, 'units' | 'theme'> => {
  const { units, theme } = usePreferences.getState();
  return { units, theme };
};

/** Takes the preferences of a backup. */
export const takePreferences = (stored: unknown): void =>
  void usePreferences.setState(readPreferences(stored, usePreferences.getState().theme));
