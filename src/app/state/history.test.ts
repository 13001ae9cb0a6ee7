import fc from 'fast-check';
import type { Draft } from 'immer';
import type { Project } from '../../core/document/project/project';
import { demoProject } from '../../core/verification/testing/demo';
import {
  MOST_HISTORY_LETTERS,
  MOST_STEPS,
  NO_HISTORY,
  perform,
  readHistory,
  stepBack,
  stepForth,
  type Act,
  type History,
} from './history';

type Bench = History & { readonly project: Project };
const START: Bench = { project: demoProject(), ...NO_HISTORY };
const [FIRST, SECOND] = START.project.variants.map((v) => v.id) as [string, string];

const note = (text: string, on?: string): Act => ({
  name: `note ${text}`,
  ...(on === undefined ? {} : { on }),
  recipe: (draft: Draft<Project>) => void (draft.note = text),
});
const did = (bench: Bench, act: Act): Bench => perform(bench.project, bench, act)!;
const shown = (bench: Bench, variant: string): Bench => ({
  ...bench,
  project: { ...bench.project, activeVariant: variant },
});
const names = ({ past }: History) => past.map((step) => step.name);
const notes = (bench: Bench | undefined) => bench?.project.note;

describe('An act', () => {
  it('becomes a step with its name, and leaves the document that it was done on as it was', () => {
    const after = did(START, note('a'));
    expect([names(after), after.past[0]!.variant, after.future]).toEqual([['note a'], FIRST, []]);
    expect([notes(after), START.project]).toEqual(['a', demoProject()]);
  });

  it('that changes nothing is no step', () => {
    expect(perform(START.project, START, note(START.project.note))).toBeUndefined();
  });

  it('puts another document in place of the one that is there, and is undone to the very same', () => {
    const whole = { ...demoProject('larkspur'), activeVariant: demoProject('larkspur').activeVariant };
    const after = did(START, { name: 'go back to a save point', recipe: () => undefined, whole });
    expect(after.project).toEqual(whole);
    expect(stepBack(after.project, after)!.project).toEqual(START.project);
  });

  it('joins the one before where it is on the same field of the same variant, under its newer name', () => {
    const after = did(did(START, note('a', 'note')), note('ab', 'note'));
    expect([names(after), notes(after), notes(stepBack(after.project, after))]).toEqual([
      ['note ab'],
      'ab',
      START.project.note,
    ]);
    expect(notes(stepForth(START.project, { past: [], future: after.past }))).toBe('ab');
  });

  it.each([
    ['another field', did(START, note('a', 'name')), note('b', 'note')],
    ['no field', did(START, note('a')), note('b')],
    ['the same field of another variant', shown(did(START, note('a', 'note')), SECOND), note('b', 'note')],
  ] as const)('stays a step of its own: %s', (_, before, act) => {
    const after = did(before, act);
    expect(names(after)).toEqual(['note a', 'note b']);
    expect(notes(stepBack(after.project, after))).toBe('a');
  });

  it('joins nothing once something was undone, and forgets what was undone', () => {
    const two = did(did(START, note('a', 'note')), note('b', 'name'));
    const back = { ...stepBack(two.project, two)! };
    const after = did(back, note('c', 'note'));
    expect([names(after), after.future]).toEqual([['note a', 'note c'], []]);
  });
});

describe('Undo and redo', () => {
  it('have nothing to do where nothing was done', () => {
    expect([stepBack(START.project, NO_HISTORY), stepForth(START.project, NO_HISTORY)]).toEqual([undefined, undefined]);
  });

  it('show the variant that the step was done in, where it is still there', () => {
    const elsewhere = shown(did(START, note('a')), SECOND);
    const back = stepBack(elsewhere.project, elsewhere)!;
    expect(back.project.activeVariant).toBe(FIRST);
    const there = stepForth({ ...back.project, activeVariant: SECOND }, back)!;
    expect([there.project.activeVariant, notes(there)]).toEqual([FIRST, 'a']);
    const without = { ...elsewhere.project, variants: elsewhere.project.variants.filter((v) => v.id !== FIRST) };
    expect(stepBack(without, elsewhere)!.project.activeVariant).toBe(SECOND);
  });

  it('go all the way back and all the way forth to the very same documents', () => {
    const acts = fc.array(fc.tuple(fc.constantFrom('note', 'name', ''), fc.string({ maxLength: 4 })), {
      minLength: 1,
      maxLength: 30,
    });
    fc.assert(
      fc.property(acts, (all) => {
        let bench = START;
        const seen = [START.project];
        for (const [on, text] of all) {
          const next = perform(bench.project, bench, note(text, on));
          if (!next) continue;
          // A joined step is one: what was between is not gone back to.
          if (next.past.length === bench.past.length) seen.pop();
          seen.push(next.project);
          bench = next;
        }
        for (let n = seen.length - 2; n >= 0; n--) {
          bench = stepBack(bench.project, bench)!;
          expect(bench.project).toEqual(seen[n]);
        }
        for (let n = 1; n < seen.length; n++) {
          bench = stepForth(bench.project, bench)!;
          expect(bench.project).toEqual(seen[n]);
        }
        expect([bench.future, bench.past.length]).toEqual([[], seen.length - 1]);
      }),
      { numRuns: 50 },
    );
  });
});

describe('What is kept of the steps', () => {
  it('is the newest ones, up to their most', () => {
    let bench = START;
    for (let n = 0; n <= MOST_STEPS; n++) bench = did(bench, note(`${n}`));
    expect([bench.past.length, names(bench)[0], names(bench).at(-1)]).toEqual([
      MOST_STEPS,
      'note 1',
      `note ${MOST_STEPS}`,
    ]);
  });

  it('is what fits, and always the last one', () => {
    // Each step holds its text twice but the first: in what it did, and in what the next one undoes.
    const half = 'x'.repeat(MOST_HISTORY_LETTERS / 2);
    const one = did(START, note(half));
    const two = did(one, note('short'));
    expect(names(two)).toEqual(['note short']);
    const long = did(two, note('y'.repeat(2 * MOST_HISTORY_LETTERS)));
    expect(long.past).toHaveLength(1);
    const third = 'x'.repeat(MOST_HISTORY_LETTERS / 5);
    expect(did(did(START, note(third)), note('short')).past).toHaveLength(2);
  });
});

describe('A history that was stored', () => {
  const { past } = did(START, note('a'));

  it('is read as it was written', () => {
    const stored: unknown = JSON.parse(JSON.stringify({ past, future: past }));
    expect(readHistory(stored)).toEqual({ past, future: past });
  });

  it.each([
    ['nothing', undefined],
    ['no steps', { past: [] }],
    ['a step without a name', { past: [{ ...past[0], name: undefined }], future: [] }],
    ['a step with more in it', { past: [{ ...past[0], more: 1 }], future: [] }],
    ['an odd patch', { past: [{ ...past[0], forth: [{ op: 'move', path: [] }] }], future: [] }],
    [
      'a path that never ends',
      { past: [{ ...past[0], back: [{ op: 'remove', path: Array(21).fill('a') }] }], future: [] },
    ],
    ['more steps than are kept', { past: Array(MOST_STEPS + 1).fill(past[0]), future: [] }],
    ['more undone ones than are kept', { past: [], future: Array(MOST_STEPS + 1).fill(past[0]) }],
  ])('is none where it is %s', (_, raw) => {
    expect(readHistory(raw)).toEqual(NO_HISTORY);
  });
});
