import fc from 'fast-check';
import type { KeptProject } from '../../core/document/project/keptProject';
import { demoKept } from '../../core/verification/testing/demo';
import {
  MOST_HISTORY_LETTERS,
  MOST_STEPS,
  NO_HISTORY,
  perform,
  readHistory,
  stepBack,
  stepForth,
  stepToUndo,
  type Act,
  type History,
} from './history';

type Bench = History & { readonly kept: KeptProject };
type ActOn = (kept: KeptProject) => Act;
const DEMO = demoKept();
const SECOND = DEMO.asItIs.id;
const FIRST = DEMO.variants[0]!.id;
const START: Bench = { kept: { ...DEMO, activeVariant: FIRST }, ...NO_HISTORY };

const note =
  (text: string, on?: string): ActOn =>
  (kept) => ({ name: `note ${text}`, ...(on === undefined ? {} : { on }), kept: { ...kept, note: text } });
const did = (bench: Bench, act: ActOn): Bench => perform(bench.kept, bench, act(bench.kept))!;
const shown = (bench: Bench, variant: string): Bench => ({
  ...bench,
  kept: { ...bench.kept, activeVariant: variant },
});
const names = ({ past }: History) => past.map((step) => step.name);
const notes = (bench: Bench | undefined) => bench?.kept.note;

describe('An act', () => {
  it('becomes a step with its name, and leaves the document that it was done on as it was', () => {
    const after = did(START, note('a'));
    expect([names(after), after.past[0]!.variant, after.future]).toEqual([['note a'], FIRST, []]);
    expect([notes(after), START.kept]).toEqual(['a', { ...DEMO, activeVariant: FIRST }]);
  });

  it('that changes nothing is no step', () => {
    expect(perform(START.kept, START, note(START.kept.note)(START.kept))).toBeUndefined();
  });

  it('puts another document in place of the one that is there, and is undone to the very same', () => {
    const whole = { ...demoKept('larkspur'), activeVariant: demoKept('larkspur').activeVariant };
    const after = did(START, () => ({ name: 'go back to a save point', kept: whole }));
    expect(after.kept).toEqual(whole);
    expect(stepBack(after.kept, after)!.kept).toEqual(START.kept);
  });

  it('joins the one before where it is on the same field of the same variant, under its newer name', () => {
    const after = did(did(START, note('a', 'note')), note('ab', 'note'));
    expect([names(after), notes(after), notes(stepBack(after.kept, after))]).toEqual([
      ['note ab'],
      'ab',
      START.kept.note,
    ]);
    expect(notes(stepForth(START.kept, { past: [], future: after.past }))).toBe('ab');
  });

  it.each([
    ['another field', did(START, note('a', 'name')), note('b', 'note')],
    ['no field', did(START, note('a')), note('b')],
    ['the same field of another variant', shown(did(START, note('a', 'note')), SECOND), note('b', 'note')],
  ] as const)('stays a step of its own: %s', (_, before, act) => {
    const after = did(before, act);
    expect(names(after)).toEqual(['note a', 'note b']);
    expect(notes(stepBack(after.kept, after))).toBe('a');
  });

  it('joins nothing once something was undone, and forgets what was undone', () => {
    const two = did(did(START, note('a', 'note')), note('b', 'name'));
    const back = { ...stepBack(two.kept, two)! };
    const after = did(back, note('c', 'note'));
    expect([names(after), after.future]).toEqual([['note a', 'note c'], []]);
  });
});

describe('Undo and redo', () => {
  it('have nothing to do where nothing was done', () => {
    expect([stepBack(START.kept, NO_HISTORY), stepForth(START.kept, NO_HISTORY)]).toEqual([undefined, undefined]);
  });

  it('show the variant that the step was done in, where it is still there', () => {
    const elsewhere = shown(did(START, note('a')), SECOND);
    const back = stepBack(elsewhere.kept, elsewhere)!;
    expect(back.kept.activeVariant).toBe(FIRST);
    const there = stepForth({ ...back.kept, activeVariant: SECOND }, back)!;
    expect([there.kept.activeVariant, notes(there)]).toEqual([FIRST, 'a']);
    const without = { ...elsewhere.kept, variants: elsewhere.kept.variants.filter((v) => v.id !== FIRST) };
    expect(stepBack(without, elsewhere)!.kept.activeVariant).toBe(SECOND);
  });

  it('go all the way back and all the way forth to the very same documents', () => {
    const acts = fc.array(fc.tuple(fc.constantFrom('note', 'name', ''), fc.string({ maxLength: 4 })), {
      minLength: 1,
      maxLength: 30,
    });
    fc.assert(
      fc.property(acts, (all) => {
        let bench = START;
        const seen = [START.kept];
        for (const [on, text] of all) {
          const next = perform(bench.kept, bench, note(text, on)(bench.kept));
          if (!next) continue;
          // A joined step is one: what was between is not gone back to.
          if (next.past.length === bench.past.length) seen.pop();
          seen.push(next.kept);
          bench = next;
        }
        for (let n = seen.length - 2; n >= 0; n--) {
          bench = stepBack(bench.kept, bench)!;
          expect(bench.kept).toEqual(seen[n]);
        }
        for (let n = 1; n < seen.length; n++) {
          bench = stepForth(bench.kept, bench)!;
          expect(bench.kept).toEqual(seen[n]);
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

describe('Undo where the circuit is looked at', () => {
  const kept = demoKept();
  const fresh: Bench = { kept, ...NO_HISTORY };
  const tick = (of: KeptProject, id: string): KeptProject => ({
    ...of,
    log: { ...of.log, firstStarts: { stock: { ...of.log?.firstStarts?.['stock'], [id]: { done: true } } } },
  });
  const changed = did(fresh, () => ({ name: 'other oil', kept: { ...kept, oil: { ...kept.oil, name: 'other' } } }));
  const ticked = did(changed, (now) => ({ name: 'first start', kept: tick(now, 'oilIn') }));

  it('takes back the last change, and leaves what was ticked elsewhere since', () => {
    expect(ticked.past[stepToUndo(ticked.past, true)]!.name).toBe('other oil');
    const back = stepBack(ticked.kept, ticked, true)!;
    expect(back.kept).toEqual(tick(kept, 'oilIn'));
    expect([back.past.map((s) => s.name), back.future.map((s) => s.name)]).toEqual([['first start'], ['other oil']]);
    expect(stepForth(back.kept, back)!.kept).toEqual(ticked.kept);
  });

  it('takes back the tick where it was made, and where nothing else was done', () => {
    expect(stepBack(ticked.kept, ticked)!.kept).toEqual(changed.kept);
    const alone = did(fresh, (now) => ({ name: 'first start', kept: tick(now, 'oilIn') }));
    expect(stepBack(alone.kept, alone, true)!.kept).toEqual(kept);
  });

  it('goes back in order where a record stands on what was changed with it', () => {
    const both = did(fresh, (now) => ({ name: 'both', kept: { ...tick(now, 'oilIn'), note: 'x' } }));
    const then = did(both, (now) => ({ name: 'first start', kept: tick(now, 'started') }));
    expect(stepBack(then.kept, then, true)!.kept).toEqual(both.kept);
  });
});
