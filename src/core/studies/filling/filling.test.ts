import fc from 'fast-check';
import type { Part } from '../../document/parts/part';
import { projectSchema, type Project, type Variant } from '../../document/project/project';
import { demoProject } from '../../verification/testing/demo';
import { arbitrarySeed, randomProject } from '../../verification/testing/randomCircuit';
import { fillCircuit } from './fillingWork';
import { fillingLines } from './sayFilling';

const DISPLACEMENT = 10e-6;
const CRANKING = 4;
const FLOW = DISPLACEMENT * CRANKING;
const BORE = 0.01;
const AREA = 0.25 * Math.PI * BORE ** 2;

/**
 * A pump without slip that fills hoses, each into a fed part; no heights.
 * @param lengths hoses one behind the other, by branch
 */
function bench(...branches: readonly (readonly number[])[]): { readonly project: Project; readonly variant: Variant } {
  const demo = demoProject();
  const pump = demo.variants[0]!.circuit.parts.find((p) => p.kind === 'pump')!;
  const turbo = demo.variants[0]!.circuit.parts.find((p) => p.id === 'lifters')!;
  const parts: unknown[] = [
    { kind: 'sump', id: 'sump', name: 'Sump', levelM: 0 },
    {
      ...pump,
      displacementM3Rev: DISPLACEMENT,
      elevationM: 0,
      slip: { kind: 'coefficient', slipCoefficient: 1e-12 },
      inletDryAbsPa: undefined,
      regulator: undefined,
    },
  ];
  const joints: { from: string; to: string }[] = [{ from: 'sump.suction', to: 'pump.in' }];
  branches.forEach((hoses, b) => {
    let from = 'pump.out';
    hoses.forEach((lengthM, h) => {
      const id = `hose${b}_${h}`;
      parts.push({ kind: 'line', id, name: id, form: 'hose', boreM: BORE, lengthM, roughnessM: 1e-6, losses: [] });
      joints.push({ from, to: `${id}.in` });
      from = `${id}.out`;
    });
    parts.push({ ...turbo, id: `fed${b}`, name: `Fed ${b}`, elevationM: 0, oilVolumeM3: 1e-9 });
    joints.push({ from, to: `fed${b}.in` });
  });
  const variant = {
    id: 'bench',
    name: 'Bench',
    circuit: { parts: parts.map((p) => JSON.parse(JSON.stringify(p)) as Part), joints },
  };
  const project = projectSchema.parse({
    ...demo,
    engine: { ...demo.engine, crankingSpeedRevS: CRANKING },
    variants: [variant],
    activeVariant: 'bench',
  });
  return { project, variant: project.variants[0]! };
}

const fill = (made: { project: Project; variant: Variant }, start: 'dry' | 'prefilled' | 'overnight' = 'dry') =>
  fillCircuit(made.project, made.variant, { start, oilTemperatureK: 293.15, crankForS: 60, idleForS: 60 });

