import { z } from 'zod';
import { sayIssue } from '../core/document/project/issue';
import { FILE_VERSION, type KeptProject } from '../core/document/project/keptProject';
import { readProject } from '../core/document/project/readProject';
import { database, headOf, writeAtOnce, type HeadRow } from './database';
import { dropLastWords, lastWordsOf, type LastWords } from './lastWords';
import { addSavePoint, listSavePoints } from './savePoints';
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
      readonly project: KeptProject;
      /** Steps to undo, as stored: the caller checks them. */
      readonly history: unknown;
      /** How it was looked at, as stored: the caller checks it. */
      readonly view: unknown;
      /** Why what a closing page said could not be stored; it is shown all the same. */
      readonly problem?: StoreProblem;
      /** True where it was stored in an older form; it is kept so as a version, and its steps of undo are gone. */
      readonly wasOlder?: true;
    }
  | { readonly kind: 'nothing' }
  /** Something is there that cannot be read; it stays, is marked, and is never overwritten. */
  | { readonly kind: 'unreadable'; readonly id: string; readonly name: string; readonly sentences: readonly string[] };

/** What is written of a project. */
export interface Written {
  readonly id: string;
  /** Revision that it was made from; 0 for a new one. */
  readonly base: number;
  readonly project: KeptProject;
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
  const { heads, bodies, histories, views } = database;
  // In one transaction: what another tab writes meanwhile is wholly before or wholly after.
  const [head, body, steps, view] = await answered(() =>
    database.transaction('r', heads, bodies, histories, views, () =>
      Promise.all([heads.get(id), bodies.get(id), histories.get(id), views.get(id)]),
    ),
  );
  const words = lastWordsOf(id);
  const heard = words && (await hear(id, words, head));
  if (heard) return { ...heard, view: view?.view };
  if (!head || !body || head.deletedAt !== undefined) return { kind: 'nothing' };
  const read = readProject(body.project);
  const { revision } = head;
  if (read.ok) {
    const wasOlder = isOlder(body.project);
    if (wasOlder) await keepOlder(id, head.name, body.project).catch(() => undefined);
    return {
      kind: 'project',
      id,
      revision,
      project: read.kept,
      // Steps of an older form do not fit the newer one.
      history: steps?.revision === revision && !wasOlder ? steps.history : undefined,
      view: view?.view,
      ...(wasOlder ? { wasOlder } : {}),
    };
  }
  const sentences = read.issues.map(sayIssue);
  // Where it cannot be marked it is found again at the next start.
  await answered(() => database.heads.put({ ...head, aside: sentences })).catch(() => undefined);
  return { kind: 'unreadable', id, name: head.name, sentences };
}

const isOlder = (raw: unknown): boolean =>
  typeof raw === 'object' && raw !== null && (raw as { version?: unknown }).version !== FILE_VERSION;

/** Keeps a project as it was stored in an older form, once, as a version to go back to. @throws StoreProblem */
async function keepOlder(id: string, projectName: string, project: unknown): Promise<void> {
  const name = `${projectName}, as it was before the newer form`;
  if ((await listSavePoints(id)).some((p) => p.name === name)) return;
  await addSavePoint({ of: id, project, name, now: Date.now(), named: true });
}

/**
 * Stores what a closing page said where it is newer than what there is.
 * @returns the project as it said, or undefined
 */
async function hear(id: string, words: LastWords, head: HeadRow | undefined) {
  const read = readProject(words.project);
  if (!read.ok) return undefined;
  const { kept: project } = read;
  const stored = head?.revision ?? 0;
  const base = words.base ?? (words.updatedAt >= (head?.updatedAt ?? 0) ? stored : -1);
  const { history, updatedAt: now } = words;
  try {
    const outcome =
      base === stored
        ? await writeProject({ id, base, project, history }, now)
        : await keepLate({ id, project }, stored, now);
    dropLastWords(id);
    return outcome.kind === 'late'
      ? undefined
      : { kind: 'project' as const, id, revision: outcome.revision, project, history };
  } catch (error) {
    if (base !== stored) return undefined;
    return { kind: 'project' as const, id, revision: stored, project, history, problem: storeProblemOf(error) };
  }
}

/** Keeps what came late as a save point beside the newer. */
async function keepLate(
  { id, project }: Pick<Written, 'id' | 'project'>,
  revision: number,
  now: number,
): Promise<WriteOutcome> {
  await addSavePoint({ of: id, project, name: `${project.name}, from another tab`, now, named: false });
  return { kind: 'late', revision };
}

/** Revisions back to which a late tab is told from the newest; older marks of them make room. */
const REVISIONS_KEPT = 1000;

/**
 * Keeps a project, in the task that calls this. Where another one was written since its base, that one stays and this
 * one is kept as a save point.
 * @param now milliseconds since 1970
 * @throws StoreProblem
 */
export function writeProject({ id, base, project, history }: Written, now: number): Promise<WriteOutcome> {
  const revision = base + 1;
  return answered(() =>
    writeAtOnce(['heads', 'bodies', 'histories', 'revisions'], (store) => {
      // Two tabs that write on the same revision add the same row: the later fails, and all of it with it.
      store('revisions').add({ id, revision });
      store('revisions').delete([id, revision - REVISIONS_KEPT]);
      store('heads').put({ id, ...headOf(project), updatedAt: now, revision } satisfies HeadRow);
      store('bodies').put({ id, project });
      store('histories').put({ id, revision, history });
    }).then(
      (): WriteOutcome => ({ kind: 'written', revision }),
      async (error: unknown): Promise<WriteOutcome> => {
        const there = await database.heads.get(id);
        if ((error as { name?: unknown } | null)?.name !== 'ConstraintError' || !there) throw error;
        return keepLate({ id, project }, there.revision, now);
      },
    ),
  );
}

/** Keeps how a project is looked at. @throws StoreProblem */
export async function writeView(id: string, view: unknown): Promise<void> {
  await answered(() => writeAtOnce(['views'], (store) => store('views').put({ id, view })));
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
  const { heads, bodies, histories, views } = database;
  await answered(() =>
    database.transaction('rw', heads, bodies, histories, views, async () => {
      const gone = await heads
        .filter((h) => h.deletedAt !== undefined && now - h.deletedAt > DELETED_KEPT_MS)
        .primaryKeys();
      await Promise.all([heads, bodies, histories, views].map((table) => table.bulkDelete(gone)));
    }),
  );
}
