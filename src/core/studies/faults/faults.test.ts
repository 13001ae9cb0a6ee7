import type { Project } from '../../document/project/project';
import { variantWithFault, type FaultOutcome, type FaultTask } from './faultTasks';
import { sayGauge, sayOutcome } from './sayFault';
import { singleFaults } from '../inputs/singleFaults';
import { RIG_DENSITY_KG_M3, RIG_HIGH_PA, betweenTanks } from '../../verification/testing/rig';
import { demoProject } from '../../verification/testing/demo';
import { solveState } from '../../judgement/judgeState';
import { studyHere } from '../job/runHere';
import { StudyCircuits } from '../job/studyCircuits';
import { FAULT_STUDY } from './faultStudy';
import { solverOf } from '../../verification/testing/solverOf';

const THORNBACK = demoProject('thornback');
const STOCK = THORNBACK.variants[0]!;
const solve = (project: Project, variant = project.variants[0]!, speedRevS = 0, oilTemperatureK = 373.15) => {
  const circuit = solverOf({ ...project, variants: [variant], activeVariant: variant.id });
  return solveState(circuit, circuit.stateAt(speedRevS, oilTemperatureK));
};
/** The study of one variant, alone in its project. */
const faultsOf = (project: Project, variant: Project['variants'][number]) =>
  studyHere(FAULT_STUDY, { ...project, variants: [variant], activeVariant: variant.id }, { pairs: false });

