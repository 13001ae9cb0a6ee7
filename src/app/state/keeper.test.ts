import { demoKept } from '../../core/verification/testing/demo';
import { reopenDatabase } from '../../storage/database';
import { dropLastWords, saveLastWords } from '../../storage/lastWords';
import { writeProject, writeView, type WriteOutcome } from '../../storage/projects';
import { StoreProblem } from '../../storage/storeProblem';
import { NO_HISTORY } from './history';
import { Keeper, type OpenProject } from './keeper';

jest.mock('../../storage/projects');
jest.mock('../../storage/lastWords');
jest.mock('../../storage/database', () => ({ reopenDatabase: jest.fn() }));

const PROJECT = demoKept();
/** What is written, in order, each answered when the test says so. */
let writes: {
  readonly note: string;
  readonly id: string;
  readonly base: number;
  answer(outcome: WriteOutcome['kind'], revision: number): Promise<void>;
  fail(problem: unknown): Promise<void>;
}[];
let views: { readonly view: unknown; end(error?: Error): Promise<void> }[];
let bench: OpenProject | undefined;
let told: unknown[];
let keeper: Keeper;

/** Lets what hangs on an answer run; the clock of these tests stands. */
const rest = async () => {
  for (let n = 0; n < 20; n++) await Promise.resolve();
};
const full = new StoreProblem('full', 'The store is full.');
const note = (text: string) => {
  bench = { project: { ...PROJECT, note: text }, history: NO_HISTORY, view: {} };
  keeper.changed();
};
const look = (view: unknown) => {
  bench = { ...bench!, view };
  keeper.viewChanged();
};
const notes = () => writes.map((each) => each.note);

beforeEach(() => {
  jest.useFakeTimers();
  jest.clearAllMocks();
  jest.mocked(reopenDatabase).mockResolvedValue(undefined);
  [writes, views, told] = [[], [], []];
  bench = { project: { ...PROJECT, note: 'as opened' }, history: NO_HISTORY, view: {} };
  jest.mocked(writeProject).mockImplementation(
    ({ id, base, project }) =>
      new Promise((done, refuse) => {
        writes.push({
          note: project.note,
          id,
          base,
          answer: (kind, revision) => (done({ kind, revision }), rest()),
          fail: (problem) => (refuse(problem as Error), rest()),
        });
      }),
  );
  jest
    .mocked(writeView)
    .mockImplementation(
      (_, view) =>
        new Promise((done, refuse) => views.push({ view, end: (error) => (error ? refuse(error) : done(), rest()) })),
    );
  keeper = new Keeper(() => bench, {
    onSaved: (id, revision) => told.push(['saved', id, revision]),
    onProblem: (problem) => told.push(['problem', problem?.kind]),
    onLate: (id) => told.push(['late', id]),
  });
});
afterEach(() => jest.useRealTimers());

