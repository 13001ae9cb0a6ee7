import { readProject } from '../core/document/project/readProject';
import { database } from './database';
import { answered } from './storeProblem';

/** Save points that the app makes by itself; older ones make room. Named ones stay until they are deleted. */
const MOST_SET_ASIDE = 30;

/** A save point as it is listed. */
export interface SavePoint {
  readonly id: number;
  readonly at: number;
  readonly name: string;
  readonly named: boolean;
  /** False for one of before there were several projects: it is opened as a project of its own. */
  readonly ofThis: boolean;
}

/** What is kept, and for which project. */
interface NewSavePoint {
  readonly of: string;
  /** Of the present form or an older one: it is read when it is gone back to. */
  readonly project: unknown;
  readonly name: string;
  /** Milliseconds since 1970. */
  readonly now: number;
  /** False for one that the app makes by itself. */
  readonly named: boolean;
}

async function putSavePoint({ of, project, name, now, named }: NewSavePoint): Promise<void> {
  await database.savePoints.add({ of, at: now, name, named: named ? 1 : 0, project });
  if (named) return;
  // In the order in which they were kept, whatever the clock said: one that is set back makes the newest no older.
  const aside = await database.savePoints
    .toCollection()
    .filter((p) => p.named === 0)
    .primaryKeys();
  await database.savePoints.bulkDelete(aside.slice(0, Math.max(0, aside.length - MOST_SET_ASIDE)));
}

/** Keeps the project as it is now. @throws StoreProblem */
export const addSavePoint = (of: NewSavePoint): Promise<void> =>
  answered(() => database.transaction('rw', database.savePoints, () => putSavePoint(of)));

/** A project's save points, newest first, with those of before there were several projects. @throws StoreProblem */
export async function listSavePoints(project: string): Promise<readonly SavePoint[]> {
  const rows = await answered(() => database.savePoints.orderBy('at').reverse().toArray());
  return rows
    .filter((row) => row.of === undefined || row.of === project)
    .map(({ id, at, name, named, of }) => ({ id, at, name, named: named === 1, ofThis: of === project }));
}

/** Reads a save point. @returns the project, or why it cannot be read; undefined where it is not there any more */
export async function loadSavePoint(id: number): Promise<ReturnType<typeof readProject> | undefined> {
  const row = await answered(() => database.savePoints.get(id));
  return row && readProject(row.project);
}

export const deleteSavePoint = (id: number): Promise<void> => answered(() => database.savePoints.delete(id));
