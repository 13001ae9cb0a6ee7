import { demoKept } from '../../core/verification/testing/demo';
import { database } from '../../storage/database';
import * as projects from '../../storage/projects';
import { listSavePoints } from '../../storage/savePoints';
import { StoreProblem } from '../../storage/storeProblem';
import { FakeChannel, FakeLocks } from '../testing/tabs';
import { useBackupReminder } from './backupReminder';
import { useDocument } from './document';
import { useKeeping } from './keeping';
import { useQuestion } from './question';
import { useView } from './view';
import {
  keepOpenProject,
  openAtStart,
  openDemo,
  openFirstDemo,
  openProject,
  settled,
  switchTo,
  tryAgain,
} from './workspace';
import { DEMOS } from './demos';

jest.mock('../../storage/projects', () => {
  const actual = jest.requireActual<typeof projects>('../../storage/projects');
  return {
    ...actual,
    writeProject: jest.fn(actual.writeProject),
    listProjects: jest.fn(actual.listProjects),
    loadProject: jest.fn(actual.loadProject),
  };
});

Object.defineProperty(navigator, 'locks', { value: new FakeLocks(), configurable: true });
Object.assign(globalThis, { BroadcastChannel: FakeChannel });

const stores = () => useDocument.getState();
const own = (name: string) => ({ ...demoKept(), name, madeUp: false });
const rename = (name: string) => stores().setProject('rename the engine', { name });
const stored = async (id: string) => {
  const loaded = await projects.loadProject(id);
  return loaded.kind === 'project' ? loaded : undefined;
};
const benchId = () => useKeeping.getState().id!;
/** The page is loaded anew: nothing is left but what is stored. */
async function reload() {
  useDocument.setState({ project: undefined, past: [], future: [] });
  useKeeping.setState({ phase: 'opening', id: undefined, notices: [] });
  await openAtStart();
}

let stop: () => void;
beforeEach(async () => {
  jest.clearAllMocks();
  localStorage.clear();
  sessionStorage.clear();
  await Promise.all(database.tables.map((table) => table.clear()));
  useKeeping.setState({ problem: undefined, notices: [] });
  stop = keepOpenProject();
  await openAtStart();
  expect(useKeeping.getState().phase).toBe('first');
  await openFirstDemo();
  await openProject(own('Mine'));
  await settled();
});
afterEach(async () => {
  await settled();
  stop();
});

describe('The bench', () => {
  it('is stored in the task of the act itself', async () => {
    const stores = jest.spyOn(IDBTransaction.prototype, 'objectStore');
    let isNextTask = false;
    setTimeout(() => (isNextTask = true), 0);
    rename('Now');
    for (let microtask = 0; microtask < 50; microtask++) await Promise.resolve();
    const writes = stores.mock.contexts.filter((transaction) => transaction.mode === 'readwrite');
    stores.mockRestore();
    expect([isNextTask, writes.length > 0]).toEqual([false, true]);
  });

  it('comes back after a reload with its steps, undone and done again, and as it was looked at', async () => {
    rename('First');
    rename('Second');
    stores().undo();
    useView.getState().setState({ speedRevS: 33, oilTemperatureK: 350 });
    useView.getState().select('pump');
    await settled();
    await new Promise((resolve) => setTimeout(resolve, 20));
    await reload();
    expect(stores().project!.name).toBe('First');
    expect(useView.getState()).toMatchObject({ speedRevS: 33, oilTemperatureK: 350, selected: 'pump' });
    stores().redo();
    expect(stores().project!.name).toBe('Second');
    stores().undo();
    stores().undo();
    expect(stores().project!.name).toBe('Mine');
  });

  it('leaves every other project as it is: each has a place of its own', async () => {
    const mine = benchId();
    await openProject(own('Another'));
    await settled();
    rename('Another, changed');
    await settled();
    expect((await stored(mine))!.project.name).toBe('Mine');
    expect(await switchTo(mine, 'Mine')).toBe(true);
    expect(stores().project!.name).toBe('Mine');
  });

  it('opens a demo anew only where the one that is there was touched', async () => {
    await openDemo(DEMOS[1]);
    await settled();
    const first = benchId();
    await openProject(own('Between'));
    await openDemo(DEMOS[1]);
    expect(benchId()).toBe(first);
    stores().copyVariant();
    await settled();
    await openDemo(DEMOS[1]);
    expect(benchId()).not.toBe(first);
  });

  it('counts changes of projects of one’s own for the backup, not those of demos', async () => {
    const before = useBackupReminder.getState().changes;
    rename('Once');
    await settled();
    const after = useBackupReminder.getState().changes;
    await openDemo(DEMOS[0]);
    stores().copyVariant();
    await settled();
    expect([after - before, useBackupReminder.getState().changes - after]).toEqual([1, 0]);
  });
});

