import { sweepToEnd } from '../../judgement/sweep/sweep';
import { auditToEnd } from '../../judgement/audit/auditCircuit';
import { solveState } from '../../judgement/judgeState';
import { CircuitSolver } from '../../network/circuitSolver';
import { HEALTHY_ENGINES } from '../../verification/testing/healthyEngines';
import { measuredEngine } from '../../verification/testing/measuredEngine';
import { KNOWN_OUTSIDE, outsideRange } from '../../verification/testing/outsideRange';
import { testAnswers, testCircuit, testProject } from '../../verification/testing/stockEngine';
import { isLong } from '../../verification/testing/tries';
import type { Project } from '../project/project';
import { USES } from '../project/use';
import { arrange } from '../plumbing/arrange';
import { completeAnswers, mainBearingsOf, type AnswersInput } from './answers';
import { ARCHETYPES } from './archetypes';
import { buildFromJson } from './buildProject';

const C = 273.15;
const BAR = 1e5;
/** A spin-on filter's rated pressure, common practice for a safe working pressure. */
const FILTER_RATED_PA = 10 * BAR;

function circuitOf(project: Project): CircuitSolver {
  const made = CircuitSolver.of(project);
  if (!made.ok) throw new Error(JSON.stringify(made.issues));
  return made.circuit;
}
function builtOf(answers: AnswersInput): { readonly project: Project } {
  const built = buildFromJson(answers);
  if (!built.ok) throw new Error(built.why);
  return built;
}
const toMend = (circuit: CircuitSolver) =>
  auditToEnd(circuit)
    .filter((f) => f.weight === 'stop' || f.weight === 'mend')
    .map((f) => `${f.rule} ${f.part}`);

describe('Healthy engines', () => {
  const found = HEALTHY_ENGINES.map((engine) => ({ engine, measured: measuredEngine(engine.answers) }));

  it.each(found.map((f) => [f.engine.answers.name, f] as const))(
    '%s shows what such an engine shows, or it is known why not; source: common practice',
    (_, { engine, measured }) => {
      expect(outsideRange(engine, measured).filter(({ known }) => !known)).toEqual([]);
    },
  );

  it('are outside of what is expected only where that is still so', () => {
    const met = new Set(found.flatMap((f) => outsideRange(f.engine, f.measured).map(({ known }) => known)));
    expect(KNOWN_OUTSIDE.filter((known) => !met.has(known))).toEqual([]);
  });

  it('have every part supplied before any gauge is entered', () => {
    expect(found.flatMap(({ measured }) => measured.short)).toEqual([]);
  });

  it('have filters that a cold start does not burst', () => {
    for (const { answers } of HEALTHY_ENGINES) {
      const { project } = builtOf(answers);
      const circuit = circuitOf(project);
      const cold = solveState(circuit, circuit.stateAt(project.range.coldSpeedRevS, -10 + C));
      expect(cold.convergence.status).toBe('converged');
      const { pressurePa } = cold.nodes.find((n) => n.ports.includes('filter.in'))!;
      expect(pressurePa!).toBeLessThan(FILTER_RATED_PA);
    }
  });
});

/** Every third in the suite, all in the campaign: each kind and archetype is among them. */
const AUDITED = HEALTHY_ENGINES.filter((_, i) => isLong() || i % 3 === 0);

describe.each(AUDITED.map(({ answers }) => [answers.name, answers] as const))('The audit of %s', (_, answers) => {
  it('finds nothing to fix on it, in its own use', () => {
    expect(toMend(circuitOf(builtOf(answers).project))).toEqual([]);
  });
});

describe.each(ARCHETYPES.map((a) => a.id))('The archetype %s', (id) => {
  it.each(['turbo', 'rollingTurbo'] as const)('feeds a default %s as it should, and floods nothing', (want) => {
    const sweep = sweepToEnd(circuitOf(testProject(id, { wants: [want] })), 8, 6);
    expect(sweep.notConverged).toEqual([]);
    // An air-cooled twin's gallery has too little for a turbo at an idle with oil of 130 °C, and only there.
    const short = sweep.consumers.filter((c) => !c.supplied);
    expect(short.map((c) => `${c.name} ${c.verdict}, ${c.failing}`)).toEqual(
      id === 'airTwin' ? ['Turbo short, 1'] : [],
    );
  });

  it('is drawn with one main lane from the tank to its consumers', () => {
    const a = arrange(testCircuit(id));
    expect(a.main.length).toBeGreaterThanOrEqual(4);
    expect([...a.role.values()].filter((r) => r === 'loose')).toEqual([]);
  });
});

