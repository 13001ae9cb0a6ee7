import { readFileSync } from 'node:fs';
import { smallStore } from './testing/nodeStore';
import Dexie from 'dexie';
import { CATALOGUE } from '../core/document/parts/catalogue';
import { partSchema } from '../core/document/parts/part';
import { demoKept } from '../core/verification/testing/demo';
import { database } from './database';
import { lastWordsOf, projectsWithLastWords, saveLastWords } from './lastWords';
import {
  DELETED_KEPT_MS,
  deleteProject,
  listProjects,
  loadProject,
  purgeDeleted,
  rawProject,
  restoreProject,
  writeProject,
  writeView,
} from './projects';
import { listSavePoints, loadSavePoint } from './savePoints';

const project = demoKept();
const named = (name: string) => ({ ...project, name });
const history = { past: [{ name: 'an act' }], future: [] };
const write = (id: string, base: number, name: string, now = 1) =>
  writeProject({ id, base, project: named(name), history }, now);

beforeEach(async () => {
  smallStore.state = 'works';
  smallStore.clear();
  await Promise.all(database.tables.map((table) => table.clear()));
});

describe('Projects in the browser', () => {
  it('of an older form are read, kept once as they were, and let go the steps that do not fit any more', async () => {
    const older = JSON.parse(readFileSync('src/core/verification/frozen/version5.json', 'utf8')) as never;
    await writeProject({ id: 'old', base: 0, project: older, history }, 1);
    for (let times = 0; times < 2; times++) {
      const loaded = await loadProject('old');
      expect(loaded).toMatchObject({ kind: 'project', wasOlder: true, history: undefined, project: { version: 6 } });
    }
    const points = await listSavePoints('old');
    expect(points).toMatchObject([{ name: 'Thornback, as it was before the newer form', named: true }]);
    expect(await loadSavePoint(points[0]!.id)).toMatchObject({ ok: true });
    await write('new', 0, 'New');
    expect(await loadProject('new')).not.toHaveProperty('wasOlder');
  });

  it('come back as they were written, figure for figure, with their steps and how they were looked at', async () => {
    expect(await loadProject('a')).toEqual({ kind: 'nothing' });
    const parts = CATALOGUE.map((entry, i) => partSchema.parse({ id: `p${i}`, ...entry.part }));
    const { asItIs } = project;
    const whole = {
      ...project,
      asItIs: { ...asItIs, circuit: { ...asItIs.circuit, parts: [...asItIs.circuit.parts, ...parts] } },
    };
    expect(await writeProject({ id: 'a', base: 0, project: whole, history }, 1)).toEqual({
      kind: 'written',
      revision: 1,
    });
    await writeView('a', { speedRevS: 50 });
    expect(await loadProject('a')).toEqual({
      kind: 'project',
      id: 'a',
      revision: 1,
      project: whole,
      history,
      view: { speedRevS: 50 },
    });
  });

  it('are listed newest first', async () => {
    await write('a', 0, 'Older', 1);
    await write('b', 0, 'Newer', 2);
    expect((await listProjects()).map((h) => h.name)).toEqual(['Newer', 'Older']);
  });

  it('are never written over by a late tab: what it had is a save point', async () => {
    await write('a', 0, 'First');
    await write('a', 1, 'Second');
    expect(await write('a', 1, 'Late')).toEqual({ kind: 'late', revision: 2 });
    expect(await loadProject('a')).toMatchObject({ revision: 2, project: { name: 'Second' } });
    const [point] = await listSavePoints('a');
    expect(point).toMatchObject({ name: 'Late, from another tab', named: false, ofThis: true });
    expect(await loadSavePoint(point!.id)).toMatchObject({ ok: true, project: { name: 'Late' } });
  });

  it('that cannot be read stay where they are, and say why', async () => {
    await writeProject({ id: 'a', base: 0, project: { ...project, version: 99 } as never, history }, 1);
    const loaded = await loadProject('a');
    expect(loaded.kind === 'unreadable' && loaded.sentences[0]).toContain('version 99');
    expect((await listProjects())[0]!.aside![0]).toContain('version 99');
    expect(await rawProject('a')).toMatchObject({ version: 99 });
  });

  it('can be taken back for 30 days after they were deleted, and no longer', async () => {
    await write('a', 0, 'Gone');
    await deleteProject('a', 1000);
    expect(await loadProject('a')).toEqual({ kind: 'nothing' });
    await purgeDeleted(1000 + DELETED_KEPT_MS);
    await restoreProject('a');
    expect(await loadProject('a')).toMatchObject({ kind: 'project', project: { name: 'Gone' } });
    await deleteProject('a', 1000);
    await purgeDeleted(1001 + DELETED_KEPT_MS);
    expect([await listProjects(), await rawProject('a')]).toEqual([[], undefined]);
  });
});