/* Closed forms: mass balance. */
describe('Filling', () => {
  it('of one empty hose takes its volume over the pump’s flow', () => {
    const answer = fill(bench([1.5]));
    expect(answer.consumers[0]!.arrivesS).toBeCloseTo((AREA * 1.5) / FLOW, 2);
    expect(answer.filledM3).toBeCloseTo(AREA * 1.5, 7);
  });

  it('by a pump that slips as the hose resists takes longer by half of what it slips at the end', () => {
    // Laminar: Δp = 128µQx/(πd⁴) at x; Wilson: Q = Q₀ − C_s·V·Δp/(2πµ). So Q = Q₀/(1 + r·x/L), r = C_s·V·128L/(2π²d⁴),
    // whatever the viscosity, and t = V_hose/Q₀·(1 + r/2): closed form.
    const [lengthM, slipCoefficient] = [10, 1.5e-5];
    const slipping = bench([lengthM]);
    const parts = slipping.variant.circuit.parts.map((p) =>
      p.kind === 'pump' ? ({ ...p, slip: { kind: 'coefficient', slipCoefficient } } as Part) : p,
    );
    const answer = fill({
      project: slipping.project,
      variant: { ...slipping.variant, circuit: { ...slipping.variant.circuit, parts } },
    });
    const r = (slipCoefficient * DISPLACEMENT * 128 * lengthM) / (2 * Math.PI ** 2 * BORE ** 4);
    expect(r).toBeGreaterThan(0.9);
    const byHand = ((AREA * lengthM) / FLOW) * (1 + r / 2);
    expect(Math.abs(answer.consumers[0]!.arrivesS! / byHand - 1)).toBeLessThan(0.01);
  });

  it('of two hoses in series takes both volumes, one behind the other', () => {
    const answer = fill(bench([1, 0.5]));
    const times = answer.parts.filter((p) => p.part.startsWith('hose')).map((p) => p.fullS);
    expect(times).toEqual([expect.closeTo((AREA * 1) / FLOW, 2), expect.closeTo((AREA * 1.5) / FLOW, 2)]);
  });

  it('of two alike in parallel takes both volumes; the oil of the shorter of two arrives when both fronts have gone its length', () => {
    const alike = fill(bench([1], [1]));
    expect(alike.consumers.map((c) => c.arrivesS)).toEqual([
      expect.closeTo((2 * AREA) / FLOW, 2),
      expect.closeTo((2 * AREA) / FLOW, 2),
    ]);
    // Equal bores, equal drops: laminar fronts advance alike, v = Δp·D²/(32·μ·x).
    const unlike = fill(bench([0.6], [1.8]));
    expect(unlike.consumers[0]!.arrivesS! / ((2 * AREA * 0.6) / FLOW)).toBeCloseTo(1, 2);
    expect(unlike.consumers[1]!.arrivesS!).toBeGreaterThan(unlike.consumers[0]!.arrivesS!);
  });

  it('takes no longer with parts prefilled, and starts with pickup and pump full', () => {
    const demo = demoProject();
    const [dry, wet] = (['dry', 'prefilled'] as const).map((s) =>
      fill({ project: demo, variant: demo.variants[1]! }, s),
    );
    expect(wet!.gaugeS!).toBeLessThan(dry!.gaugeS!);
    for (const [i, c] of dry!.consumers.entries())
      expect(wet!.consumers[i]!.arrivesS!).toBeLessThanOrEqual(c.arrivesS! + 0.1);
    expect(dry!.parts.filter((p) => p.startedFull).map((p) => p.part)).toEqual(['pickup', 'pump', 'relief']);
  });

  it('after a night keeps what an anti-drain valve holds', () => {
    const demo = demoProject();
    const started = (antiDrain: boolean) => {
      const variant = demo.variants[0]!;
      const parts = variant.circuit.parts.map((p) => (p.kind === 'filter' ? { ...p, antiDrain } : p));
      return fill({ project: demo, variant: { ...variant, circuit: { ...variant.circuit, parts } } }, 'overnight');
    };
    expect(started(true).gaugeS!).toBeLessThan(started(false).gaugeS!);
  });

  it('never fills more than was pumped, nor any part over its volume, on any circuit; and says it when a state does not solve', () => {
    fc.assert(
      fc.property(arbitrarySeed, (seed) => {
        const project = randomProject(seed);
        const answer = fillCircuit(project, project.variants[0]!, {
          start: 'dry',
          oilTemperatureK: 293.15,
          crankForS: 10,
          idleForS: 20,
        });
        const held = answer.parts.reduce((sum, p) => sum + (p.startedFull ? 0 : p.share * p.volumeM3), 0);
        expect(held).toBeCloseTo(answer.filledM3, 9);
        for (const p of answer.parts) expect(p.share).toBeLessThanOrEqual(1);
        expect(['full', 'timeUp', 'unsolved']).toContain(answer.status);
        expect(fillingLines(answer).length).toBe(answer.consumers.length + 2);
      }),
      { numRuns: 12 },
    );
  });

  it('of the demo conserves volume: what the pump moved is in the parts or has gone through them', () => {
    const demo = demoProject();
    for (const variant of demo.variants) {
      const answer = fill({ project: demo, variant });
      expect(answer.filledM3).toBeLessThan(answer.pumpedM3);
      expect(answer.status).toBe('full');
    }
  });
});
