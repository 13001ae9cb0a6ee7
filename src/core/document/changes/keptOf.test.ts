import { readdirSync, readFileSync } from 'node:fs';
import { CircuitSolver } from '../../network/circuitSolver';
import { solveState } from '../../judgement/judgeState';
import type { Project } from '../project/project';
import { readProject, readWhole } from '../project/readProject';
import { demoKept, demoProject } from '../../verification/testing/demo';
import { deriveProject, replayOf } from './deriveProject';
import { keptOf } from './keptOf';

const FROZEN = 'src/core/verification/frozen';

/** Files of older versions, as whole circuits. */
const older = readdirSync(FROZEN)
  .filter((file) => file.endsWith('.json'))
  .map((file): [string, Project] => {
    const read = readWhole(JSON.parse(readFileSync(`${FROZEN}/${file}`, 'utf8')));
    if (!read.ok) throw new Error(file);
    return [file, read.project];
  });

describe.each(older)('%s, from whole circuits to acts', (_, project) => {
  const kept = keptOf(project);
  const derived = deriveProject(kept);

  it('gives every variant the same answers to the last bit', () => {
    for (const variant of project.variants) {
      const [was, is] = [project, derived].map((p) => {
        const made = CircuitSolver.of(p, variant.id);
        if (!made.ok) return made.issues;
        const { idleSpeedRevS, maximumSpeedRevS } = p.engine;
        return [idleSpeedRevS, maximumSpeedRevS].map((speed) =>
          solveState(made.circuit, made.circuit.stateAt(speed, 373.15)),
        );
      });
      expect(is).toEqual(was);
    }
  });

  it('keeps no circuit of a variant, and reads what it writes', () => {
    expect(kept.variants.every((v) => !('circuit' in v))).toBe(true);
    const again = readProject(JSON.parse(JSON.stringify(kept)));
    expect(again.ok && again.kept).toEqual(kept);
  });
});

describe('A variant whose file lists its parts and joints in another order', () => {
  it('keeps that order, on which the last bit of an answer may hang', () => {
    const [, whole] = older.find(([file]) => file === 'version5.json')!;
    const turned = whole.variants.map((v, i) =>
      i === 0
        ? v
        : { ...v, circuit: { parts: [...v.circuit.parts].reverse(), joints: [...v.circuit.joints].reverse() } },
    );
    const derived = deriveProject(keptOf({ ...whole, variants: turned }));
    expect(derived.variants.map((v) => v.circuit)).toEqual(turned.map((v) => v.circuit));
  });
});

describe('A derived variant', () => {
  it('shows what has become known, and stays the same object where nothing of it has', () => {
    const kept = demoKept();
    const [stock, cooled] = deriveProject(kept).variants;
    const renamed = { ...kept, variants: kept.variants.map((v) => ({ ...v, name: 'Another' })) };
    const [again, other] = deriveProject(renamed).variants;
    expect([again === stock, other === cooled, other!.circuit === cooled!.circuit]).toEqual([true, false, true]);
    const fit = { figures: [], factors: [] };
    expect(deriveProject({ ...kept, fit }).variants.map((v) => v.calibration?.applied)).toEqual([fit, fit]);
  });
});

describe('The smallest project of the format’s page', () => {
  it('stands first there, is read, and its one change is made', () => {
    const page = readFileSync('docs/file-format.md', 'utf8');
    const [, text] = /```json\n([\s\S]*?)```/.exec(page)!;
    const read = readProject(JSON.parse(text!));
    if (!read.ok) throw new Error(JSON.stringify(read.issues));
    expect(replayOf(read.kept, 'cooled').troubles).toEqual([]);
    const made = CircuitSolver.of(read.project);
    if (!made.ok) throw new Error(JSON.stringify(made.issues));
    const { consumers } = solveState(made.circuit, made.circuit.stateAt(50, 373));
    expect(consumers.map((c) => [c.part, (c.pressurePa ?? 0) > 1e5])).toEqual([['mains', true]]);
  });
});

describe('The demos', () => {
  it('are rewritten as changes, with the very circuits that they had as whole ones', () => {
    const [, whole] = older.find(([file]) => file === 'version5.json')!;
    const now = demoProject();
    // The demo has been given a pan since.
    const panless = now.variants.map(({ circuit }) => ({
      ...circuit,
      parts: circuit.parts.map((p) => {
        if (p.kind !== 'sump') return p;
        const { pan: _, ...rest } = p;
        return rest;
      }),
    }));
    expect(panless).toEqual(whole.variants.map((v) => v.circuit));
    expect(now.variants.map((v) => v.sheet)).toEqual(whole.variants.map((v) => v.sheet));
    expect(demoKept().variants[0]!.acts).toHaveLength(4);
  });
});
