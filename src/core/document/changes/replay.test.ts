import { seeded } from '../../foundations/random/quasiRandom';
import { CircuitSolver } from '../../network/circuitSolver';
import { solveState } from '../../judgement/judgeState';
import { demoKept } from '../../verification/testing/demo';
import { tries } from '../../verification/testing/tries';
import { applyMove } from '../moves';
import { withFigures } from '../moves/workpiece';
import type { KeptProject } from '../project/keptProject';
import { activeVariant, type Circuit } from '../project/project';
import { readProject } from '../project/readProject';
import { issuesOf } from '../project/soundProject';
import { dropAct, isSamePlumbing, moveAct, switchAct } from './acts';
import { circuitOf, deriveProject, replayOf } from './deriveProject';
import { makeChange } from './editing';
import { randomTree, withRandomChange, withRandomFigure } from './testing/randomTree';

const DEMOS = ['thornback', 'saltmarsh', 'larkspur'] as const;
const SEEDS = Array.from({ length: tries(6, 600) }, (_, i) => i + 1);
const treeOf = (seed: number): KeptProject => randomTree(demoKept(DEMOS[seed % 3]), seed, 4, 6);
const ids = (kept: KeptProject) => kept.variants.map((v) => v.id);

/** A copy of which no part, act or circuit is the same object, so that nothing is remembered of it. */
const afresh = (kept: KeptProject): KeptProject => JSON.parse(JSON.stringify(kept)) as KeptProject;

/** Pressures of every node at idle, as the solver finds them. */
function answerOf(kept: KeptProject, id: string): unknown {
  const made = CircuitSolver.of(deriveProject(kept), id);
  if (!made.ok) return made.issues.map((issue) => issue.code);
  const state = made.circuit.stateAt(kept.engine.idleSpeedRevS, 373.15);
  return solveState(made.circuit, state).consumers.map((c) => [c.part, c.pressurePa]);
}

describe('A random tree of variants', () => {
  it('is replayed to the very circuits that were seen while it was made, afresh and out of a file too', () => {
    for (const seed of SEEDS) {
      const tree = treeOf(seed);
      const read = readProject(afresh(tree));
      if (!read.ok) throw new Error(JSON.stringify(read.issues));
      expect(read.kept).toEqual(tree);
      expect(issuesOf(tree)).toEqual([]);
      for (const id of ids(tree)) {
        expect(replayOf(tree, id).troubles).toEqual([]);
        expect(circuitOf(read.kept, id)).toEqual(circuitOf(tree, id));
      }
    }
  });

  it('takes a change of the engine as it is into every variant at once, or names the act that cannot be made', () => {
    let conflicts = 0;
    for (const seed of SEEDS) {
      const tree = treeOf(seed);
      const random = seeded(seed + 1000);
      let base: KeptProject = { ...tree, activeVariant: tree.asItIs.id };
      for (let n = 0; n < 3; n++)
        base = random() < 0.5 ? withRandomFigure(base, random) : withRandomChange(base, random);
      for (const id of ids(tree)) {
        const { circuit, troubles } = replayOf(base, id);
        conflicts += troubles.length;
        // The acts made by hand on the changed engine, one by one, come to the same.
        expect(circuit).toEqual(byHand(base, id));
        for (const trouble of troubles)
          expect(trouble).toMatchObject({ act: expect.any(String), why: expect.stringMatching(/\w/) });
      }
    }
    expect(conflicts).toBeGreaterThan(0);
  });

  it('gives the same answers in either order of two acts that commute, and keeps the order of two that do not', () => {
    let moved = 0;
    for (const seed of SEEDS) {
      const tree = treeOf(seed);
      for (const { id, acts } of tree.variants) {
        const act = acts.at(-1);
        const swapped = act && moveAct(tree, id, act.id, -1);
        if (!swapped?.ok) continue;
        moved++;
        expect(swapped.kept.variants.find((v) => v.id === id)!.acts).not.toEqual(acts);
        expect(isSamePlumbing(circuitOf(swapped.kept, id), circuitOf(tree, id))).toBe(true);
        const [was, is] = [answerOf(tree, id), answerOf(swapped.kept, id)] as [[string, number][], [string, number][]];
        const by = new Map(is);
        for (const [part, pressurePa] of was) expect(Math.abs(by.get(part)! - pressurePa)).toBeLessThan(1e-3);
      }
    }
    expect(moved).toBeGreaterThan(SEEDS.length);
  });

  it('has an act switched off as though it were not there, and on again as it was', () => {
    for (const seed of SEEDS) {
      const tree = treeOf(seed);
      for (const { id, acts } of tree.variants)
        for (const act of acts) {
          const off = switchAct(tree, id, act.id, false);
          expect(circuitOf(off, id)).toEqual(circuitOf(dropAct(tree, id, act.id), id));
          expect(switchAct(off, id, act.id, true)).toEqual(tree);
        }
    }
  });
});

/** The acts of a variant's chain made one after another by the moves themselves. */
function byHand(kept: KeptProject, id: string): Circuit {
  const project = deriveProject(kept);
  const chain: string[] = [];
  for (let at = id; at !== kept.asItIs.id; at = kept.variants.find((v) => v.id === at)!.basedOn) chain.unshift(at);
  let variant = { ...activeVariant({ ...project, activeVariant: kept.asItIs.id }), circuit: kept.asItIs.circuit };
  for (const one of chain)
    for (const act of kept.variants.find((v) => v.id === one)!.acts)
      for (const { move, gives = [], figures = [] } of act.moves) {
        const made = applyMove(variant, move, { gives });
        if (!made.ok) continue;
        const { parts, joints } = made.variant.circuit;
        const known = (id: string) => figures.filter((f) => f.part === id);
        variant = {
          ...variant,
          circuit: { joints, parts: parts.map((p) => (known(p.id).length > 0 ? withFigures(p, known(p.id)) : p)) },
        };
      }
  return variant.circuit;
}

describe('An act', () => {
  it('gives its parts ids that nothing else in the project has', () => {
    const kept = { ...demoKept(), activeVariant: 'stock' };
    const gauge = { kind: 'tee', at: 'gallery.out', drafts: [{ kind: 'gauge', name: 'Oil gauge' }] } as const;
    const made = makeChange(kept, [{ ...gauge, drafts: [...gauge.drafts] }]);
    // The nose cooler brings an oilGauge of its own.
    expect(made).toMatchObject({ ok: true, came: ['oilGauge2'] });
  });
});