describe('The keeper of the bench', () => {
  it('keeps nothing before it is told under which id', () => {
    note('lost to none');
    look({});
    keeper.flush();
    expect([writes, views, told, jest.mocked(saveLastWords).mock.calls]).toEqual([[], [], [], []]);
  });

  it('writes a new project at once, one that was read only when it changes', () => {
    keeper.attach('mine', 3);
    expect(writes).toEqual([]);
    keeper.attach('mine', 0);
    expect(writes).toMatchObject([{ note: 'as opened', id: 'mine', base: 0 }]);
  });

  it('goes on writing when whom it tells throws', async () => {
    const reported: unknown[] = [];
    Object.assign(globalThis, { reportError: (error: unknown) => reported.push(error) });
    const deaf = new Keeper(() => bench, {
      onSaved: () => {
        throw new Error('nobody listens');
      },
      onProblem: () => undefined,
      onLate: () => undefined,
    });
    keeper = deaf;
    deaf.attach('mine', 3);
    note('a');
    note('b');
    await writes[0]!.answer('written', 4);
    await writes[1]!.answer('written', 5);
    expect([notes(), await deaf.settled(), reported.length]).toEqual([['a', 'b'], true, 2]);
  });

  it('begins in the act’s own task, and writes what comes meanwhile in one go, on the revision that it made', async () => {
    keeper.attach('mine', 3);
    note('a');
    expect(writes).toMatchObject([{ note: 'a', base: 3 }]);
    note('b');
    note('c');
    expect(notes()).toEqual(['a']);
    await writes[0]!.answer('written', 4);
    expect(writes.slice(1)).toMatchObject([{ note: 'c', id: 'mine', base: 4 }]);
    await writes[1]!.answer('written', 5);
    expect([notes(), told]).toEqual([
      ['a', 'c'],
      [
        ['saved', 'mine', 4],
        ['saved', 'mine', 5],
      ],
    ]);
  });

  it('drops the last words of a project only where nothing newer waits', async () => {
    keeper.attach('mine', 3);
    note('a');
    note('b');
    await writes[0]!.answer('written', 4);
    expect(dropLastWords).not.toHaveBeenCalled();
    await writes[1]!.answer('written', 5);
    expect(jest.mocked(dropLastWords).mock.calls).toEqual([['mine']]);
  });

  it('tells a failure, tries again after three seconds on a store opened anew, and tells when it goes', async () => {
    keeper.attach('mine', 3);
    note('a');
    expect(reopenDatabase).not.toHaveBeenCalled();
    await writes[0]!.fail(full);
    expect(told).toEqual([['problem', 'full']]);
    await jest.advanceTimersByTimeAsync(2999);
    expect(writes).toHaveLength(1);
    await jest.advanceTimersByTimeAsync(1);
    expect(jest.mocked(reopenDatabase).mock.calls).toHaveLength(1);
    expect(writes.slice(1)).toMatchObject([{ note: 'a', base: 3 }]);
    await writes[1]!.answer('written', 4);
    expect(told).toEqual([
      ['problem', 'full'],
      ['problem', undefined],
      ['saved', 'mine', 4],
    ]);
    await jest.advanceTimersByTimeAsync(10_000);
    expect(writes).toHaveLength(2);
  });

  it('tries again with each act too, once, and where the store cannot be opened either', async () => {
    jest.mocked(reopenDatabase).mockRejectedValue(new Error('blocked'));
    keeper.attach('mine', 3);
    note('a');
    await writes[0]!.fail(full);
    note('b');
    await rest();
    expect(notes()).toEqual(['a', 'b']);
    await writes[1]!.answer('written', 4);
    await jest.advanceTimersByTimeAsync(10_000);
    expect(notes()).toEqual(['a', 'b']);
  });

  it('does not write again and again what waits while the store fails', async () => {
    keeper.attach('mine', 3);
    note('a');
    note('b');
    await writes[0]!.fail(full);
    expect(notes()).toEqual(['a']);
    await jest.advanceTimersByTimeAsync(3000);
    expect(notes()).toEqual(['a', 'b']);
  });

  it('says that it came late, and leaves it at that', async () => {
    keeper.attach('mine', 3);
    note('a');
    note('b');
    await writes[0]!.answer('late', 7);
    await jest.advanceTimersByTimeAsync(10_000);
    expect([told, notes(), jest.mocked(dropLastWords).mock.calls]).toEqual([[['late', 'mine']], ['a'], []]);
  });

  it.each([
    ['written', (n: number) => writes[n]!.answer('written', 4)],
    ['late', (n: number) => writes[n]!.answer('late', 4)],
    ['failed', (n: number) => writes[n]!.fail(full)],
  ] as const)('tells nothing of a project that was put away meanwhile: %s', async (_, end) => {
    keeper.attach('old', 3);
    note('of the old one');
    keeper.attach('new', 0);
    await end(0);
    expect(told).toEqual([]);
    expect(writes.slice(1)).toMatchObject([{ id: 'new', base: 0 }]);
    await writes[1]!.answer('written', 1);
    expect(told).toEqual([['saved', 'new', 1]]);
    await jest.advanceTimersByTimeAsync(10_000);
    expect(writes).toHaveLength(2);
  });

  it('stops trying when the project is put away', async () => {
    keeper.attach('mine', 3);
    note('a');
    await writes[0]!.fail(full);
    keeper.detach();
    await jest.advanceTimersByTimeAsync(10_000);
    note('b');
    expect(notes()).toEqual(['a']);
  });
});

