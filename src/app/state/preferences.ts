import { z } from 'zod';
import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import type { UnitChoice } from '../../core/foundations/units';
import type { ThemeName } from '../theme/antdTheme';
import { safeStorage } from './safeStorage';

/** What the reader prefers: no part of any project, kept beyond the session. */
interface Preferences {
  readonly units: UnitChoice;
  /** What is shown: the reader's choice, or else what the system has. */
  readonly theme: ThemeName;
  /** Undefined follows the system, by night too. */
  readonly ownTheme: ThemeName | undefined;
  /** Single letters, digits and signs do something (WCAG 2.1.4: they can be turned off). */
  readonly singleKeys: boolean;
  setUnits(units: UnitChoice): void;
  /** What the system shows too is no choice: it is followed again. */
  setTheme(theme: ThemeName): void;
  setSingleKeys(singleKeys: boolean): void;
}

/** What of the preferences is kept. */
type Kept = Pick<Preferences, 'units' | 'singleKeys'> & { readonly theme?: ThemeName };

const storedSchema = z.object({
  units: z.record(z.string(), z.string()).catch({}),
  theme: z.enum(['light', 'dark']).optional().catch(undefined),
  singleKeys: z.boolean().catch(true),
});

const DARK = '(prefers-color-scheme: dark)';
const systemTheme = (): ThemeName => (window.matchMedia(DARK).matches ? 'dark' : 'light');

const themes = (own: ThemeName | undefined): Pick<Preferences, 'theme' | 'ownTheme'> => ({
  theme: own ?? systemTheme(),
  ownTheme: own,
});

const kept = ({ units, ownTheme, singleKeys }: Preferences): Kept => ({
  units,
  ...(ownTheme && { theme: ownTheme }),
  singleKeys,
});

/** Anything odd in the store is left aside, one preference at a time. */
export const usePreferences = create<Preferences>()(
  persist(
    (set) => ({
      units: {},
      ...themes(undefined),
      singleKeys: true,
      setUnits: (units) => set({ units }),
      setTheme: (theme) => set(themes(theme === systemTheme() ? undefined : theme)),
      setSingleKeys: (singleKeys) => set({ singleKeys }),
    }),
    {
      name: 'tidal-gauge-preferences',
      storage: safeStorage(),
      partialize: kept,
      merge: (stored, preferences) => ({ ...preferences, ...readPreferences(stored, preferences.ownTheme) }),
    },
  ),
);

/** What of stored preferences can be read. @param own the theme that is chosen already, where they name none */
function readPreferences(stored: unknown, own: ThemeName | undefined): Partial<Preferences> {
  const read = storedSchema.safeParse(stored);
  if (!read.success) return {};
  const { units, theme = own, singleKeys } = read.data;
  return { units: units as UnitChoice, singleKeys, ...themes(theme) };
}

/** Shows what the system shows from now on, as long as the reader has not chosen. @returns to stop */
export function followSystemTheme(): () => void {
  const system = window.matchMedia(DARK);
  const follow = () => usePreferences.setState(({ ownTheme }) => themes(ownTheme));
  system.addEventListener('change', follow);
  return () => system.removeEventListener('change', follow);
}

/** The preferences as a backup keeps them. */
export const preferencesNow = (): Kept => kept(usePreferences.getState());

/** Takes the preferences of a backup. */
export const takePreferences = (stored: unknown): void =>
  void usePreferences.setState(readPreferences(stored, usePreferences.getState().ownTheme));
