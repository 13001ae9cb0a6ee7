import Dexie, { type EntityTable } from 'dexie';
import { sayIssue } from '../core/document/project/issue';
import { partSchema } from '../core/document/parts/part';
import { oilSchema, type Project } from '../core/document/project/project';
import { readProject } from '../core/document/project/readProject';
import { z } from 'zod';

/** A project as it lies in the browser: plain data, checked again whenever it is read. */
interface StoredProject {
  id: string;
  updatedAt: number;
  project: unknown;
}

/** A project as it once was, to go back to. */
interface StoredSavePoint {
  id: number;
  at: number;
  name: string;
  /** Made by the user, or set aside by the app before something else was opened. */
  named: number;
  project: unknown;
}

interface StoredLibraryItem {
  id: string;
  item: unknown;
}

/** The answer of a study, kept with the variant that it is about. */
interface StoredResult {
  /** Project, variant, study and what was asked. */
  key: string;
  at: number;
  /** What the answer depends on, as text. */
  dependsOn: string;
  answer: unknown;
}

const database = new Dexie('tidal-gauge') as Dexie & {
  projects: EntityTable<StoredProject, 'id'>;
  savePoints: EntityTable<StoredSavePoint, 'id'>;
  library: EntityTable<StoredLibraryItem, 'id'>;
  results: EntityTable<StoredResult, 'key'>;
};
database.version(1).stores({ projects: 'id, updatedAt' });
database.version(2).stores({ projects: 'id, updatedAt', savePoints: '++id, at', library: 'id' });
database.version(3).stores({ projects: 'id, updatedAt', savePoints: '++id, at', library: 'id', results: 'key, at' });

/** The project that is worked on. */
const CURRENT = 'current';
/** Projects set aside by the app; older ones make room. Named save points stay until they are thrown away. */
const MOST_SET_ASIDE = 30;

/** Answers of studies kept; older ones make room. */
const MOST_RESULTS = 80;

/** What was found in the store. */
export type Loaded =
  | { readonly kind: 'project'; readonly project: Project }
  | { readonly kind: 'nothing' }
  /** Something is there that cannot be read; it is set aside under another key, never overwritten. */
  | { readonly kind: 'unreadable'; readonly sentences: readonly string[] };

/** Where the last state lies when the page closes faster than the store can write. */
const LAST_WORDS_KEY = 'tidal-gauge-last-words';
const lastWordsSchema = z.strictObject({ updatedAt: z.number(), project: z.unknown() });

/**
 * Keeps the project at once: for a page that is going away, which the store's own writing may not outlive.
 * @returns false where it does not fit
 */
export function saveLastWords(project: Project, now: number): boolean {
  try {
    localStorage.setItem(LAST_WORDS_KEY, JSON.stringify({ updatedAt: now, project }));
    return true;
  } catch {
    return false;
  }
}

/** What a page kept as it went away, taken out. */
function takeLastWords(): { readonly updatedAt: number; readonly project: unknown } | undefined {
  try {
    const parsed = lastWordsSchema.safeParse(JSON.parse(localStorage.getItem(LAST_WORDS_KEY) ?? 'null'));
    localStorage.removeItem(LAST_WORDS_KEY);
    return parsed.success ? { updatedAt: parsed.data.updatedAt, project: parsed.data.project } : undefined;
  } catch {
    return undefined;
  }
}

/** Reads the project last worked on. Unreadable data are set aside and reported, not lost. */
export async function loadCurrentProject(): Promise<Loaded> {
  const last = takeLastWords();
  const stored = await database.projects.get(CURRENT);
  const newer = last !== undefined && last.updatedAt >= (stored?.updatedAt ?? 0);
  const row = newer ? { id: CURRENT, ...last } : stored;
  if (!row) return { kind: 'nothing' };
  if (newer) await database.projects.put(row);
  const read = readProject(row.project);
  if (read.ok) return { kind: 'project', project: read.project };
  await database.projects.put({ ...row, id: `unreadable-${row.updatedAt}` });
  await database.projects.delete(CURRENT);
  return { kind: 'unreadable', sentences: read.issues.map(sayIssue) };
}

/** Keeps the project. @param now milliseconds since 1970 */
export async function saveCurrentProject(project: Project, now: number): Promise<void> {
  await database.projects.put({ id: CURRENT, updatedAt: now, project });
}

/** A save point as it is listed. */
export interface SavePoint {
  readonly id: number;
  readonly at: number;
  readonly name: string;
  readonly named: boolean;
}

/** Keeps the project as it is now. @param named false for one that the app sets aside by itself */
export async function addSavePoint(project: Project, name: string, now: number, named: boolean): Promise<void> {
  await database.savePoints.add({ at: now, name, named: named ? 1 : 0, project });
  if (named) return;
  const aside = (await database.savePoints.orderBy('at').toArray()).filter((p) => p.named === 0);
  await database.savePoints.bulkDelete(aside.slice(0, Math.max(0, aside.length - MOST_SET_ASIDE)).map((p) => p.id));
}

/** All save points, newest first. */
export async function listSavePoints(): Promise<readonly SavePoint[]> {
  return (await database.savePoints.orderBy('at').reverse().toArray()).map(({ id, at, name, named }) => ({
    id,
    at,
    name,
    named: named === 1,
  }));
}

/** Reads a save point. @returns the project, or why it cannot be read */
export async function loadSavePoint(id: number): Promise<ReturnType<typeof readProject> | undefined> {
  const row = await database.savePoints.get(id);
  return row && readProject(row.project);
}

export async function deleteSavePoint(id: number): Promise<void> {
  await database.savePoints.delete(id);
}

/** A part or an oil that the user keeps for reuse. */
export const libraryItemSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('part'), label: z.string().trim().min(1).max(80), part: partSchema }),
  z.strictObject({ kind: z.literal('oil'), label: z.string().trim().min(1).max(80), oil: oilSchema }),
]);
export type LibraryItem = z.infer<typeof libraryItemSchema>;

/** The library as a file. */
export const libraryFileSchema = z.strictObject({
  format: z.literal('tidal-gauge-library'),
  version: z.literal(1),
  items: z.array(libraryItemSchema).max(2000),
});

const itemId = (item: LibraryItem) => `${item.kind}: ${item.label}`;

/** Every item that can be read; others stay where they are. */
export async function listLibrary(): Promise<readonly LibraryItem[]> {
  const rows = await database.library.toArray();
  return rows.flatMap((row) => {
    const parsed = libraryItemSchema.safeParse(row.item);
    return parsed.success ? [parsed.data] : [];
  });
}

/** Keeps an item under its label; one of the same kind and label is replaced. */
export async function keepInLibrary(...items: readonly LibraryItem[]): Promise<void> {
  await database.library.bulkPut(items.map((item) => ({ id: itemId(item), item })));
}

export async function dropFromLibrary(item: LibraryItem): Promise<void> {
  await database.library.delete(itemId(item));
}

/** Keeps the answer of a study. @param now milliseconds since 1970 */
export async function saveResult(key: string, dependsOn: string, answer: unknown, now: number): Promise<void> {
  await database.results.put({ key, at: now, dependsOn, answer });
  const spare = (await database.results.count()) - MOST_RESULTS;
  if (spare > 0) await database.results.bulkDelete(await database.results.orderBy('at').limit(spare).primaryKeys());
}

/** Reads the answer of a study; the caller checks it. */
export async function loadResult(
  key: string,
): Promise<{ readonly dependsOn: string; readonly answer: unknown } | undefined> {
  return database.results.get(key);
}
