import type { Unzipped } from 'fflate';
import { PHOTO_ID } from '../core/document/project/photo';
import { photosOf } from '../core/document/project/photosOf';
import type { KeptProject } from '../core/document/project/keptProject';
import { database } from './database';
import { loadSetting, saveSetting } from './settings';
import { answered } from './storeProblem';
import { fileIn } from './zip';

/** A larger one was not scaled by this app [bytes]. */
const MOST_PHOTO_BYTES = 4 * 1024 * 1024;
/** Photos that nothing refers to are kept so long: an act can still be undone [ms]. */
const UNUSED_KEPT_MS = 7 * 24 * 3600 * 1000;
/** Photos are looked through for unused ones at most this often [ms]. */
const LOOKED_THROUGH_EVERY_MS = 24 * 3600 * 1000;
const SETTING = 'photosLookedThroughAt';

/** True for the bytes of a JPEG picture of a size that is kept here. */
const isPhoto = (bytes: Uint8Array): boolean =>
  bytes.length <= MOST_PHOTO_BYTES && bytes[0] === 0xff && bytes[1] === 0xd8 && bytes[2] === 0xff;

/** A fresh id for a photo. */
export const newPhotoId = (): string =>
  `photo-${Array.from(crypto.getRandomValues(new Uint8Array(12)), (byte) => byte.toString(16).padStart(2, '0')).join('')}`;

/** Keeps a photo in the browser. @param bytes JPEG @param now milliseconds since 1970 @throws StoreProblem */
export async function keepPhoto(id: string, bytes: Uint8Array, now: number): Promise<void> {
  await answered(() => database.photos.put({ id, at: now, bytes }));
}

/** A photo's bytes; undefined where it is not in this browser. @throws StoreProblem */
export const loadPhoto = async (id: string): Promise<Uint8Array | undefined> =>
  (await answered(() => database.photos.get(id)))?.bytes;

const pathOf = (id: string): string => `photos/${id}.jpg`;

/** Ids of photos in a text of whatever refers to them, each once. */
const idsIn = (text: string): string[] => [...new Set([...text.matchAll(new RegExp(PHOTO_ID, 'g'))].map(([id]) => id))];

/**
 * The photos that texts refer to as files of a zip; those that are not in this browser are left out.
 * @throws StoreProblem
 */
export async function photoFiles(...texts: readonly string[]): Promise<Record<string, Uint8Array>> {
  const ids = [...new Set(texts.flatMap(idsIn))];
  const rows = await answered(() => database.photos.bulkGet(ids));
  return Object.fromEntries(rows.flatMap((row) => (row ? [[pathOf(row.id), row.bytes] as const] : [])));
}

/**
 * Takes the photos of some projects out of an unpacked zip. Those that are here already stay as they are.
 * @param now milliseconds since 1970
 * @returns how many of those that the projects refer to are neither in the file nor here
 * @throws StoreProblem
 */
export async function takePhotos(files: Unzipped, projects: readonly KeptProject[], now: number): Promise<number> {
  const ids = [...new Set(projects.flatMap((p) => photosOf(p).map(({ id }) => id)))];
  const here = new Set(
    (await answered(() => database.photos.bulkGet(ids))).flatMap((row) => (row === undefined ? [] : [row.id])),
  );
  const wanted = ids.filter((id) => !here.has(id));
  const found = wanted.flatMap((id) => {
    const bytes = fileIn(files, pathOf(id));
    return bytes && isPhoto(bytes) ? [{ id, at: now, bytes }] : [];
  });
  await answered(() => database.photos.bulkPut(found));
  return wanted.length - found.length;
}

/**
 * Lets photos go that nothing refers to any more: no project, none that can be taken back, no version, no step that can
 * be undone.
 * @param now milliseconds since 1970 @returns how many went @throws StoreProblem
 */
export async function forgetUnusedPhotos(now: number): Promise<number> {
  const { photos, bodies, histories, savePoints } = database;
  return answered(() =>
    database.transaction('rw', photos, bodies, histories, savePoints, async () => {
      const old = await photos.filter((p) => now - p.at > UNUSED_KEPT_MS).primaryKeys();
      if (old.length === 0) return 0;
      const used = new Set<string>();
      const note = (row: unknown) => {
        for (const id of idsIn(JSON.stringify(row))) used.add(id);
      };
      await bodies.each(note);
      await histories.each(note);
      await savePoints.each(note);
      const gone = old.filter((id) => !used.has(id));
      await photos.bulkDelete(gone);
      return gone.length;
    }),
  );
}

/** The same, at most once a day: every project is read for it. @throws StoreProblem */
export async function forgetUnusedPhotosDaily(now: number): Promise<void> {
  const last = await loadSetting(SETTING);
  if (typeof last === 'number' && now - last < LOOKED_THROUGH_EVERY_MS) return;
  await saveSetting(SETTING, now);
  await forgetUnusedPhotos(now);
}
