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
  /** Single letters, digits and signs do something (WCAG 2.1.4: they can be turned off). */
  readonly singleKeys: boolean;
  setUnits(units: UnitChoice): void;
  setTheme(theme: ThemeName): void;
  setSingleKeys(singleKeys: boolean): void;
}

/** What of the preferences is kept. */
type Kept = Pick<Preferences, 'units' | 'theme' | 'singleKeys'>;

const storedSchema = z.object({
  units: z.record(z.string(), z.string()).catch({}),
  theme: z.enum(['light', 'dark']).optional().catch(undefined),
  singleKeys: z.boolean().catch(true),
});

const systemTheme = (): ThemeName => (window.matchMedia('(prefers-color-scheme: dark)').matches ? 'dark' : 'light');

const kept = ({ units, theme, singleKeys }: Preferences): Kept => ({ units, theme, singleKeys });

/** Anything odd in the store is left aside, one preference at a time. */
export const usePreferences = create<Preferences>()(
  persist(
    (set) => ({
      units: {},
      theme: systemTheme(),
      singleKeys: true,
      setUnits: (units) => set({ units }),
      setTheme: (theme) => set({ theme }),
      setSingleKeys: (singleKeys) => set({ singleKeys }),
    }),
    {
      name: 'tidal-gauge-preferences',
      storage: safeStorage(),
      partialize: kept,
      merge: (stored, preferences) => ({ ...preferences, ...readPreferences(stored, preferences.theme) }),
    },
  ),
);

/** What of stored preferences can be read. */
function readPreferences(stored: unknown, theme: ThemeName): Partial<Kept> {
  const read = storedSchema.safeParse(stored);
  return read.success ? { ...read.data, units: read.data.units as UnitChoice, theme: read.data.theme ?? theme } : {};
}

/** The preferences as a backup keeps them. */
export const preferencesNow = (): Kept => kept(usePreferences.getState());

/** Takes the preferences of a backup. */
export const takePreferences = (stored: unknown): void =>
  void usePreferences.setState(readPreferences(stored, usePreferences.getState().theme));