describe('What a closing page could still say', () => {
  const say = (base: number, name: string, id = 'a') => saveLastWords({ id, base, project: named(name), history }, 5);

  it('comes before what the store has, is stored, and only then let go', async () => {
    await write('a', 0, 'Stored');
    expect(say(1, 'Said')).toBe(true);
    expect(projectsWithLastWords()).toEqual(['a']);
    expect(await loadProject('a')).toMatchObject({ revision: 2, project: { name: 'Said' }, history });
    expect([lastWordsOf('a'), projectsWithLastWords()]).toEqual([undefined, []]);
    expect(await loadProject('a')).toMatchObject({ revision: 2, project: { name: 'Said' } });
  });

  it('is a project of its own where the store never got it', async () => {
    say(0, 'Never stored', 'b');
    expect(await loadProject('b')).toMatchObject({ revision: 1, project: { name: 'Never stored' } });
  });

  it('is a save point where another tab has written since', async () => {
    await write('a', 0, 'First');
    await write('a', 1, 'Second');
    say(1, 'Said');
    expect(await loadProject('a')).toMatchObject({ revision: 2, project: { name: 'Second' } });
    expect((await listSavePoints('a')).map((p) => p.name)).toEqual(['Said, from another tab']);
  });

  it('is shown, and kept, where the store is too full to take it', async () => {
    await write('a', 0, 'Stored');
    say(1, 'Said');
    const put = jest.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(() => {
      throw Object.assign(new Error(), { name: 'QuotaExceededError' });
    });
    expect(await loadProject('a')).toMatchObject({ project: { name: 'Said' }, revision: 1, problem: { kind: 'full' } });
    put.mockRestore();
    expect(lastWordsOf('a')).toBeDefined();
    expect(await loadProject('a')).toMatchObject({ project: { name: 'Said' }, revision: 2 });
  });

  it('of an app of before there were several projects is heard too', async () => {
    await write('current', 0, 'Stored', 3);
    smallStore.setItem('tidal-gauge-last-words', JSON.stringify({ updatedAt: 5, project: named('Said') }));
    expect(await loadProject('current')).toMatchObject({ project: { name: 'Said' } });
    smallStore.setItem('tidal-gauge-last-words', JSON.stringify({ updatedAt: 1, project: named('Too old') }));
    expect(await loadProject('current')).toMatchObject({ project: { name: 'Said' } });
  });

  it.each(['full', 'blocked'] as const)('is not said where the small store is %s, without a throw', (state) => {
    smallStore.state = state;
    expect(say(1, 'Said')).toBe(false);
    expect([lastWordsOf('a'), state === 'blocked' ? projectsWithLastWords().length : 0]).toEqual([undefined, 0]);
  });
});

describe('A store of an earlier version of the app', () => {
  it('is taken over: the project, what lay aside, save points, library', async () => {
    database.close();
    await Dexie.delete('tidal-gauge');
    const old = new Dexie('tidal-gauge');
    old.version(3).stores({ projects: 'id, updatedAt', savePoints: '++id, at', library: 'id', results: 'key, at' });
    await old.table('projects').bulkPut([
      { id: 'current', updatedAt: 7, project },
      { id: 'unreadable-3', updatedAt: 3, project: { name: 'Odd', version: 99 } },
    ]);
    await old.table('savePoints').add({ at: 5, name: 'as delivered', named: 1, project });
    old.close();
    await database.open();
    expect(await loadProject('current')).toMatchObject({ kind: 'project', project, revision: 1 });
    expect((await listProjects()).map((h) => [h.id, h.name, h.aside !== undefined])).toEqual([
      ['current', project.name, false],
      ['unreadable-3', 'Odd', true],
    ]);
    expect((await listSavePoints('current')).map((p) => [p.name, p.ofThis])).toEqual([['as delivered', false]]);
  });
});
