import Dexie, { type EntityTable } from 'dexie';
import { sayIssue } from '../core/circuit/issue';
import type { Project } from '../core/circuit/project';
import { readProject } from '../core/circuit/readProject';

/** A project as it lies in the browser: plain data, checked again whenever it is read. */
interface StoredProject {
  id: string;
  updatedAt: number;
  project: unknown;
}

const database = new Dexie('tidal-gauge') as Dexie & { projects: EntityTable<StoredProject, 'id'> };
database.version(1).stores({ projects: 'id, updatedAt' });

/** The project that was worked on last; more than one comes with the project list. */
const CURRENT = 'current';

/** What was found in the store. */
export type Loaded =
  | { readonly kind: 'project'; readonly project: Project }
  | { readonly kind: 'nothing' }
  /** Something is there that cannot be read; it is set aside under another key, never overwritten. */
  | { readonly kind: 'unreadable'; readonly sentences: readonly string[] };

/** Reads the project last worked on. Unreadable data are set aside and reported, not lost. */
export async function loadCurrentProject(): Promise<Loaded> {
  const row = await database.projects.get(CURRENT);
  if (!row) return { kind: 'nothing' };
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
