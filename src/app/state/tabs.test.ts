import { seeded } from '../../core/foundations/random/quasiRandom';
import { demoKept } from '../../core/verification/testing/demo';
import { FakeChannel, FakeLocks } from '../testing/tabs';

Object.defineProperty(navigator, 'locks', { value: new FakeLocks(), configurable: true });
Object.assign(globalThis, { BroadcastChannel: FakeChannel });

/** A page with modules of its own, over the one store, the locks and the channel that all tabs share. */
async function openTab() {
  let tab: Awaited<ReturnType<typeof load>> | undefined;
  await jest.isolateModulesAsync(async () => {
    tab = await load();
  });
  return tab!;
}

async function load() {
  const workspace = await import('./workspace');
  const { useDocument } = await import('./document');
  const { useKeeping } = await import('./keeping');
  const stop = workspace.keepOpenProject();
  await workspace.openAtStart();
  if (useKeeping.getState().phase === 'first') await workspace.openFirstDemo();
  return {
    workspace,
    document: () => useDocument.getState(),
    keeping: () => useKeeping.getState(),
    close: stop,
    /** Adds a mark to the note, as an act. @returns false where it was refused */
    mark(text: string): boolean {
      const { project, setProject } = useDocument.getState();
      setProject('note on the engine', { note: `${project!.note} ${text};` });
      return useDocument.getState().refusal === undefined;
    },
  };
}
type Tab = Awaited<ReturnType<typeof load>>;

const wait = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));
const editors = (tabs: readonly Tab[]) => tabs.filter((t) => t.keeping().edited === 'here' && !t.document().isReadOnly);

async function until(what: string, holds: () => boolean): Promise<void> {
  for (let n = 0; n < 400; n++) {
    if (holds()) return;
    await wait(10);
  }
  throw new Error(`never: ${what}`);
}

/** Every mark that is stored, in the project or in a save point. */
async function kept(id: string): Promise<string> {
  const { rawProject } = await import('../../storage/projects');
  const { listSavePoints, loadSavePoint } = await import('../../storage/savePoints');
  const notes = [((await rawProject(id)) as { note: string }).note];
  for (const point of await listSavePoints(id)) {
    const read = await loadSavePoint(point.id);
    if (read?.ok) notes.push(read.project.note);
  }
  return notes.join(' ');
}

describe('Tabs with one project', () => {
  it('have one that edits; the others show what it does, and take over when it goes or is asked', async () => {
    const first = await openTab();
    await first.workspace.openProject({ ...demoKept(), name: 'Shared', note: '', madeUp: false });
    await first.workspace.settled();
    const second = await openTab();
    expect([second.document().project!.name, second.keeping().edited]).toEqual(['Shared', 'elsewhere']);
    expect(second.mark('not mine to write')).toBe(false);
    first.mark('one');
    await until('followed', () => second.document().project!.note.includes('one;'));
    void second.workspace.takeOver();
    await until('taken over', () => second.keeping().edited === 'here');
    expect([first.keeping().edited, first.mark('mine no more'), second.mark('two')]).toEqual([
      'elsewhere',
      false,
      true,
    ]);
    await until('followed back', () => first.document().project!.note.includes('two;'));
    second.close();
    await until('inherited', () => first.keeping().edited === 'here');
    expect(first.mark('three')).toBe(true);
    await first.workspace.settled();
    expect(await kept(first.keeping().id!)).toMatch(/one; two; three;/);
    first.close();
  });

  it.each([2, 3])('lose nothing, whatever %i of them do, take over, or are closed', async (count) => {
    const random = seeded(count);
    const tabs: Tab[] = [await openTab()];
    await tabs[0]!.workspace.openProject({ ...demoKept(), name: `Fuzzed ${count}`, note: '', madeUp: false });
    await tabs[0]!.workspace.settled();
    const id = tabs[0]!.keeping().id!;
    while (tabs.length < count) tabs.push(await openTab());
    const done: string[] = [];
    for (let n = 0; n < 35; n++) {
      const i = Math.floor(random() * count);
      const dice = random();
      if (dice < 0.7) {
        if (tabs[i]!.mark(`m${n}`)) done.push(`m${n};`);
      } else if (dice < 0.85) void tabs[i]!.workspace.takeOver();
      else if (dice < 0.93) {
        tabs[i]!.close();
        tabs[i] = await openTab();
      }
      if (random() < 0.5) await wait(random() * 60);
    }
    await wait(1800);
    await until('one edits', () => editors(tabs).length === 1);
    for (const tab of editors(tabs)) await tab.workspace.settled();
    const notes = await kept(id);
    expect(done.filter((mark) => !notes.includes(mark))).toEqual([]);
    expect(done.length).toBeGreaterThan(5);
    await until('all show the same', () => new Set(tabs.map((t) => t.document().project!.note)).size === 1);
    for (const tab of tabs) tab.close();
  });
});
