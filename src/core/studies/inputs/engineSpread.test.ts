import { answersSchema } from '../../document/archetypes/answers';
import { buildFromAnswers } from '../../document/archetypes/buildProject';
import { atSpeedRevS } from '../../document/project/conditions';
import { ENGINE_KIND_IDS } from '../../document/project/engineKinds';
import { engineKindOf, usualPressurePa } from '../../document/project/healthyGauge';
import { activeVariant, withVariant } from '../../document/project/project';
import { seeded } from '../../foundations/random/quasiRandom';
import { sweepToEnd } from '../../judgement/sweep/sweep';
import { CircuitSolver } from '../../network/circuitSolver';
import { demoProject } from '../../verification/testing/demo';
import { drawnEngine } from '../../verification/testing/drawnEngine';
import { HEALTHY_ENGINES } from '../../verification/testing/healthyEngines';
import { testProject } from '../../verification/testing/stockEngine';
import { tries } from '../../verification/testing/tries';
import { engineSpread, kindSpread, setSpread } from './engineSpread';
import { RevisableCircuit } from './revisableCircuit';

const HOT_K = 373.15;
const DRAWS = tries(6, 40);

/** What engines of a kind show, drawn from what is thought of them before anything is read. */
const drawn = HEALTHY_ENGINES.flatMap(({ answers, kind }, n) => {
  const built = buildFromAnswers(answersSchema.parse(answers));
  if (!built.ok) throw new Error(built.why);
  return Array.from({ length: DRAWS }, (_, k) => {
    const made = CircuitSolver.of(drawnEngine(built.project, seeded(1000 * n + k)));
    if (!made.ok) throw new Error('a drawn engine compiles');
    const { circuit } = made;
    const { idleSpeedRevS, maximumSpeedRevS } = circuit.project.engine;
    const gallery = (speedRevS: number) => {
      circuit.solveOnly(circuit.stateAt(speedRevS, HOT_K));
      return circuit.solver.workspace.pressurePa[circuit.compiled.nodeOfPort.get('gallery.out')!]!;
    };
    return {
      kind,
      idlePa: gallery(idleSpeedRevS),
      atSpeedPa: gallery(atSpeedRevS(maximumSpeedRevS)),
      supplied: sweepToEnd(circuit, 6, 4).supplied,
    };
  });
});
const quantile = (of: readonly number[], share: number) =>
  [...of].sort((a, b) => a - b)[Math.round(share * (of.length - 1))]!;

describe.each(ENGINE_KIND_IDS)('Before anything is read of it, a healthy engine of the kind %s', (id) => {
  const of = drawn.filter((d) => d.kind === id);
  const { hotIdlePa, atSpeedPa } = engineKindOf(id);
  const logWidth = ([low, high]: readonly [number, number]) => Math.log(high / low);

  it('is predicted with the spread of its kind, at idle and at speed; source of the ranges: common practice', () => {
    const inside = of.filter((d) => d.idlePa >= hotIdlePa[0] && d.idlePa <= hotIdlePa[1]).length;
    expect(inside / of.length).toBeGreaterThan(0.75);
    for (const [range, figures] of [
      [hotIdlePa, of.map((d) => d.idlePa)],
      [atSpeedPa, of.map((d) => d.atSpeedPa)],
    ] as const) {
      // Neither surer than the kind is, nor half as sure; and its middle is the kind's.
      const width = logWidth([quantile(figures, 0.05), quantile(figures, 0.95)]);
      expect(width).toBeGreaterThan(0.6 * logWidth(range));
      expect(width).toBeLessThan(2 * logWidth(range));
      expect(quantile(figures, 0.5)).toBeGreaterThan(0.95 * range[0]);
      expect(quantile(figures, 0.5)).toBeLessThan(range[1]);
    }
  });

  it('supplies each of its own parts in 95 of 100', () => {
    expect(of.filter((d) => d.supplied).length / of.length).toBeGreaterThanOrEqual(0.95);
  });
});

describe('What a kind shows', () => {
  const modern = engineKindOf('modern');
  const at = (rpm: number, celsius: number) =>
    usualPressurePa(
      modern,
      { speedRevS: rpm / 60, oilTemperatureK: celsius + 273.15 },
      { idleRevS: 800 / 60, atSpeedRevS: 50 },
    );
  it('is known at idle, at speed and between, with warm oil only', () => {
    expect(at(800, 100)).toEqual([...modern.hotIdlePa]);
    expect(at(3000, 90)).toEqual([...modern.atSpeedPa]);
    expect(at(1900, 100)![0]).toBeCloseTo((modern.hotIdlePa[0] + modern.atSpeedPa[0]) / 2, 6);
    expect(at(6000, 100)![0]).toBe(modern.atSpeedPa[0]);
    expect([at(800, 40), at(500, 100)]).toEqual([undefined, undefined]);
  });
});

describe('The spread of an engine', () => {
  it('is that of its kind until a fit, then the fit’s, with what it leaves between two', () => {
    const project = testProject('wetSump');
    const before = kindSpread(project);
    expect(before.groups.map((g) => g.id)).toEqual(
      expect.arrayContaining(['unnamed', 'mains', 'rods', 'cams', 'pump', 'relief']),
    );
    before.root.forEach((row, j) => row.forEach((v, c) => expect(v).toBe(j === c ? before.groups[j]!.prior : 0)));
    const variant = activeVariant(project);
    const factors = before.groups.map(({ id, prior }) => ({ id, factor: 1, deviation: 0.1, prior }));
    const covariance = factors.map((_, j) => factors.map((__, k) => (j === k ? 0.01 : j + k === 1 ? -0.008 : 0)));
    const fitted = withVariant(project, {
      ...variant,
      calibration: { readings: [], applied: { figures: [], factors, covariance } },
    });
    const { root } = kindSpread(fitted);
    const between = (a: number, b: number) => root[a]!.reduce((sum, v, c) => sum + v * root[b]![c]!, 0);
    expect([between(0, 0), between(0, 1), between(1, 1), between(0, 2)].map((v) => v.toFixed(6))).toEqual([
      '0.010000',
      '-0.008000',
      '0.010000',
      '0.000000',
    ]);
  });

  it('moves the figures of a group by one factor, and puts them back', () => {
    const project = testProject('wetSump');
    const revisable = new RevisableCircuit(project);
    const spread = kindSpread(project);
    const at = () => {
      revisable.apply();
      const { circuit } = revisable;
      revisable.solve(circuit.stateAt(15, HOT_K));
      return circuit.solver.workspace.pressurePa[circuit.compiled.nodeOfPort.get('gallery.out')!]!;
    };
    const stated = at();
    const only = (id: string) => spread.groups.map((g) => (g.id === id ? 1 : 0));
    setSpread(revisable, spread, only('pump'));
    expect(at()).toBeGreaterThan(stated);
    setSpread(revisable, spread, only('unnamed'));
    expect(at()).toBeLessThan(stated);
    setSpread(revisable, spread, only(''));
    expect(at() / stated).toBeCloseTo(1, 7);
  });

  it('is none for an engine whose file names no kind: stored projects keep their answers', () => {
    expect(kindSpread(demoProject()).groups).toEqual([]);
    expect(engineSpread({ ...demoProject(), madeUp: false }).groups.map((g) => g.id)).toContain('clearance');
  });
});
