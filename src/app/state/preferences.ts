import { z } from 'zod';
import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import type { UnitChoice } from '../../core/foundations/units';
import type { ThemeName } from '../theme/antdTheme';

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
      partialize: ({ units, theme }) => ({ units, theme }),
      merge: (stored, preferences) => {
        const read = storedSchema.safeParse(stored);
        if (!read.success) return preferences;
        const { units, theme = preferences.theme } = read.data;
        return { ...preferences, units: units as UnitChoice, theme };
      },
    },
  ),
);