describe('Waiting for the keeper', () => {
  it('ends at once where nothing waits, and true', async () => {
    keeper.attach('mine', 3);
    await expect(keeper.settled()).resolves.toBe(true);
    expect(writes).toEqual([]);
  });

  it('lasts until all is written that came meanwhile', async () => {
    keeper.attach('mine', 3);
    note('a');
    note('b');
    let isStored: boolean | undefined;
    void keeper.settled().then((stored) => (isStored = stored));
    await writes[0]!.answer('written', 4);
    expect([isStored, notes()]).toEqual([undefined, ['a', 'b']]);
    await writes[1]!.answer('written', 5);
    expect(isStored).toBe(true);
  });

  it('tries once more where the store failed, and says whether it went', async () => {
    keeper.attach('mine', 3);
    note('a');
    await writes[0]!.fail(full);
    const [first, second] = [keeper.settled(), rest()];
    await second;
    await writes[1]!.fail(full);
    await expect(first).resolves.toBe(false);
    const third = keeper.settled();
    await rest();
    await writes[2]!.answer('written', 4);
    await expect(third).resolves.toBe(true);
  });
});

describe('A page that goes away', () => {
  const words = () => jest.mocked(saveLastWords).mock.calls.map(([said]) => [said.id, said.base, said.project.note]);

  it('says nothing where all is stored', async () => {
    keeper.attach('mine', 3);
    keeper.flush();
    note('a');
    await writes[0]!.answer('written', 4);
    keeper.flush();
    expect([words(), notes()]).toEqual([[], ['a']]);
  });

  it('says what is being written, which may not outlive it, and what waits', () => {
    keeper.attach('mine', 3);
    note('a');
    keeper.flush();
    note('b');
    keeper.flush();
    expect([words(), notes()]).toEqual([
      [
        ['mine', 3, 'a'],
        ['mine', 3, 'b'],
      ],
      ['a'],
    ]);
  });

  it('tries to write what the store refused', async () => {
    keeper.attach('mine', 3);
    note('a');
    await writes[0]!.fail(full);
    keeper.flush();
    await rest();
    expect([words(), notes()]).toEqual([[['mine', 3, 'a']], ['a', 'a']]);
  });

  it('says nothing where nothing is open', () => {
    keeper.attach('mine', 3);
    bench = undefined;
    keeper.changed();
    keeper.flush();
    expect([words(), writes]).toEqual([[], []]);
  });
});

describe('How the bench is looked at', () => {
  it('is written one at a time, the last one always', async () => {
    keeper.attach('mine', 3);
    look('first');
    look('second');
    look('third');
    expect(views.map((v) => v.view)).toEqual(['first']);
    await views[0]!.end();
    expect(views.map((v) => v.view)).toEqual(['first', 'third']);
    await views[1]!.end();
    expect(views).toHaveLength(2);
    look('fourth');
    expect(views.map((v) => v.view)).toEqual(['first', 'third', 'fourth']);
  });

  it('is a comfort: that it could not be kept is not told, and the next one is tried', async () => {
    keeper.attach('mine', 3);
    look('first');
    await views[0]!.end(new Error('full'));
    look('second');
    expect([views.map((v) => v.view), told]).toEqual([['first', 'second'], []]);
  });

  it('is not written where nothing is open, nor once it was put away', async () => {
    keeper.attach('mine', 3);
    look('first');
    look('second');
    keeper.detach();
    await views[0]!.end();
    keeper.attach('mine', 3);
    bench = undefined;
    keeper.viewChanged();
    expect(views).toHaveLength(1);
  });
});
