import { readFileSync } from 'node:fs';
import './testing/nodeStore';
import { strToU8, unzipSync, zipSync } from 'fflate';
import { readProjectText } from '../core/document/project/readProject';
import { demoKept } from '../core/verification/testing/demo';
import { makeBackup, readBackup, restoreBackup, type Backup } from './backup';
import { database } from './database';
import { keepInLibrary, listLibrary } from './library';
import { deleteProject, listProjects, loadProject, rawProject, writeProject } from './projects';
import { addSavePoint, listSavePoints } from './savePoints';

const [first, second] = [demoKept(), demoKept('larkspur')];
const preferences = { units: { pressure: 'psi' }, theme: 'dark' };
const clear = () => Promise.all(database.tables.map((table) => table.clear()));
const read = async (bytes: Uint8Array): Promise<Backup> => {
  const made = await readBackup(bytes);
  if (!made.ok) throw new Error(made.why);
  return made.backup;
};

describe('A backup of everything', () => {
  let bytes: Uint8Array;
  beforeEach(async () => {
    await clear();
    await writeProject({ id: 'a', base: 0, project: first, history: undefined }, 1);
    await writeProject({ id: 'b', base: 0, project: second, history: undefined }, 2);
    await writeProject({ id: 'odd', base: 0, project: { ...first, version: 99 } as never, history: undefined }, 3);
    await writeProject({ id: 'gone', base: 0, project: second, history: undefined }, 4);
    await deleteProject('gone', 5);
    await addSavePoint({ of: 'a', project: first, name: 'as delivered', now: 1, named: true });
    await keepInLibrary({ kind: 'oil', label: 'mine', oil: first.oil });
    bytes = await makeBackup(preferences, 1e12);
  });

  it('of an older form puts nothing beside the same project that is still stored so', async () => {
    await clear();
    const older = JSON.parse(readFileSync('src/core/verification/frozen/version5.json', 'utf8')) as never;
    await writeProject({ id: 'old', base: 0, project: older, history: undefined }, 1);
    const read = await readBackup(await makeBackup(preferences, 1e12));
    if (!read.ok) throw new Error('refused');
    expect(await restoreBackup(read.backup, new Set(['old']), false, 2e12)).toEqual({ back: 0, beside: 0, same: 1 });
  });

  it('is a zip file in which every project can be opened by itself', () => {
    const files = unzipSync(bytes);
    const projects = Object.keys(files)
      .filter((f) => f.startsWith('projects/'))
      .sort();
    expect(projects).toHaveLength(3);
    const texts = projects.map((f) => readProjectText(new TextDecoder().decode(files[f])));
    expect(texts.flatMap((t) => (t.ok ? [t.kept] : []))).toEqual(expect.arrayContaining([first, second]));
  });

  it.each([
    ['Thornback', 'thornback'],
    ['  The 2nd -- "Café" engine! ', 'the-2nd-caf-engine'],
    ['***', 'project'],
    ['A name that goes on and on and on until nobody reads it', 'a-name-that-goes-on-and-on-and-on-until'],
  ])('has a file for "%s" by a name that any disk takes', async (name, plain) => {
    await clear();
    await writeProject({ id: 'a', base: 0, project: { ...first, name }, history: undefined }, 1);
    const files = Object.keys(unzipSync(await makeBackup(preferences, 1)));
    expect(files).toContain(`projects/001-${plain}.tidal.json`);
  });

  it('comes back whole into an empty browser, what could not be read named', async () => {
    await clear();
    const backup = await read(bytes);
    expect(backup.projects.filter((p) => !p.project).map((p) => [p.id, p.sentences[0]])).toEqual([
      ['odd', expect.stringContaining('version 99')],
    ]);
    const all = new Set(backup.projects.map((p) => p.id));
    expect(await restoreBackup(backup, all, true, 9)).toEqual({ back: 2, beside: 0, same: 0 });
    expect([await rawProject('a'), await rawProject('b')]).toEqual([first, second]);
    expect((await listSavePoints('a')).map((p) => p.name)).toEqual(['as delivered']);
    expect((await listLibrary()).map((i) => i.label)).toEqual(['mine']);
    expect(backup.preferences).toEqual(preferences);
    // Once more changes nothing.
    expect(await restoreBackup(backup, all, true, 10)).toEqual({ back: 0, beside: 0, same: 2 });
    expect((await listSavePoints('a')).map((p) => p.name)).toEqual(['as delivered']);
  });

  it('comes back by project, beside what has changed since, and writes over nothing', async () => {
    await writeProject({ id: 'a', base: 1, project: { ...first, name: 'Changed since' }, history: undefined }, 6);
    expect(await restoreBackup(await read(bytes), new Set(['a']), false, 9)).toEqual({ back: 0, beside: 1, same: 0 });
    expect(await loadProject('a')).toMatchObject({ project: { name: 'Changed since' } });
    expect((await listProjects()).filter((h) => h.name === first.name && h.id.startsWith('a-'))).toHaveLength(1);
  });

  it('brings a project back that lies in the bin just as it was, beside it', async () => {
    await deleteProject('a', 6);
    expect(await restoreBackup(await read(bytes), new Set(['a']), false, 9)).toEqual({ back: 0, beside: 1, same: 0 });
    const there = (await listProjects()).filter((h) => h.name === first.name && h.deletedAt === undefined);
    expect(there.map((h) => h.id.startsWith('a-'))).toContain(true);
  });

  it.each<[string, () => Uint8Array, RegExp]>([
    ['a text', () => strToU8('hello'), /not a backup, or it is damaged/],
    ['half a backup', () => bytes.slice(0, bytes.length / 2), /not a backup, or it is damaged/],
    ['some other zip', () => zipSync({ 'a.txt': strToU8('hello') }), /no backup of this app/],
    ['an index that is not one', () => zipSync({ 'workspace.json': strToU8('{"format":1}') }), /no backup of this app/],
    ['nothing', () => new Uint8Array(), /not a backup, or it is damaged/],
  ])('refuses %s in one sentence', async (_, make, sentence) => {
    const made = await readBackup(make());
    expect(made.ok ? '' : made.why).toMatch(sentence);
  });

  it('refuses what unpacks to more than any workspace', async () => {
    expect((await readBackup(bytes, 1e6)).ok).toBe(true);
    expect((await readBackup(bytes, 1e4)).ok).toBe(false);
  });

  it('never throws on damaged bytes', async () => {
    for (let at = 0; at < bytes.length; at += Math.ceil(bytes.length / 20)) {
      const damaged = bytes.slice();
      damaged[at] = damaged[at]! ^ 0xff;
      const made = await readBackup(damaged);
      expect(typeof (made.ok ? '' : made.why)).toBe('string');
    }
  });
});
