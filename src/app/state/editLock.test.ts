import { FakeChannel, FakeLocks } from '../testing/tabs';
import { EditLock } from './editLock';

/** A tab's lock, and what it was told. */
interface Tab {
  readonly lock: EditLock;
  readonly told: string[];
  /** What storing its work waits for, once it is asked. */
  store: Promise<unknown>;
}

let open: Tab[] = [];
function tab(id = 'mine'): Tab {
  const told: string[] = [];
  const self: Tab = {
    told,
    store: Promise.resolve(),
    lock: new EditLock(id, {
      onGranted: () => told.push('granted'),
      onLost: () => told.push('lost'),
      onAsked: () => (told.push('asked'), self.store),
      onSaved: (revision) => told.push(`saved ${revision}`),
    }),
  };
  open.push(self);
  return self;
}
/** Two tabs; the first one edits. */
async function two(): Promise<[Tab, Tab]> {
  const [first, second] = [tab(), tab()];
  await first.lock.start();
  const waiting = second.lock.start();
  await jest.advanceTimersByTimeAsync(300);
  expect(await waiting).toBe(false);
  return [first, second];
}
const pass = (ms: number) => jest.advanceTimersByTimeAsync(ms);

beforeEach(() => {
  jest.useFakeTimers();
  Object.defineProperty(navigator, 'locks', { value: new FakeLocks(), configurable: true });
  Object.assign(globalThis, { BroadcastChannel: FakeChannel });
  open = [];
});
afterEach(() => {
  for (const { lock } of open) lock.close();
  jest.useRealTimers();
});

describe('The right to edit', () => {
  it('is the first tab’s, at once', async () => {
    const first = tab();
    await expect(first.lock.start()).resolves.toBe(true);
    expect(first.told).toEqual([]);
  });

  it('is not waited for where another tab says that it has it', async () => {
    const [first, second] = [tab(), tab()];
    await first.lock.start();
    let isMine: boolean | undefined;
    void second.lock.start().then((mine) => (isMine = mine));
    await pass(1);
    expect([isMine, first.told, second.told]).toEqual([false, [], []]);
  });

  it('is waited for where nobody says so: a page that has just gone may hold it for seconds', async () => {
    let letGo: () => void = () => undefined;
    void navigator.locks.request('tidal-gauge project mine', {}, () => new Promise<void>((done) => (letGo = done)));
    const [first, second] = [tab(), tab('another')];
    await second.lock.start();
    let isMine: boolean | undefined;
    void first.lock.start().then((mine) => (isMine = mine));
    await pass(2999);
    expect(isMine).toBeUndefined();
    letGo();
    await pass(0);
    expect([isMine, first.told]).toEqual([true, []]);
  });

  it('is not waited for for ever: the tab opens to look, and is told when it comes', async () => {
    let letGo: () => void = () => undefined;
    void navigator.locks.request('tidal-gauge project mine', {}, () => new Promise<void>((done) => (letGo = done)));
    const only = tab();
    let isMine: boolean | undefined;
    void only.lock.start().then((mine) => (isMine = mine));
    await pass(3000);
    expect([isMine, only.told]).toEqual([false, []]);
    letGo();
    await pass(0);
    expect(only.told).toEqual(['granted']);
  });

  it('comes to the next in the queue when the one that edits goes, which is told then', async () => {
    const [first, second] = await two();
    expect(second.told).toEqual([]);
    first.lock.close();
    await pass(0);
    expect([first.told, second.told]).toEqual([[], ['granted']]);
  });

  it('is of one project: another one is free', async () => {
    await two();
    await expect(tab('another').lock.start()).resolves.toBe(true);
  });

  it('is everyone’s where a browser has no locks: a late write is refused by its revision', async () => {
    Object.defineProperty(navigator, 'locks', { value: undefined, configurable: true });
    const [first, second] = [tab(), tab()];
    await expect(first.lock.start()).resolves.toBe(true);
    await expect(second.lock.start()).resolves.toBe(true);
    await second.lock.takeOver();
    await pass(5000);
    expect([first.told, second.told]).toEqual([[], []]);
  });

  it('is not taken by a tab that was closed while it waited', async () => {
    const [first, second] = await two();
    const third = tab();
    void third.lock.start();
    await pass(300);
    second.lock.close();
    first.lock.close();
    await pass(0);
    expect([second.told, third.told]).toEqual([[], ['granted']]);
  });

  it('works where tabs cannot talk to each other', async () => {
    Object.assign(globalThis, { BroadcastChannel: undefined });
    const [first, second] = await two();
    first.lock.saved(4);
    first.lock.close();
    await pass(0);
    expect(second.told).toEqual(['granted']);
  });
});