describe('A store that fails', () => {
  const failWrites = (kind: 'full' | 'silent') =>
    jest.mocked(projects.writeProject).mockImplementation(() => Promise.reject(new StoreProblem(kind)));
  const mendWrites = () =>
    jest
      .mocked(projects.writeProject)
      .mockImplementation(jest.requireActual<typeof projects>('../../storage/projects').writeProject);
  afterEach(mendWrites);

  it('is said at once, tried again, and no more said when it works', async () => {
    failWrites('full');
    rename('In memory');
    expect(await settled()).toBe(false);
    expect(useKeeping.getState().problem?.kind).toBe('full');
    mendWrites();
    rename('Kept');
    expect(await settled()).toBe(true);
    expect(useKeeping.getState().problem).toBeUndefined();
    expect((await stored(benchId()))!.project.name).toBe('Kept');
  });

  it.each([
    ['stays where it is', false, 'In memory'],
    ['opens the other all the same', true, 'Another'],
  ])('asks before another project is opened, and %s when told so', async (_, yes, name) => {
    failWrites('full');
    rename('In memory');
    await settled();
    const opening = openProject(own('Another'));
    while (!useQuestion.getState().asked) await new Promise((resolve) => setTimeout(resolve, 5));
    expect(useQuestion.getState().asked?.text).toContain('does not let the app keep In memory');
    useQuestion.getState().answer(yes);
    expect([await opening, stores().project!.name]).toEqual([yes, name]);
    mendWrites();
  });

  it('at the start writes nothing until it was read, or the reader chose to go on without', async () => {
    const id = benchId();
    rename('Precious');
    await settled();
    jest.mocked(projects.listProjects).mockRejectedValueOnce(new StoreProblem('blocked'));
    jest.mocked(projects.writeProject).mockClear();
    await reload();
    expect(useKeeping.getState()).toMatchObject({ phase: 'unread', problem: { kind: 'blocked' } });
    expect([stores().project, jest.mocked(projects.writeProject).mock.calls]).toEqual([undefined, []]);
    await openFirstDemo(useKeeping.getState().problem);
    stores().copyVariant();
    await settled();
    expect((await stored(id))!.project.name).toBe('Precious');
    await tryAgain();
    expect(useKeeping.getState().phase).toBe('open');
  });

  it('says what the closing page could still say', async () => {
    let giveUp: () => void = () => undefined;
    jest
      .mocked(projects.writeProject)
      .mockImplementation(() => new Promise((_, fail) => (giveUp = () => fail(new StoreProblem('silent')))));
    rename('In haste');
    window.dispatchEvent(new Event('pagehide'));
    mendWrites();
    expect((await stored(benchId()))!.project.name).toBe('In haste');
    giveUp();
  });

  it('is said where it was met while the project was opened, written again by itself, and no more said then', async () => {
    const actual = jest.requireActual<typeof projects>('../../storage/projects').loadProject;
    const isSaid = new Promise<string | undefined>((said) => {
      const stopLooking = useKeeping.subscribe(({ phase, problem }) => {
        if (phase !== 'open') return;
        said(problem?.kind);
        stopLooking();
      });
    });
    jest
      .mocked(projects.loadProject)
      .mockImplementation(async (id) => ({ ...(await actual(id)), problem: new StoreProblem('full') }) as never);
    jest.mocked(projects.writeProject).mockClear();
    await reload();
    jest.mocked(projects.loadProject).mockImplementation(actual);
    expect(await isSaid).toBe('full');
    expect(await settled()).toBe(true);
    expect(projects.writeProject).toHaveBeenCalledTimes(1);
    expect(useKeeping.getState().problem).toBeUndefined();
  });

  it('is nothing to write where only the way of looking changed', async () => {
    jest.mocked(projects.writeProject).mockClear();
    stores().setReadOnly(true);
    stores().setReadOnly(false);
    useView.getState().select('pump');
    await settled();
    expect(projects.writeProject).not.toHaveBeenCalled();
  });

  it('keeps what cannot be read, opens the next, and says so until it is dealt with', async () => {
    const id = benchId();
    const { project } = (await stored(id))!;
    await database.bodies.put({ id, project: { ...project, version: 99 } });
    await reload();
    expect(stores().project!.madeUp).toBe(true);
    expect(useKeeping.getState().notices[0]!.text).toContain('Mine in this browser could not be read');
    await reload();
    expect(useKeeping.getState().notices).toHaveLength(1);
    expect(await projects.rawProject(id)).toMatchObject({ version: 99 });
  });
});

describe('A newer version from elsewhere', () => {
  it('is never written over: it is shown, and what was here is a save point', async () => {
    const id = benchId();
    const { revision, project } = (await stored(id))!;
    await projects.writeProject(
      { id, base: revision, project: { ...project, name: 'Elsewhere' }, history: undefined },
      1,
    );
    rename('Here');
    await settled();
    while (stores().project!.name !== 'Elsewhere') await new Promise((resolve) => setTimeout(resolve, 5));
    expect((await listSavePoints(id)).map((p) => p.name)).toEqual(['Here, from another tab']);
    expect(useKeeping.getState().notices.map((n) => n.id)).toContain('late');
    rename('Goes on');
    await settled();
    expect((await stored(id))!.project.name).toBe('Goes on');
  });
});
