import { database } from './database';
import { answered } from './storeProblem';

/** Keeps a setting of the app, which may be a handle to a folder. @throws StoreProblem */
export async function saveSetting(key: string, value: unknown): Promise<void> {
  await answered(() => database.settings.put({ key, value }));
}

/** Reads a setting; the caller checks it. @throws StoreProblem */
export const loadSetting = async (key: string): Promise<unknown> =>
  (await answered(() => database.settings.get(key)))?.value;
