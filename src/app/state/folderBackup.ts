import { chosenFolder, mayWrite, writeBackup } from '../files/backupFolder';
import { useBackupReminder } from './backupReminder';
import { useKeeping } from './keeping';
import { preferencesNow } from './preferences';

/** The folder is written when nothing was changed for so long [ms]. */
const QUIET_MS = 15_000;
let timer: ReturnType<typeof setTimeout> | undefined;

/** Brings the backup in the chosen folder up to date once it is quiet; nothing where no folder was chosen. */
export function folderBackupLater(): void {
  clearTimeout(timer);
  timer = setTimeout(() => void folderBackupNow(), QUIET_MS);
}

/** Brings it up to date now. @returns true where it was written */
export async function folderBackupNow(): Promise<boolean> {
  clearTimeout(timer);
  const { tell, dismiss } = useKeeping.getState();
  const notice = (text: string) => tell({ id: 'folder', text, to: { path: '/projects', label: 'Open backups' } });
  try {
    const folder = await chosenFolder();
    if (!folder) return false;
    if (!(await mayWrite(folder, false))) {
      notice('The browser asks for your permission again before the app may write into the backup folder.');
      return false;
    }
    const { makeBackup } = await import('../../storage/backup');
    await writeBackup(folder, await makeBackup(preferencesNow(), Date.now()));
    useBackupReminder.getState().backedUp(Date.now());
    dismiss('folder');
    return true;
  } catch {
    notice('The backup folder could not be written. It may have been moved, or its disk is full.');
    return false;
  }
}
