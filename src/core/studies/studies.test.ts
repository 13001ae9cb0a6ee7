import type { Project } from '../document/project/project';
import { withSize } from './sizing/sizable';
import { demoProject } from '../verification/testing/demo';
import { inPieces, runStudy, runStudyHere, type Study } from './job/study';
import { askedOf, fingerprint, type Reading } from './job/asked';
import { StudyCircuits } from './job/studyCircuits';
import { solveState } from '../judgement/judgeState';
import { COMPARE_STUDY } from './compare/compareStudy';
import { FAULT_STUDY } from './faults/faultStudy';
import { SIZING_STUDY } from './sizing/sizingStudy';
import { doTask, studyHere } from './job/runHere';
import { StudyRefused } from './job/studyRefused';

/** Squares and sums, in two batches. */
function* squares(n: number): Study<number, number, number> {
  const first = yield Array.from({ length: n }, (_, i) => i + 1);
  const [sum] = yield [first.reduce((a, b) => a + b, 0)];
  return sum!;
}

describe('A study', () => {
  it('is the same done here or elsewhere, its replies in the order of its tasks', async () => {
    const work = (x: number) => x * x;
    expect(runStudyHere(squares(3), work)).toBe(14 * 14);
    expect(await runStudy(squares(3), (tasks) => Promise.all(tasks.map((t) => Promise.resolve(work(t)))))).toBe(
      14 * 14,
    );
  });

  it('is refused in words where its task or its variant is not known', () => {
    const circuits = new StudyCircuits(demoProject());
    expect(() => doTask(FAULT_STUDY, circuits, { ids: 3 })).toThrow('cannot be read');
    expect(() => circuits.circuit('racing')).toThrow(StudyRefused);
    expect(() => studyHere(COMPARE_STUDY, demoProject(), { ids: ['stock', 'racing'] })).toThrow('Two to 4 variants');
  });

  it('keeps on its circuits what tasks share', () => {
    const circuits = new StudyCircuits(demoProject());
    let made = 0;
    const make = () => ++made;
    expect([circuits.kept('a', make), circuits.kept('a', make), circuits.kept('b', make)]).toEqual([1, 1, 2]);
    expect(circuits.circuit()).toBe(circuits.circuit('stock'));
  });

  it('cuts work into pieces that together are the whole', () => {
    expect(inPieces([1, 2, 3, 4, 5], 2)).toEqual([[1, 2], [3, 4], [5]]);
    expect(inPieces([], 3)).toEqual([]);
  });
});

/** Fingerprint of what a question is asked of. */
const inputsOf = <P>(kind: Reading<P>, project: Project, request: P) =>
  fingerprint(askedOf(project, kind, request), kind, request);

