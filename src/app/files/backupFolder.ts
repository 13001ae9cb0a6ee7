import { loadSetting, saveSetting } from '../../storage/settings';

/** A folder of the user's disk that the app may write into, where the browser has such a thing. */
const SETTING = 'backupFolder';
export const BACKUP_FILE = 'tidal-gauge-backup.zip';

interface Picker {
  showDirectoryPicker?(options: {
    readonly mode: 'readwrite';
    readonly id: string;
  }): Promise<FileSystemDirectoryHandle>;
}
/** What Chromium adds to a handle; not yet in the types. */
interface Permitted {
  queryPermission?(options: { readonly mode: 'readwrite' }): Promise<PermissionState>;
  requestPermission?(options: { readonly mode: 'readwrite' }): Promise<PermissionState>;
}

/** True where the browser lets an app write into a folder. */
export const hasFolders = (): boolean => typeof (window as unknown as Picker).showDirectoryPicker === 'function';

/** Lets the user choose the folder; kept for later sessions. @returns undefined where none was chosen */
export async function chooseFolder(): Promise<FileSystemDirectoryHandle | undefined> {
  try {
    const folder = await (window as unknown as Picker).showDirectoryPicker?.({ mode: 'readwrite', id: 'tidal-gauge' });
    if (folder) await saveSetting(SETTING, folder);
    return folder;
  } catch {
    return undefined;
  }
}

/** The folder chosen earlier; undefined where there is none. */
export async function chosenFolder(): Promise<FileSystemDirectoryHandle | undefined> {
  const folder = await loadSetting(SETTING).catch(() => undefined);
  return typeof FileSystemDirectoryHandle !== 'undefined' && folder instanceof FileSystemDirectoryHandle
    ? folder
    : undefined;
}

export const forgetFolder = (): Promise<void> => saveSetting(SETTING, null);

/**
 * True where the app may write into the folder.
 * @param ask true within a click: the browser asks the user where it must
 */
export async function mayWrite(folder: FileSystemDirectoryHandle, ask: boolean): Promise<boolean> {
  const { queryPermission, requestPermission } = folder as Permitted;
  const state = (await queryPermission?.call(folder, { mode: 'readwrite' })) ?? 'granted';
  if (state !== 'prompt' || !ask) return state === 'granted';
  return (await requestPermission?.call(folder, { mode: 'readwrite' })) === 'granted';
}

/** Writes the backup into the folder, whole or not at all. */
export async function writeBackup(folder: FileSystemDirectoryHandle, bytes: Uint8Array<ArrayBuffer>): Promise<void> {
  const file = await folder.getFileHandle(BACKUP_FILE, { create: true });
  const stream = await file.createWritable();
  await stream.write(bytes);
  await stream.close();
}
