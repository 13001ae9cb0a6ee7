import { z } from 'zod';
import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import { safeStorage } from './safeStorage';

/** Stored changes after which the app asks for a backup. */
export const CHANGES_BEFORE_REMINDER = 150;

/** When the workspace was backed up last, and how much was changed since. */
interface BackupReminder {
  readonly changes: number;
  /** Milliseconds since 1970; undefined: never. */
  readonly lastAt: number | undefined;
  /** False where the reader does not want to be reminded. */
  readonly isOn: boolean;
  /** Changes at which the reader put the reminder off. */
  readonly putOffAt: number;
  setOn(isOn: boolean): void;
  putOff(): void;
  backedUp(now: number): void;
}

const storedSchema = z.object({
  changes: z.int().nonnegative().catch(0),
  lastAt: z.number().optional().catch(undefined),
  isOn: z.boolean().catch(true),
  putOffAt: z.int().nonnegative().catch(0),
});

export const useBackupReminder = create<BackupReminder>()(
  persist(
    (set, get) => ({
      changes: 0,
      lastAt: undefined,
      isOn: true,
      putOffAt: 0,
      setOn: (isOn) => set({ isOn }),
      putOff: () => set({ putOffAt: get().changes }),
      backedUp: (now) => set({ changes: 0, putOffAt: 0, lastAt: now }),
    }),
    {
      name: 'tidal-gauge-backup',
      storage: safeStorage(),
      partialize: ({ changes, lastAt, isOn, putOffAt }) => ({ changes, lastAt, isOn, putOffAt }),
      merge: (stored, now) => {
        const read = storedSchema.safeParse(stored);
        return read.success ? { ...now, ...read.data, lastAt: read.data.lastAt } : now;
      },
    },
  ),
);

/** One more change of a project of one's own is stored. */
export const countChange = (): void => void useBackupReminder.setState(({ changes }) => ({ changes: changes + 1 }));

/** True where a backup is due. */
export const isBackupDue = ({ changes, putOffAt, isOn }: Pick<BackupReminder, 'changes' | 'putOffAt' | 'isOn'>) =>
  isOn && changes - putOffAt >= CHANGES_BEFORE_REMINDER;
