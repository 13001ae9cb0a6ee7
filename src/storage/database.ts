import Dexie, { type EntityTable, type Table, type Transaction } from 'dexie';

/** What is known of a project without reading it. */
export interface HeadRow {
  id: string;
  name: string;
  updatedAt: number;
  /** Counts what was written: a tab that writes on an older one than there is comes late. */
  revision: number;
  /** True for demo data. */
  madeUp: boolean;
  /** Why it cannot be read; absent where it can. */
  aside?: string[];
  /** When it was deleted; it can be taken back for a while. */
  deletedAt?: number;
}

/** A project as it lies in the browser: plain data, checked again whenever it is read. */
export interface BodyRow {
  id: string;
  project: unknown;
}

/** What was done to a project, to be undone: beside it, so that neither waits for the other's size. */
interface HistoryRow {
  id: string;
  /** Revision of the project that it leads to. */
  revision: number;
  history: unknown;
}

/** A revision that was written: a second one of the same number cannot be added. */
interface RevisionRow {
  id: string;
  revision: number;
}

/** How a project was looked at last. */
interface ViewRow {
  id: string;
  view: unknown;
}

/** A project as it once was, to go back to. */
export interface SavePointRow {
  id: number;
  /** The project that it is of; absent for those of before there were several. */
  of?: string;
  at: number;
  name: string;
  /** Made by the user, or set aside by the app. */
  named: number;
  project: unknown;
}

interface LibraryRow {
  id: string;
  item: unknown;
}

/** The answer of a study, kept with the variant that it is about. */
interface ResultRow {
  /** Project, variant, study and what was asked. */
  key: string;
  at: number;
  /** What the answer depends on, as text. */
  dependsOn: string;
  answer: unknown;
}

/** A photo that projects refer to by its id. */
interface PhotoRow {
  id: string;
  at: number;
  /** JPEG. */
  bytes: Uint8Array;
}

interface SettingRow {
  key: string;
  value: unknown;
}

/** The browser's database; only the modules beside this one use it. */
export const database = new Dexie('tidal-gauge') as Dexie & {
  heads: EntityTable<HeadRow, 'id'>;
  bodies: EntityTable<BodyRow, 'id'>;
  histories: EntityTable<HistoryRow, 'id'>;
  revisions: Table<RevisionRow, [string, number]>;
  views: EntityTable<ViewRow, 'id'>;
  savePoints: EntityTable<SavePointRow, 'id'>;
  library: EntityTable<LibraryRow, 'id'>;
  results: EntityTable<ResultRow, 'key'>;
  settings: EntityTable<SettingRow, 'key'>;
  photos: EntityTable<PhotoRow, 'id'>;
};

const OLDER = { projects: 'id, updatedAt', savePoints: '++id, at', library: 'id' };
database.version(1).stores({ projects: OLDER.projects });
database.version(2).stores(OLDER);
database.version(3).stores({ ...OLDER, results: 'key, at' });
database
  .version(4)
  .stores({
    ...OLDER,
    results: 'key, at',
    heads: 'id, updatedAt',
    bodies: 'id',
    histories: 'id',
    revisions: '[id+revision]',
    views: 'id',
    settings: 'key',
  })
  .upgrade(severalProjects);
database.version(5).stores({ photos: 'id, at' });

/** Up to version 3 there was one project, and what could not be read lay beside it under a name of its own. */
async function severalProjects(upgrade: Transaction): Promise<void> {
  const old = upgrade.table('projects') as Table<{ id: string; updatedAt: number; project: unknown }, string>;
  for (const { id, updatedAt, project } of await old.toArray()) {
    const head: HeadRow = { id, ...headOf(project), updatedAt, revision: 1 };
    if (id.startsWith('unreadable-')) head.aside = ['It could not be read by an earlier version of the app.'];
    await upgrade.table('heads').put(head);
    await upgrade.table('bodies').put({ id, project } satisfies BodyRow);
  }
  await old.clear();
}

/** What a list shows of a project, whatever was stored. */
export function headOf(project: unknown): { readonly name: string; readonly madeUp: boolean } {
  const { name, madeUp } = (typeof project === 'object' && project !== null ? project : {}) as Record<string, unknown>;
  return { name: typeof name === 'string' && name.trim() !== '' ? name : 'Without a name', madeUp: madeUp === true };
}

/** Opens the database anew after a failure: it keeps the failure otherwise. */
export async function reopenDatabase(): Promise<void> {
  database.close({ disableAutoOpen: false });
  await database.open();
}

/**
 * Writes in one transaction whose requests, and its end, are sent off in the task that calls this: they come through
 * even where the page dies right after, and where its thread is busy for long.
 *
 * @param stores that are written @param write puts and adds; it may not wait for what they give
 * @throws the transaction's error, with nothing written: a ConstraintError where something that is added is there
 */
export function writeAtOnce(
  stores: readonly ('heads' | 'bodies' | 'histories' | 'revisions' | 'views')[],
  write: (store: (name: string) => IDBObjectStore) => void,
): Promise<void> {
  const run = () =>
    new Promise<void>((done, fail) => {
      const transaction = database.backendDB().transaction(stores, 'readwrite', { durability: 'relaxed' });
      transaction.oncomplete = () => done();
      // The request that failed first says why; the transaction's own error may say only that it was aborted.
      let why: unknown;
      transaction.onerror = ({ target }) => (why ??= (target as IDBRequest).error);
      transaction.onabort = () => fail((why ?? transaction.error ?? new Error('aborted')) as Error);
      try {
        write((name) => transaction.objectStore(name));
        transaction.commit();
      } catch (error) {
        // Nothing of it may stay: half a write would look like a newer version.
        why = error;
        transaction.abort();
      }
    });
  return database.isOpen() ? run() : database.open().then(run);
}
