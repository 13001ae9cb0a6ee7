import { strFromU8, type Unzipped } from 'fflate';
import { z } from 'zod';
import { sayIssue } from '../core/document/project/issue';
import type { KeptProject } from '../core/document/project/keptProject';
import { readProject, readProjectText } from '../core/document/project/readProject';
import { database } from './database';
import { photoFiles, takePhotos } from './photos';
import { keepInLibrary, libraryItemSchema, listLibrary, type LibraryItem } from './library';
import { listProjects, writeProject } from './projects';
import { answered } from './storeProblem';
import { fileIn, jsonIn, pack, unpack } from './zip';

const FORMAT = 'tidal-gauge-workspace';
const INDEX = 'workspace.json';
const LIBRARY = 'library.json';
const SAVE_POINTS = 'save-points.json';
const PREFERENCES = 'preferences.json';

/** A backup that unpacks to more is not one of ours. */
const MOST_BYTES = 1024 * 1024 * 1024;

const entrySchema = z.object({
  id: z.string().min(1).max(80),
  name: z.string(),
  file: z.string(),
  updatedAt: z.number(),
});
const indexSchema = z.object({
  format: z.literal(FORMAT),
  version: z.literal(1),
  madeAt: z.number(),
  projects: z.array(entrySchema).max(5000),
});
const savePointSchema = z.object({
  of: z.string().optional(),
  at: z.number(),
  name: z.string(),
  named: z.number(),
  project: z.unknown(),
});
type BackedUpSavePoint = z.infer<typeof savePointSchema>;

/** A project in a backup: as it can be opened, or why it cannot. */
export interface BackedUpProject {
  readonly id: string;
  readonly name: string;
  /** Milliseconds since 1970. */
  readonly updatedAt: number;
  readonly project: KeptProject | undefined;
  readonly sentences: readonly string[];
}

/** A backup as it was read. */
export interface Backup {
  readonly madeAt: number;
  readonly projects: readonly BackedUpProject[];
  readonly library: readonly LibraryItem[];
  readonly savePoints: readonly BackedUpSavePoint[];
  /** As stored: the preferences check it. */
  readonly preferences: unknown;
  /** Its files as they were unpacked: the photos are taken from them. */
  readonly files: Unzipped;
}

/**
 * The whole workspace as one zip file: every project as a file that can be opened by itself, those set aside too; save
 * points, library, preferences and photos.
 * @param now milliseconds since 1970
 * @throws StoreProblem
 */
export async function makeBackup(preferences: unknown, now: number): Promise<Uint8Array<ArrayBuffer>> {
  const heads = (await listProjects()).filter((head) => head.deletedAt === undefined);
  const bodies = await answered(() => database.bodies.bulkGet(heads.map((h) => h.id)));
  const savePoints = await answered(() => database.savePoints.toArray());
  const projects = heads.map(({ id, name, updatedAt }, i) => ({
    id,
    name,
    updatedAt,
    file: `projects/${String(i + 1).padStart(3, '0')}-${plain(name)}.tidal.json`,
  }));
  const files: Record<string, unknown> = {
    [INDEX]: { format: FORMAT, version: 1, madeAt: now, projects } satisfies z.infer<typeof indexSchema>,
    [LIBRARY]: { format: 'tidal-gauge-library', version: 1, items: await listLibrary() },
    [SAVE_POINTS]: savePoints.map(({ of, at, name, named, project }) => ({ of, at, name, named, project })),
    [PREFERENCES]: preferences,
  };
  projects.forEach(({ file }, i) => (files[file] = bodies[i]?.project ?? null));
  const texts = Object.entries(files).map(([name, data]) => [name, `${JSON.stringify(data, null, 1)}\n`] as const);
  // Found in the texts themselves: what cannot be read any more has its pictures too.
  return pack(texts, await photoFiles(...texts.map(([, text]) => text)));
}

const plain = (name: string): string =>
  name
    .replace(/[^A-Za-z0-9]+/g, '-')
    .slice(0, 40)
    .replace(/^-|-$/g, '')
    .toLowerCase() || 'project';

/**
 * Reads a backup.
 * @param mostBytes that it may unpack to
 * @returns the backup, or one sentence that says why it is none
 */
