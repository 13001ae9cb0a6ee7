import { z } from 'zod';
import { sayIssue } from '../core/document/project/issue';
import type { Project } from '../core/document/project/project';
import { readProject } from '../core/document/project/readProject';
import { database, headOf, type HeadRow } from './database';
import { dropLastWords, lastWordsOf, type LastWords } from './lastWords';
import { putSavePoint } from './savePoints';
import { answered, storeProblemOf, type StoreProblem } from './storeProblem';

/** Deleted projects can be taken back for so long [ms]. */
export const DELETED_KEPT_MS = 30 * 24 * 3600 * 1000;

/** What is known of a project without reading it: for lists. */
const headSchema = z.object({
  id: z.string(),
  name: z.string(),
  updatedAt: z.number(),
  revision: z.number(),
  madeUp: z.boolean(),
  /** Why it cannot be read; absent where it can. */
  aside: z.array(z.string()).optional(),
  deletedAt: z.number().optional(),
});
export type ProjectHead = Readonly<z.infer<typeof headSchema>>;

/** What was found in the store under an id. */
export type Loaded =
  | {
      readonly kind: 'project';
      readonly id: string;
      readonly revision: number;
      readonly project: Project;
      /** Steps to undo, as stored: the caller checks them. */
      readonly history: unknown;
      /** How it was looked at, as stored: the caller checks it. */
      readonly view: unknown;
      /** Why what a closing page said could not be stored; it is shown all the same. */
      readonly problem?: StoreProblem;
    }
  | { readonly kind: 'nothing' }
  /** Something is there that cannot be read; it stays, is marked, and is never overwritten. */
  | { readonly kind: 'unreadable'; readonly id: string; readonly name: string; readonly sentences: readonly string[] };

/** What is written of a project. */
export interface Written {
  readonly id: string;
  /** Revision that it was made from; 0 for a new one. */
  readonly base: number;
  readonly project: Project;
  readonly history: unknown;
}

/** What became of a write: a late one is kept as a save point beside the newer. */
export type WriteOutcome = { readonly kind: 'written' | 'late'; readonly revision: number };

/** Every project, newest first, those set aside and those deleted too. @throws StoreProblem */
export async function listProjects(): Promise<readonly ProjectHead[]> {
  const rows = await answered(() => database.heads.orderBy('updatedAt').reverse().toArray());
  return rows.flatMap((row) => {
    const parsed = headSchema.safeParse(row);
    return parsed.success ? [parsed.data] : [];
  });
}

/** A project's stored contents, whatever they are; undefined where there are none. @throws StoreProblem */
export const rawProject = async (id: string): Promise<unknown> =>
  (await answered(() => database.bodies.get(id)))?.project;

/**
 * Reads a project, what a closing page said of it first. What cannot be read is marked as set aside and stays as it is.
 * @throws StoreProblem
 */
export async function loadProject(id: string): Promise<Loaded> {
  const [head, body, view] = await answered(() =>
    Promise.all([database.heads.get(id), database.bodies.get(id), database.views.get(id)]),
  );
  const words = lastWordsOf(id);
  const heard = words && (await hear(id, words, head));
  if (heard) return { ...heard, view: view?.view };
  if (!head || !body || head.deletedAt !== undefined) return { kind: 'nothing' };
  const read = readProject(body.project);
  const { revision } = head;
  if (read.ok) return { kind: 'project', id, revision, project: read.project, history: body.history, view: view?.view };
  const sentences = read.issues.map(sayIssue);
  // Where it cannot be marked it is found again at the next start.
  await answered(() => database.heads.put({ ...head, aside: sentences })).catch(() => undefined);
  return { kind: 'unreadable', id, name: head.name, sentences };
}

/** Stores what a closing page said where it is newer than what there is. @returns the project as it said, or undefined */
async function hear(id: string, words: LastWords, head: HeadRow | undefined) {
  const read = readProject(words.project);
  if (!read.ok) return undefined;
  const { project } = read;
  const base = words.base ?? (words.updatedAt >= (head?.updatedAt ?? 0) ? (head?.revision ?? 0) : -1);
  const history = words.history;
  try {
    const { kind, revision } = await writeProject({ id, base, project, history }, words.updatedAt);
    dropLastWords(id);
    return kind === 'late' ? undefined : { kind: 'project' as const, id, revision, project, history };
  } catch (error) {
    if (base < (head?.revision ?? 0)) return undefined;
    const revision = head?.revision ?? 0;
    return { kind: 'project' as const, id, revision, project, history, problem: storeProblemOf(error) };
  }
}

/**
 * Keeps a project. Where another one was written since its base, that one stays and this one is kept as a save point.
 * @param now milliseconds since 1970
 * @throws StoreProblem
 */
export function writeProject({ id, base, project, history }: Written, now: number): Promise<WriteOutcome> {
  const { heads, bodies, savePoints } = database;
  return answered(() =>
    database.transaction('rw', heads, bodies, savePoints, async (): Promise<WriteOutcome> => {
      const there = await heads.get(id);
      if (there && there.revision !== base) {
        await putSavePoint({ of: id, project, name: `${project.name}, from another tab`, now, named: false });
        return { kind: 'late', revision: there.revision };
      }
      const revision = base + 1;
      await heads.put({ id, ...headOf(project), updatedAt: now, revision });
      await bodies.put({ id, project, history });
      return { kind: 'written', revision };
    }),
  );
}

/** Keeps how a project is looked at. @throws StoreProblem */
export async function writeView(id: string, view: unknown): Promise<void> {
  await answered(() => database.views.put({ id, view }));
}

/** Deletes a project so that it can be taken back. @param now milliseconds since 1970 @throws StoreProblem */
export async function deleteProject(id: string, now: number): Promise<void> {
  await answered(() => database.heads.update(id, { deletedAt: now }));
}

/** Takes a deleted project back. @throws StoreProblem */
export async function restoreProject(id: string): Promise<void> {
  await answered(() =>
    database.heads
      .where('id')
      .equals(id)
      .modify((head) => {
        delete head.deletedAt;
      }),
  );
}

/** Lets go for good what was deleted long ago. @param now milliseconds since 1970 @throws StoreProblem */
export async function purgeDeleted(now: number): Promise<void> {
  const { heads, bodies, views } = database;
  await answered(() =>
    database.transaction('rw', heads, bodies, views, async () => {
      const gone = await heads
        .filter((h) => h.deletedAt !== undefined && now - h.deletedAt > DELETED_KEPT_MS)
        .primaryKeys();
      await Promise.all([heads.bulkDelete(gone), bodies.bulkDelete(gone), views.bulkDelete(gone)]);
    }),
  );
}