describe('Answers about an engine', () => {
  it('have their documented names, and only six are needed', () => {
    const built = buildFromJson({
      name: 'Six',
      archetype: 'wetSump',
      displacementM3: 0.001275,
      cylinders: 4,
      idleRpm: 875,
      redlineRpm: 6250,
    });
    expect(built.ok && built.project.engine).toMatchObject({ displacementM3: 0.001275, cylinders: 4, use: 'street' });
    expect(built.ok && built.project.engine.idleSpeedRevS * 60).toBeCloseTo(875, 9);
  });

  it('have the oil that it takes: the pan holds it without what its filter holds, and how it is known is kept', () => {
    const built = buildFromJson({ ...testAnswers('wetSump'), oilFillM3: 4.5e-3, oilFillFrom: 'drained' });
    if (!built.ok) throw new Error(built.why);
    expect(built.kept.asItIs.circuit.parts.find((p) => p.id === 'sump')).toMatchObject({
      volumeM3: expect.closeTo(4e-3, 9) as number,
    });
    expect(built.kept.known).toContainEqual({ part: 'sump', path: 'volumeM3', source: 'measured as it was drained' });
    const tank = buildFromJson({ ...testAnswers('drySump'), oilFillM3: 9e-3 });
    expect(tank.ok && tank.kept.known).toContainEqual({ part: 'tank', path: 'volumeM3', source: 'its book' });
  });

  it('are refused by field and in words', () => {
    const base = {
      name: 'No',
      archetype: 'wetSump',
      displacementM3: 2e-3,
      cylinders: 4,
      idleRpm: 850,
      redlineRpm: 6500,
    };
    for (const [change, said] of [
      [{ cylinders: 17 }, 'cylinders'],
      [{ idleRpm: 7000 }, 'idleRpm must be below redlineRpm'],
      [{ oilGrade: 'butter' }, 'oilGrade'],
      [{ nonsense: 1 }, '"nonsense"'],
      [{ archetype: 'rotary' }, 'archetype'],
    ] as const) {
      const built = buildFromJson({ ...base, ...change });
      expect(built.ok ? '' : built.why).toContain(said);
    }
    expect(buildFromJson(null).ok).toBe(false);
  });

  it.each([
    ['inline', 6, 7],
    ['v', 8, 5],
    ['v', 12, 7],
    ['flat', 4, 3],
    ['inline', 1, 2],
    ['v', 2, 2],
  ] as const)('give a %s engine of %i cylinders %i main bearings', (layout, cylinders, mains) => {
    expect(mainBearingsOf(layout, cylinders)).toBe(mains);
    const parts = testCircuit('wetSump', { layout, cylinders }).parts;
    expect(parts.find((p) => p.id === 'mains')).toMatchObject({ count: mains });
    expect(parts.find((p) => p.id === 'rods')).toMatchObject({ count: cylinders });
  });

  it('build what is answered: valve gear, lifters, jets, tensioner, mains, coolers', () => {
    const ids = (more: Parameters<typeof testCircuit>[1]) => testCircuit('wetSump', more).parts.map((p) => p.id);
    expect(ids({ pistonJets: false, tensioner: false, lifters: 'solid' })).not.toEqual(
      expect.arrayContaining(['jets']),
    );
    expect(ids({ valveGear: 'pushrod' })).toEqual(expect.arrayContaining(['camFeed', 'rockers']));
    expect(ids({ stockCooler: 'air' })).toEqual(expect.arrayContaining(['thermostatPlate', 'cooler']));
    const cams = (more: Parameters<typeof testCircuit>[1]) =>
      testCircuit('wetSump', more).parts.find((p) => p.id === 'cams') as unknown as { count: number };
    expect(cams({ valveGear: 'singleCam' }).count).toBe(5);
    expect(cams({ valveGear: 'twinCam', layout: 'v', cylinders: 8 }).count).toBe(20);
    const flat = testCircuit('wetSump', { layout: 'flat', cylinders: 6, mainBearings: 7 }).parts;
    expect(flat.find((p) => p.id === 'mains')).toMatchObject({ count: 7 });
  });

  it('scale heat with the engine: 2.3 L gives the 1.5 kW and 120 W/K of the demos; source: docs/model.md', () => {
    const heat = (litres: number) => testProject('wetSump', { displacementM3: litres * 1e-3 }).engine.heat;
    expect(heat(2.3).baseHeatW / 1500).toBeCloseTo(1, 1);
    expect(heat(2.3).blockConductanceWK / 120).toBeCloseTo(1, 1);
    expect(heat(4.6).baseHeatW / heat(2.3).baseHeatW).toBeCloseTo(2, 9);
    expect(heat(4.6).panConductanceWK / heat(2.3).panConductanceWK).toBeCloseTo(2 ** (2 / 3), 9);
  });

  it('let a stock cooler go on the street, and not when towing', () => {
    const hot = (use: 'street' | 'towing') =>
      auditToEnd(circuitOf(testProject('coolerOnHousing', { use, wants: ['coolerDeleted'] }))).some(
        (f) => f.rule === 'oilHot' && (f.weight === 'stop' || f.weight === 'mend'),
      );
    expect([hot('street'), hot('towing')]).toEqual([false, true]);
  });

  it('complete a diesel, an air-cooled engine and each use as they are met', () => {
    // 17 bar · 2 L · 0.9 · 6500 rpm / 2, source: the definition of mean effective pressure.
    const { brakePowerW } = completeAnswers(testAnswers('wetSump', { fuel: 'diesel' }));
    expect(brakePowerW).toBeCloseTo((17e5 * 2e-3 * 0.9 * (6500 / 60)) / 2, 6);
    expect(completeAnswers(testAnswers('airTwin')).cooling).toBe('air');
    expect(testProject('airTwin').engine.heat.blockCooledBy).toBe('air');
    for (const { id } of USES) expect(testProject('wetSump', { use: id }).engine.use).toBe(id);
    expect(completeAnswers(testAnswers('wetSump', { use: 'towing' })).stockCooler).toBe('coolant');
  });
});
