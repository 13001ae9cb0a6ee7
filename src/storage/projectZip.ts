import { strFromU8 } from 'fflate';
import { sayIssue } from '../core/document/project/issue';
import type { KeptProject } from '../core/document/project/keptProject';
import { readProjectText } from '../core/document/project/readProject';
import { photoFiles, takePhotos } from './photos';
import { fileIn, pack, unpack } from './zip';

/** The project in a zip file; its photos lie beside it. */
const PROJECT_FILE = 'project.tidal.json';
/** The index of a backup of everything: that is put back elsewhere. */
const BACKUP_FILE = 'workspace.json';
/** A zip that unpacks to more is not a project of ours. */
const MOST_BYTES = 256 * 1024 * 1024;

/** A project with its photos as one zip file. @throws StoreProblem */
export async function packProject(project: KeptProject): Promise<Uint8Array<ArrayBuffer>> {
  const text = `${JSON.stringify(project, null, 1)}\n`;
  return pack([[PROJECT_FILE, text]], await photoFiles(text));
}

/**
 * Reads a project with its photos and keeps the photos.
 * @param now milliseconds since 1970
 * @returns the project and how many photos are missing, or why it cannot be read
 * @throws StoreProblem where the photos cannot be kept
 */
export async function unpackProject(
  bytes: Uint8Array,
  now: number,
): Promise<
  | { readonly ok: true; readonly project: KeptProject; readonly missing: number }
  | { readonly ok: false; readonly sentences: readonly string[] }
> {
  const files = await unpack(bytes, MOST_BYTES);
  if (!files) return { ok: false, sentences: ['The zip file is damaged, or too large.'] };
  const file = fileIn(files, PROJECT_FILE);
  if (!file)
    return {
      ok: false,
      sentences: [
        fileIn(files, BACKUP_FILE)
          ? 'It is a backup of everything. Restore it under Project, Projects and backup.'
          : `The zip file holds no ${PROJECT_FILE}. Choose one that was exported here.`,
      ],
    };
  const read = readProjectText(strFromU8(file));
  if (!read.ok) return { ok: false, sentences: read.issues.map(sayIssue) };
  return { ok: true, project: read.kept, missing: await takePhotos(files, [read.kept], now) };
}
