import { readProject } from '../../core/document/project/readProject';
import { issuesOf } from '../../core/document/project/soundProject';
import { demoKept } from '../../core/verification/testing/demo';
import { randomActs } from '../testing/randomActs';
import { useDocument } from './document';

/** Runs here; the campaign has 2,000. */
const RUNS = 30;
const ACTS_A_RUN = 25;
const DEMOS = ['thornback', 'saltmarsh', 'larkspur'] as const;

describe('Whatever a user does, undo and redo included', () => {
  it('leaves a document that can be written and read again as it is', () => {
    let acts = 0;
    for (let seed = 1; seed <= RUNS; seed++) {
      useDocument.getState().open(demoKept(DEMOS[seed % DEMOS.length]));
      randomActs(seed, ACTS_A_RUN, (kind, n) => {
        acts++;
        // The store looks at what each act changed; the reader looks at all of it now and then, and at the end.
        if (n % 6 !== 0) return;
        const { kept } = useDocument.getState();
        const read = readProject(JSON.parse(JSON.stringify(kept)));
        if (!read.ok) throw new Error(`seed ${seed}, act ${n} (${kind}): ${JSON.stringify(read.issues)}`);
      });
    }
    expect(acts).toBe(RUNS * ACTS_A_RUN);
  });

  it('is never stopped by what the app itself makes: names of copies and of variants with faults', () => {
    for (let seed = 1; seed <= 10; seed++) {
      useDocument.getState().open(demoKept(DEMOS[seed % DEMOS.length]));
      const { refusals } = randomActs(seed, ACTS_A_RUN, () => undefined);
      expect(refusals.filter((r) => /^(copyVariant|openPairOfFaults|move|tidy|undo|redo)/.test(r))).toEqual([]);
    }
  });

  it('is undone to the very project that was there, and done again to the very one that it led to', () => {
    const shown = () => ({ ...useDocument.getState().kept!, activeVariant: '' });
    for (let seed = 1; seed <= 6; seed++) {
      useDocument.getState().open(demoKept(DEMOS[seed % DEMOS.length]));
      const before = shown();
      randomActs(seed, ACTS_A_RUN, () => undefined);
      // Acts that were undone on the way are done again first.
      while (useDocument.getState().future.length > 0) useDocument.getState().redo();
      const after = shown();
      const { past } = useDocument.getState();
      while (useDocument.getState().past.length > 0) useDocument.getState().undo();
      expect(shown()).toEqual(before);
      for (const _ of past) useDocument.getState().redo();
      expect(shown()).toEqual(after);
    }
  });

  it('is checked as the reader checks it, though only what changed is looked at', () => {
    const kept = demoKept();
    const { asItIs } = kept;
    const { parts, joints } = asItIs.circuit;
    for (const broken of [
      { ...kept, name: 'x'.repeat(81) },
      { ...kept, activeVariant: 'gone' },
      {
        ...kept,
        asItIs: { ...asItIs, circuit: { joints, parts: parts.map((p, i) => (i === 2 ? { ...p, name: '' } : p)) } },
      },
      {
        ...kept,
        asItIs: { ...asItIs, circuit: { parts, joints: [...joints, { from: 'ghost.in', to: 'pump.out' }] } },
      },
      { ...kept, asItIs: { ...asItIs, circuit: { parts: [], joints: [] } } },
      { ...kept, variants: kept.variants.map((v) => ({ ...v, basedOn: v.id })) },
      { ...kept, variants: kept.variants.map((v) => ({ ...v, acts: [{ id: 'act1', moves: [] }] })) },
    ]) {
      const read = readProject(JSON.parse(JSON.stringify(broken)));
      expect(read.ok).toBe(false);
      expect(issuesOf(broken)).toEqual(read.ok ? [] : read.issues);
    }
  });
});
