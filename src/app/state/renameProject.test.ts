import { demoKept } from '../../core/verification/testing/demo';
import { database } from '../../storage/database';
import { loadProject, writeProject } from '../../storage/projects';
import { FakeChannel, FakeLocks } from '../testing/tabs';
import { useDocument } from './document';
import { EditLock } from './editLock';
import { NO_HISTORY } from './history';
import { useKeeping } from './keeping';
import { renameProject } from './renameProject';
import { keepOpenProject, openAtStart, openFirstDemo, openProject, settled } from './workspace';

Object.defineProperty(navigator, 'locks', { value: new FakeLocks(), configurable: true });
Object.assign(globalThis, { BroadcastChannel: FakeChannel });

const project = (name: string) => ({ ...demoKept(), name, madeUp: false });
const stored = async (id: string) => {
  const loaded = await loadProject(id);
  return loaded.kind === 'project' ? [loaded.project.name, loaded.revision, loaded.history] : loaded.kind;
};
const nothing = () => undefined;
const QUIET = { onGranted: nothing, onLost: nothing, onSaved: nothing, onAsked: () => Promise.resolve() };

let stop: () => void;
beforeEach(async () => {
  localStorage.clear();
  sessionStorage.clear();
  await Promise.all(database.tables.map((table) => table.clear()));
  stop = keepOpenProject();
  await openAtStart();
  await openFirstDemo();
  await openProject(project('Mine'));
  await settled();
  await writeProject({ id: 'other', base: 0, project: project('Other'), history: NO_HISTORY }, Date.now());
});
afterEach(async () => {
  await settled();
  stop();
});

describe('A project gets another name', () => {
  it('as an act that can be undone where it is open, stored when the answer comes', async () => {
    const id = useKeeping.getState().id!;
    await expect(renameProject(id, 'Ours')).resolves.toBeUndefined();
    expect((await stored(id))[0]).toBe('Ours');
    expect(useDocument.getState().past.map((s) => s.name)).toEqual(['rename the project']);
    useDocument.getState().undo();
    expect(useDocument.getState().project!.name).toBe('Mine');
  });

  it('in the store where it is not open, its steps kept, the open one left alone', async () => {
    await expect(renameProject('other', 'Theirs')).resolves.toBeUndefined();
    expect(await stored('other')).toEqual(['Theirs', 2, NO_HISTORY]);
    expect(useDocument.getState().project!.name).toBe('Mine');
    // The right to edit was given back.
    const lock = new EditLock('other', QUIET);
    await expect(lock.start()).resolves.toBe(true);
    lock.close();
  });

  it('tells the tabs that look at it', async () => {
    const saved = jest.fn();
    const looking = new EditLock('other', { ...QUIET, onSaved: saved });
    await renameProject('other', 'Theirs');
    await new Promise((resolve) => setTimeout(resolve, 10));
    looking.close();
    expect(saved.mock.calls).toEqual([[2]]);
  });

  it('not where another tab edits it, which is said', async () => {
    const elsewhere = new EditLock('other', QUIET);
    await elsewhere.start();
    await expect(renameProject('other', 'Theirs')).resolves.toBe('It is open in another tab. Rename it there.');
    elsewhere.close();
    expect((await stored('other'))[0]).toBe('Other');
  });

  it('not where it cannot be read, or is not there, which is said; the right to edit is given back', async () => {
    for (let n = 0; n < 2; n++)
      await expect(renameProject('ghost', 'Theirs')).resolves.toBe('It cannot be read, so it cannot be renamed.');
  });
});