describe('What the tab that edits has stored', () => {
  it('is told to those that look on, of the same project only', async () => {
    const [first, second] = await two();
    const other = tab('another');
    first.lock.saved(4);
    await pass(0);
    expect([first.told, second.told, other.told]).toEqual([[], ['saved 4'], []]);
  });

  it('is not heard by the one that edits itself, nor told by a tab that was closed', async () => {
    const [first, second] = await two();
    second.lock.saved(9);
    await pass(0);
    expect(first.told).toEqual([]);
    second.lock.close();
    second.lock.saved(10);
    await pass(0);
    expect(first.told).toEqual([]);
  });

  it.each([
    ['nothing', undefined],
    ['another kind', { kind: 'erase', id: 'mine' }],
    ['a revision that is none', { kind: 'saved', id: 'mine', revision: '4' }],
    ['no project', { kind: 'letGo' }],
  ])('is heard from messages that are ones, not from %s', async (_, message) => {
    const [first, second] = await two();
    new FakeChannel().postMessage(message);
    await pass(2000);
    expect([first.told, second.told]).toEqual([[], []]);
  });
});

describe('Taking over', () => {
  it('asks the tab that edits to store its work first, and has the right when that is done', async () => {
    const [first, second] = await two();
    let stored: () => void = () => undefined;
    first.store = new Promise<void>((done) => (stored = done));
    void second.lock.takeOver();
    await pass(1000);
    expect([first.told, second.told]).toEqual([['asked'], []]);
    stored();
    await pass(0);
    expect([first.told, second.told]).toEqual([['asked', 'lost'], ['granted']]);
    await pass(5000);
    expect([first.told, second.told]).toEqual([['asked', 'lost'], ['granted']]);
  });

  it('takes the right from a tab that does not answer in its time', async () => {
    const [first, second] = await two();
    first.store = new Promise(() => undefined);
    void second.lock.takeOver();
    await pass(1499);
    expect(second.told).toEqual([]);
    await pass(1);
    expect([first.told, second.told]).toEqual([['asked', 'lost'], ['granted']]);
  });

  it('goes back and forth: who lost it stands in the queue again', async () => {
    const [first, second] = await two();
    void second.lock.takeOver();
    await pass(2000);
    void first.lock.takeOver();
    await pass(2000);
    expect([first.told, second.told]).toEqual([
      ['asked', 'lost', 'granted'],
      ['granted', 'asked', 'lost'],
    ]);
    first.lock.close();
    await pass(0);
    expect(second.told.at(-1)).toBe('granted');
  });

  it('after it was taken away, the tab from which it was taken inherits it again', async () => {
    const [first, second] = await two();
    first.store = new Promise(() => undefined);
    void second.lock.takeOver();
    await pass(1500);
    second.lock.close();
    await pass(0);
    expect(first.told).toEqual(['asked', 'lost', 'granted']);
  });

  it('does nothing in the tab that edits, nor in one that was closed', async () => {
    const [first, second] = await two();
    void first.lock.takeOver();
    second.lock.close();
    void second.lock.takeOver();
    await pass(5000);
    expect([first.told, second.told]).toEqual([[], []]);
  });

  it('is given up when its tab closes while it asks', async () => {
    const [first, second] = await two();
    first.store = new Promise(() => undefined);
    void second.lock.takeOver();
    await pass(100);
    second.lock.close();
    await pass(5000);
    expect([first.told, second.told]).toEqual([['asked'], []]);
  });

  it('is not lost by a tab that closes while it stores', async () => {
    const [first, second] = await two();
    let stored: () => void = () => undefined;
    first.store = new Promise<void>((done) => (stored = done));
    void second.lock.takeOver();
    await pass(100);
    first.lock.close();
    stored();
    await pass(0);
    expect([first.told, second.told]).toEqual([['asked'], ['granted']]);
  });
});