describe('Single faults', () => {
  const outcomes = faultsOf(THORNBACK, STOCK);
  const of = (id: string): FaultOutcome => outcomes.find((o) => o.id === id)!;

  it('of Thornback do what such faults are known for (common practice)', () => {
    // Relief open: no pressure anywhere, plain to see. Restrictor plugged: only the turbo, and nothing to see. Relief
    // shut: far above maximum.
    expect([of('relief.open').noticed, of('relief.open').starved.length]).toEqual([true, 7]);
    expect([of('turboRestrictor.blocked').noticed, of('turboRestrictor.blocked').starved.map((s) => s.part)]).toEqual([
      false,
      ['turbo'],
    ]);
    expect(of('relief.shut').starved[0]!.decisive).toMatchObject({ quantity: 'pressure', side: 'high' });
    expect(of('relief.shut').gauge!.faultyPa).toBeGreaterThan(15e5);
    expect(of('pump.worn').starved[0]).toMatchObject({
      part: 'lifters',
      speedRevS: THORNBACK.engine.idleSpeedRevS,
      oilTemperatureK: THORNBACK.range.hottestOilK,
    });
    expect(of('filter.bypassShut').outcome).toBe('harmless');
  });

  it('rank what starves unseen before what the gauge shows, and name only what was supplied before', () => {
    expect(outcomes[0]!.noticed).toBe(false);
    expect(outcomes.findIndex((o) => o.starved.length === 0)).toBe(outcomes.filter((o) => o.starved.length > 0).length);
    // The stock turbo is flooded at speed with no fault at all.
    expect(outcomes.flatMap((o) => o.starved).some((s) => s.part === 'turbo' && s.verdict === 'flooded')).toBe(false);
  });

  it('tell the same as the faulted variant solved at the state that is named', () => {
    for (const outcome of outcomes)
      for (const starved of outcome.starved.slice(0, 1)) {
        const result = solve(
          THORNBACK,
          variantWithFault(STOCK, outcome.id),
          starved.speedRevS,
          starved.oilTemperatureK,
        );
        expect([outcome.id, result.consumers.find((c) => c.part === starved.part)!.verdict]).toEqual([
          outcome.id,
          starved.verdict,
        ]);
      }
  });

  it.each(['thornback', 'saltmarsh', 'larkspur'])(
    'can be put into every variant of %s, each by a name of its own, and leave it as it was',
    (name) => {
      const project = demoProject(name);
      for (const variant of project.variants) {
        const before = JSON.stringify(variant);
        const found = faultsOf(project, variant);
        expect(found.filter((o) => o.outcome === 'impossible' || o.outcome === 'unsolved').map((o) => o.id)).toEqual(
          [],
        );
        expect(new Set(found.map((o) => o.title)).size).toBe(found.length);
        expect(JSON.stringify(variant)).toBe(before);
        for (const each of found) expect(`${sayOutcome(each)} ${sayGauge(each)}`).not.toMatch(/undefined|NaN|\{/);
      }
    },
  );

  it('in pairs find more than either does alone: a worn pump and worn mains', () => {
    const project = { ...THORNBACK, variants: [STOCK], activeVariant: STOCK.id };
    const tasks = FAULT_STUDY.start(project, { pairs: true }).next().value as readonly FaultTask[];
    const ids = tasks.flatMap((task) => task.ids);
    const singles = singleFaults(STOCK);
    const expected = singles.flatMap((a, i) => singles.slice(i + 1).filter((b) => b.part !== a.part)).length;
    expect(new Set(ids).size).toBe(singles.length + expected);
    const circuits = new StudyCircuits(project);
    const starvedBy = (id: string) => {
      expect(ids).toContain(id);
      return new Set(FAULT_STUDY.work(circuits, { ids: [id], whole: true })[0]!.starved.map((s) => s.part));
    };
    const [one, other, together] = ['pump.worn', 'mains.worn', 'pump.worn + mains.worn'].map(starvedBy) as [
      Set<string>,
      Set<string>,
      Set<string>,
    ];
    for (const part of [...one, ...other]) expect(together.has(part)).toBe(true);
    expect(together.size).toBeGreaterThan(Math.max(one.size, other.size));
  });
});

describe('A leak', () => {
  it('lets out what a sharp hole of 1.5 mm does (orifice equation, Cd 0.61)', () => {
    const project = betweenTanks(
      [
        { id: 'hose', kind: 'line', form: 'hose', name: 'hose', boreM: 14e-3, lengthM: 0.1, losses: [] },
        {
          id: 'fed',
          kind: 'consumer',
          name: 'fed',
          duty: 'other',
          ratedPressureDropPa: 1e5,
          ratedFlowM3S: 5e-6,
          ratedViscosityPaS: 0.01,
          ratedDensityKgM3: 850,
          viscousShare: 1,
        },
      ],
      [
        ['high.suction', 'hose.in'],
        ['hose.out', 'fed.in'],
        ['fed.out', 'low.return'],
      ],
    );
    const variant = variantWithFault(project.variants[0]!, 'hose.leak')!;
    const leak = variant.circuit.parts.find((p) => p.name === 'Leak')!;
    const flow = solve(project, variant).elements.find((e) => e.part === leak.id)!.flowM3S;
    expect(flow / (0.61 * 0.25 * Math.PI * 1.5e-3 ** 2 * Math.sqrt((2 * RIG_HIGH_PA) / RIG_DENSITY_KG_M3))).toBeCloseTo(
      1,
      1.5,
    );
  });

  it('so far claim only what was looked at: what starves early starves in the end, and nothing is called harmless', () => {
    const project = { ...THORNBACK, variants: [STOCK], activeVariant: STOCK.id };
    const circuits = new StudyCircuits(project);
    const run = FAULT_STUDY.start(project, { pairs: false });
    const first = (run.next().value as readonly FaultTask[]).map((task) => FAULT_STUDY.work(circuits, task));
    const early = FAULT_STUDY.partial(project, { pairs: false }, first);
    const rest = run.next(first).value as readonly FaultTask[];
    const whole = run.next(rest.map((task) => FAULT_STUDY.work(circuits, task))).value as readonly FaultOutcome[];
    expect(new Set(early.map((f) => f.outcome))).toEqual(new Set(['starves', 'open']));
    expect(early.every((f) => !f.whole && f.conditions < 10)).toBe(true);
    for (const fault of early.filter((f) => f.outcome === 'starves'))
      expect([fault.id, whole.find((f) => f.id === fault.id)!.outcome]).toEqual([fault.id, 'starves']);
    // What starves already is gone through first, and the end has each fault once, over the whole range.
    expect(rest[0]!.ids).toEqual(early.slice(0, rest[0]!.ids.length).map((f) => f.id));
    expect([whole.length, whole.every((f) => f.whole)]).toEqual([early.length, true]);
    const mixed = FAULT_STUDY.partial(project, { pairs: false }, [...first, whole.slice(0, 3)]);
    expect([mixed.length, mixed.filter((f) => f.whole).length]).toEqual([early.length, 3]);
    // A fraction of a sweep's states each: the first of them comes long before one whole sweep would.
    expect(first[0]!.reduce((sum, f) => sum + f.conditions, 0)).toBeLessThan(whole[0]!.conditions / 4);
  });
});
