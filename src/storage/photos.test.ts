import './testing/nodeStore';
import { unzipSync, zipSync } from 'fflate';
import type { Photo } from '../core/document/project/photo';
import type { KeptProject } from '../core/document/project/keptProject';
import { sayIssue } from '../core/document/project/issue';
import { readProjectText } from '../core/document/project/readProject';
import { demoKept } from '../core/verification/testing/demo';
import { makeBackup, readBackup, restoreBackup } from './backup';
import { database } from './database';
import { forgetUnusedPhotos, forgetUnusedPhotosDaily, keepPhoto, loadPhoto, newPhotoId } from './photos';
import { writeProject } from './projects';
import { packProject, unpackProject } from './projectZip';

const DAY_MS = 24 * 3600 * 1000;
const jpeg = (last: number) => new Uint8Array([0xff, 0xd8, 0xff, 0xe0, last]);
const photo = (id: string): Photo => ({
  id,
  on: '2026-11-26',
  widthPx: 4,
  heightPx: 3,
  caption: 'hose C at the plate',
});
/** The demo with a photo at a step, one in the log book and one at the first start. */
function withPhotos(step: string, session: string, start: string): KeptProject {
  const project = demoKept();
  const { id: stock } = project.asItIs;
  return {
    ...project,
    jobs: [{ from: stock, to: 'noseCooler', plan: { steps: { drain: { photos: [photo(step)] } } } }],
    log: {
      sessions: [
        { id: 's1', on: '2026-11-26', kind: 'note', title: 'Leak', variant: 'Stock', photos: [photo(session)] },
      ],
      firstStarts: { [stock]: { crank: { photos: [photo(start)] } } },
    },
  };
}

describe('Photos', () => {
  const ids = [newPhotoId(), newPhotoId(), newPhotoId()] as const;
  const project = withPhotos(...ids);
  beforeEach(async () => {
    await Promise.all(database.tables.map((table) => table.clear()));
    for (const [i, id] of ids.entries()) await keepPhoto(id, jpeg(i), 1);
  });

  it('go out with their project as a zip, and come into another browser with it', async () => {
    const bytes = await packProject(project);
    expect(Object.keys(unzipSync(bytes)).sort()).toEqual(
      ['project.tidal.json', ...ids.map((id) => `photos/${id}.jpg`)].sort(),
    );
    await database.photos.clear();
    expect(await unpackProject(bytes, 2)).toEqual({ ok: true, project, missing: 0 });
    for (const [i, id] of ids.entries()) expect(await loadPhoto(id)).toEqual(jpeg(i));
  });

  it('that a zip lacks, or that are no pictures, are counted, and the project opens all the same', async () => {
    const { [`photos/${ids[0]}.jpg`]: _, ...files } = unzipSync(await packProject(project));
    files[`photos/${ids[1]}.jpg`] = new TextEncoder().encode('<script>');
    await database.photos.clear();
    expect(await unpackProject(zipSync(files), 2)).toMatchObject({ ok: true, missing: 2 });
    expect(await database.photos.count()).toBe(1);
  });

  it('that are here already are not written over', async () => {
    const files = unzipSync(await packProject(project));
    files[`photos/${ids[0]}.jpg`] = jpeg(99);
    await unpackProject(zipSync(files), 2);
    expect(await loadPhoto(ids[0])).toEqual(jpeg(0));
  });

  it.each<[string, (bytes: Uint8Array) => Uint8Array | Promise<Uint8Array>, RegExp]>([
    ['half a zip', (bytes) => bytes.slice(0, bytes.length / 2), /damaged/],
    ['a zip without a project', () => zipSync({ 'a.txt': new Uint8Array(3) }), /holds no project\.tidal\.json/],
    ['a backup', () => makeBackup({}, 1), /backup of everything/],
    [
      'a broken project',
      () => zipSync({ 'project.tidal.json': new TextEncoder().encode('{"format": 3}') }),
      /"format" should be/,
    ],
  ])('are not taken from %s, and it is said why', async (_, make, why) => {
    const read = await unpackProject(await make(await packProject(project)), 2);
    expect(read.ok ? '' : read.sentences.join(' ')).toMatch(why);
  });

  it('are in the backup of everything, and come back with it', async () => {
    await writeProject({ id: 'a', base: 0, project, history: undefined }, 1);
    const bytes = await makeBackup({}, 3);
    await Promise.all(database.tables.map((table) => table.clear()));
    const read = await readBackup(bytes);
    if (!read.ok) throw new Error(read.why);
    await restoreBackup(read.backup, new Set(['a']), true, 9);
    for (const [i, id] of ids.entries()) expect(await loadPhoto(id)).toEqual(jpeg(i));
  });

  it('that nothing refers to go after a week; those of projects, versions and steps that can be undone stay', async () => {
    const [step, session, start] = ids;
    const unused = newPhotoId();
    await keepPhoto(unused, jpeg(7), 1);
    const bare = demoKept();
    await database.bodies.put({ id: 'a', project: withPhotos(step, step, step) });
    await database.histories.put({ id: 'a', revision: 1, history: { past: [withPhotos(session, session, session)] } });
    await database.savePoints.add({ at: 1, name: 'as it was', named: 1, project: withPhotos(start, start, start) });
    await database.bodies.put({ id: 'b', project: bare });
    expect(await forgetUnusedPhotos(6 * DAY_MS)).toBe(0);
    expect(await forgetUnusedPhotos(8 * DAY_MS)).toBe(1);
    expect((await database.photos.toCollection().primaryKeys()).sort()).toEqual([...ids].sort());
  });

  it('are looked through once a day at most', async () => {
    const [first, second] = [newPhotoId(), newPhotoId()];
    await keepPhoto(first, jpeg(8), 1);
    await forgetUnusedPhotosDaily(9 * DAY_MS);
    expect(await loadPhoto(first)).toBeUndefined();
    await keepPhoto(second, jpeg(9), 1);
    await forgetUnusedPhotosDaily(9.5 * DAY_MS);
    expect(await loadPhoto(second)).toBeDefined();
    await forgetUnusedPhotosDaily(10.1 * DAY_MS);
    expect(await loadPhoto(second)).toBeUndefined();
  });

  it('have ids of one form alone: a project with another is refused with the field named', () => {
    const read = readProjectText(JSON.stringify(withPhotos('p1', ids[1], ids[2])));
    expect(read.ok ? '' : sayIssue(read.issues[0]!)).toMatch(/photos\[0\]\.id.*photo- and 24 digits/);
  });
});
