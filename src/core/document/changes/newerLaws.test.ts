import { CircuitSolver } from '../../network/circuitSolver';
import { demoKept } from '../../verification/testing/demo';
import { testProject } from '../../verification/testing/stockEngine';
import { fillAtSpeed, fillFallsFromRevS } from '../../physics/laws/pump';
import { keptOf } from './keptOf';
import { deriveProject } from './deriveProject';
import { lawsMissing, NEWER_LAWS, withAllLaws, withLaw } from './newerLaws';

const solved = (kept: ReturnType<typeof demoKept>, rpm: number) => {
  const made = CircuitSolver.of(deriveProject(kept));
  if (!made.ok) throw new Error('refused');
  const { circuit } = made;
  expect(circuit.solveOnly(circuit.stateAt(rpm / 60, 373)).status).toBe('converged');
  const pump = circuit.compiled.elementsOfPart.get('pump')!.get('')!;
  return circuit.solver.workspace.flowM3S[pump]!;
};

describe('Laws that an older file does not state', () => {
  it('are named for a demo, and none for a new engine', () => {
    expect(lawsMissing(demoKept('larkspur'))).toEqual(expect.arrayContaining(['filling', 'air', 'sideFlow']));
    expect(lawsMissing(keptOf(testProject('wetSump')))).toEqual([]);
    expect(lawsMissing(keptOf(testProject('drySump')))).toEqual([]);
  });

  it('are stated once they are taken, each alone or all, and change nothing else', () => {
    const kept = demoKept('saltmarsh');
    const all = withAllLaws(kept);
    expect(lawsMissing(all)).toEqual([]);
    expect(withAllLaws(all)).toBe(all);
    expect(all.variants).toBe(kept.variants);
    for (const law of NEWER_LAWS) {
      const one = withLaw(kept, law);
      expect(lawsMissing(one)).toEqual(lawsMissing(kept).filter((other) => other !== law));
    }
  });

  it('reach every variant, and do what they say: a fast pump fills less', () => {
    const kept = demoKept();
    const filling = withLaw(kept, 'filling');
    const { variants } = deriveProject(filling);
    expect(variants.length).toBeGreaterThan(1);
    for (const v of variants) expect(v.circuit.parts.find((p) => p.id === 'pump')).toMatchObject({ rotors: 'gerotor' });
    const pump = kept.asItIs.circuit.parts.find((p) => p.kind === 'pump')!;
    if (pump.kind !== 'pump') throw new Error('no pump');
    const rpm = 7000;
    const from = fillFallsFromRevS(pump.displacementM3Rev, 'gerotor');
    const share = fillAtSpeed((rpm / 60) * pump.speedRatio, from);
    const [before, after] = [solved(kept, rpm), solved(filling, rpm)];
    // Slip stays as it was at nearly the same pressure; what is swallowed falls by the law.
    const swallowed = (pump.displacementM3Rev * pump.speedRatio * rpm) / 60;
    expect(before - after).toBeCloseTo((1 - share) * swallowed, 4);
  });

  it('load journals whose ratio nobody set, and keep a ratio that was', () => {
    const kept = demoKept();
    const ratioOf = (of: typeof kept, id: string) => {
      const part = withLaw(of, 'load').asItIs.circuit.parts.find((p) => p.id === id);
      return part && 'eccentricity' in part ? part.eccentricity : undefined;
    };
    expect(ratioOf(kept, 'mains')).toEqual({ kind: 'specificLoad', fullLoadPa: 3e6 });
    expect(ratioOf(kept, 'rods')).toEqual({ kind: 'specificLoad', fullLoadPa: 6e6 });
    expect(ratioOf(kept, 'cams')).toEqual({ kind: 'ratio', ratio: 0.4 });
    const set = kept.asItIs.circuit.parts.map((p) =>
      p.id === 'mains' && 'eccentricity' in p ? { ...p, eccentricity: { kind: 'ratio' as const, ratio: 0.55 } } : p,
    );
    const typed = { ...kept, asItIs: { ...kept.asItIs, circuit: { ...kept.asItIs.circuit, parts: set } } };
    expect(ratioOf(typed, 'mains')).toEqual({ kind: 'ratio', ratio: 0.55 });
  });
});