describe('What an answer depends on', () => {
  const project = demoProject();
  const request = { pairs: false };
  const of = (p: typeof project) => inputsOf(FAULT_STUDY, p, request);
  const withPart = (id: string, change: object) => ({
    ...project,
    variants: project.variants.map((v) => ({
      ...v,
      circuit: {
        ...v.circuit,
        parts: v.circuit.parts.map((p) => (p.id === id ? ({ ...p, ...change } as typeof p) : p)),
      },
    })),
  });

  it('is the open variant, the engine, the oil, the range and the season', () => {
    const before = of(project);
    expect(of(withPart('turboRestrictor', { boreM: 1e-3 }))).not.toBe(before);
    expect(of({ ...project, engine: { ...project.engine, maximumSpeedRevS: 100 } })).not.toBe(before);
    expect(of({ ...project, oil: { ...project.oil, viscosity100M2S: 12e-6 } })).not.toBe(before);
    expect(
      of({
        ...project,
        variants: project.variants.map((v) => ({ ...v, season: { name: 'Winter', coldestOilK: 253 } })),
      }),
    ).not.toBe(before);
    expect(
      of({
        ...project,
        variants: project.variants.map((v) => ({
          ...v,
          tolerances: [{ part: 'mains', path: ['clearanceRadialM'], plusMinus: 1e-6 }],
        })),
      }),
    ).not.toBe(before);
  });

  it('is no other variant, no note, no place on the sheet', () => {
    const before = of(project);
    expect(
      of({
        ...project,
        note: 'seen',
        variants: project.variants.map((v) =>
          v.id === 'stock'
            ? { ...v, note: 'seen', sheet: { columns: [] } }
            : { ...v, circuit: { parts: [], joints: [] } },
        ),
      }),
    ).toBe(before);
  });

  it('is, for a comparison, each variant that is compared', () => {
    const ids = { ids: ['stock', 'noseCooler'] };
    expect(
      inputsOf(
        COMPARE_STUDY,
        {
          ...project,
          variants: project.variants.map((v) =>
            v.id === 'noseCooler' ? { ...v, circuit: { parts: [], joints: [] } } : v,
          ),
        },
        ids,
      ),
    ).not.toBe(inputsOf(COMPARE_STUDY, project, ids));
  });

  it('is, for a size, not the figure that is sized', () => {
    const sized = { part: 'turboRestrictor', path: ['boreM'] };
    const depends = (p: typeof project) => inputsOf(SIZING_STUDY, p, sized);
    expect(depends(withPart('turboRestrictor', { boreM: 1e-3 }))).toBe(depends(project));
    expect(depends(withPart('turboRestrictor', { lengthM: 9e-3 }))).not.toBe(depends(project));
    const relief = project.variants[0]!.circuit.parts.find((p) => p.id === 'relief')!;
    const crack = { part: 'relief', path: ['crackPa'] };
    expect(inputsOf(SIZING_STUDY, withPart('relief', withSize(relief, ['crackPa'], 3e5)!), crack)).toBe(
      inputsOf(SIZING_STUDY, project, crack),
    );
  });
});

describe('A season', () => {
  const project = demoProject();
  const winter = {
    name: 'Winter',
    oil: { ...project.oil, name: 'thin', viscosity40M2S: 45e-6, viscosity100M2S: 8.4e-6 },
    coldestOilK: 253.15,
  };
  const inWinter = { ...project, variants: project.variants.map((v) => ({ ...v, season: winter })) };

  it('changes the oil and the range that a variant is solved with, and nothing else', () => {
    const seasonal = new StudyCircuits(inWinter).circuit();
    const plain = new StudyCircuits({
      ...project,
      oil: winter.oil,
      range: { ...project.range, coldestOilK: 253.15 },
    }).circuit();
    expect(seasonal.project.range).toEqual(plain.project.range);
    const at = (c: typeof seasonal) =>
      solveState(c, c.stateAt(40, 260)).consumers.map((x) => [x.part, x.pressurePa, x.flowM3S]);
    expect(at(seasonal)).toEqual(at(plain));
    expect(seasonal.project.engine).toBe(plain.project.engine);
  });

  it('stands among the differences of a comparison, with where the oil settles in its air', () => {
    const two = {
      ...project,
      variants: [
        project.variants[0]!,
        { ...project.variants[0]!, id: 'winter', name: 'In winter', season: { ...winter, airTemperatureK: 253.15 } },
      ],
    };
    const { settings, states } = studyHere(COMPARE_STUDY, two, { ids: ['stock', 'winter'] });
    expect(settings.map((s) => [s.name, s.title, ...s.values])).toEqual([
      ['Season', 'Name', null, 'Winter'],
      ['Season', 'Oil', project.oil.name, 'thin'],
      ['Season', 'Coldest oil', project.range.coldestOilK, 253.15],
      ['Season', 'Air', null, 253.15],
    ]);
    const warm = states.find((s) => s.name === 'Full speed')!.figures;
    expect(warm[1]!.sumpK!).toBeLessThan(warm[0]!.sumpK!);
  });
});