export async function readBackup(
  bytes: Uint8Array,
  mostBytes = MOST_BYTES,
): Promise<{ readonly ok: true; readonly backup: Backup } | { readonly ok: false; readonly why: string }> {
  const files = await unpack(bytes, mostBytes);
  if (!files) return no('The file is not a backup, or it is damaged. Choose a .zip file that was made here.');
  const index = indexSchema.safeParse(jsonIn(files, INDEX));
  if (!index.success) return no('The file is a zip file, but no backup of this app. Choose one that was made here.');
  const library = z.object({ items: z.array(z.unknown()) }).safeParse(jsonIn(files, LIBRARY));
  const savePoints = z.array(z.unknown()).safeParse(jsonIn(files, SAVE_POINTS));
  return {
    ok: true,
    backup: {
      madeAt: index.data.madeAt,
      projects: index.data.projects.map((entry) => projectIn(files, entry)),
      library: each(libraryItemSchema, library.success ? library.data.items : []),
      savePoints: each(savePointSchema, savePoints.success ? savePoints.data : []),
      preferences: jsonIn(files, PREFERENCES),
      files,
    },
  };
}

const no = (why: string) => ({ ok: false as const, why });

function projectIn(files: Unzipped, { id, name, file, updatedAt }: z.infer<typeof entrySchema>): BackedUpProject {
  const bytes = fileIn(files, file);
  const read = bytes ? readProjectText(strFromU8(bytes)) : undefined;
  if (read?.ok) return { id, name: read.kept.name, updatedAt, project: read.kept, sentences: [] };
  const sentences = read ? read.issues.map(sayIssue) : [`${file} is missing in the backup.`];
  return { id, name, updatedAt, project: undefined, sentences };
}

/** Those of a list that can be read. */
const each = <T>(schema: z.ZodType<T>, raw: readonly unknown[]): T[] =>
  raw.flatMap((item) => {
    const parsed = schema.safeParse(item);
    return parsed.success ? [parsed.data] : [];
  });

/** What came of putting projects back. */
export interface Restored {
  /** Put back under their own ids. */
  readonly back: number;
  /** Put beside what is there under the same id, since that differs. */
  readonly beside: number;
  /** There already, just so. */
  readonly same: number;
}

/**
 * Puts projects of a backup back, and with `all` its save points and library too. Nothing that is there is written
 * over: a project that has changed since comes back beside it.
 * @param ids projects to put back
 * @throws StoreProblem
 */
export async function restoreBackup(
  backup: Backup,
  ids: ReadonlySet<string>,
  all: boolean,
  now: number,
): Promise<Restored> {
  const counts = { back: 0, beside: 0, same: 0 };
  const idOf = new Map<string, string>();
  for (const { id, project } of backup.projects) {
    if (!project || !ids.has(id)) continue;
    const head = await answered(() => database.heads.get(id));
    const there = head && (await answered(() => database.bodies.get(id)))?.project;
    // What is stored in an older form is the same project as its newer one.
    const read = there === undefined ? undefined : readProject(there);
    const isThere = isSame(there, project) || (read?.ok === true && isSame(read.kept, project));
    if (head && head.deletedAt === undefined && isThere) counts.same++;
    else {
      const free = head === undefined;
      const as = free ? id : `${id.slice(0, 60)}-${now.toString(36)}`;
      await writeProject({ id: as, base: 0, project, history: undefined }, now);
      idOf.set(id, as);
      counts[free ? 'back' : 'beside']++;
    }
  }
  const restored = backup.projects.flatMap(({ id, project }) => (project && ids.has(id) ? [project] : []));
  for (const point of backup.savePoints) {
    const of = point.of === undefined ? undefined : idOf.get(point.of);
    if (of === undefined && !(all && point.of === undefined)) continue;
    const read = readProject(point.project);
    if (!read.ok || (await isKept(point, of))) continue;
    restored.push(read.kept);
    const { at, name, named, project } = point;
    await answered(() => database.savePoints.add({ at, name, named, project, ...(of === undefined ? {} : { of }) }));
  }
  await takePhotos(backup.files, restored, now);
  if (all) {
    const kept = new Set((await listLibrary()).map((item) => `${item.kind} ${item.label}`));
    await keepInLibrary(...backup.library.filter((item) => !kept.has(`${item.kind} ${item.label}`)));
  }
  return counts;
}

const isSame = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

async function isKept({ at, name }: BackedUpSavePoint, of: string | undefined): Promise<boolean> {
  const there = await answered(() => database.savePoints.where('at').equals(at).toArray());
  return there.some((row) => row.name === name && row.of === of);
}
