import { partSchema, type Part } from '../circuit/parts';
import type { Project } from '../circuit/project';
import { designDrives } from '../heat/designDrives';
import { solveBalanced } from '../heat/solveBalanced';
import { CircuitSolver } from '../network/solveProject';
import { catalogueEntry } from '../parts/catalogue';
import { partRowsOf } from '../parts/partRows';
import { StudyBench } from '../studies/studyBench';
import { studyHere } from '../studies/works';
import { demoProject } from '../verification/testing/demo';
import { ROW_STUDY, rowsSchema } from './rowStudy';
import { rowWork } from './rowWork';
import { sayRowFails, sayRows } from './sayRows';

const NOSE: Project = { ...demoProject(), activeVariant: 'noseCooler' };
const partOf = (project: Project, id: string) => project.variants.find((v) => v.id === project.activeVariant)!.circuit.parts.find((p) => p.id === id)!;
const withPart = (project: Project, part: Part): Project => ({
  ...project, variants: project.variants.map((v) => (v.id === project.activeVariant ? { ...v, circuit: { ...v.circuit, parts: v.circuit.parts.map((p) => (p.id === part.id ? part : p)) } } : v)),
});

describe('Sizes of coolers and thermostats', () => {
  it('are for coolers and thermostats only, and each is a part that the schema takes', () => {
    for (const id of ['airCooler', 'liquidCooler', 'sandwichThermostat', 'inlineThermostat', 'diverter']) {
      const part = partSchema.parse({ ...catalogueEntry(id).part, id: 'x' });
      const rows = partRowsOf(part);
      expect(rows.length).toBeGreaterThan(4);
      for (const row of rows) expect(partSchema.safeParse(row.fit(part)).success).toBe(true);
    }
    expect(partRowsOf(partSchema.parse({ ...catalogueEntry('sandwichPlain').part, id: 'x' }))).toEqual([]);
  });

  it('keep where the cooler sits and its fan; a core of more rows drops less and gives off more', () => {
    const cooler = partOf(NOSE, 'noseCooler');
    const fitted = partRowsOf(cooler).slice(0, 7).map((row) => row.fit(cooler));
    const of = (p: Part) => (p.kind === 'cooler' && p.cooling?.kind === 'air' ? p : undefined)!;
    for (const part of fitted) expect(of(part).cooling).toMatchObject({ positionFactor: 0.3, fan: { faceSpeedMS: 5 } });
    const falls = (list: number[]) => list.every((x, i) => i === 0 || x < list[i - 1]!);
    expect(falls(fitted.map((p) => of(p).ratedPressureDropPa))).toBe(true);
    expect(falls(fitted.map((p) => -(of(p).cooling as { ratedHeatW: number }).ratedHeatW))).toBe(true);
  });

  it('of Thornback’s nose cooler settle where the balance with that core fitted says, cooler with every row more', () => {
    const rows = rowsSchema.parse(studyHere(ROW_STUDY, NOSE, { part: 'noseCooler' }));
    const narrow = rows.rows.slice(1, 8).map((r) => r.hotDayK!);
    expect(narrow.every((k, i) => i === 0 || k < narrow[i - 1]! + 0.05)).toBe(true);
    const cooler = partOf(NOSE, 'noseCooler');
    for (const row of [0, 5]) {
      const made = CircuitSolver.of(withPart(NOSE, partRowsOf(cooler)[row]!.fit(cooler)));
      if (!made.ok) throw new Error('refused');
      const { hotDay } = designDrives(NOSE.engine);
      expect(rows.rows[row + 1]!.hotDayK).toBeCloseTo(solveBalanced(made.circuit, hotDay.speedRevS, hotDay).heat.sumpK, 2);
    }
    expect(sayRows(rows)[0]).toMatch(/^Every usual size would do, from 10 rows, 210 mm up\.$/);
  });

  it('of its thermostat rule out those that open too early for a cold cruise', () => {
    const rows = studyHere(ROW_STUDY, NOSE, { part: 'plate' });
    expect(rows.rows.slice(1).filter((r) => r.fails.includes('cold')).map((r) => r.label)).toEqual(['71 °C', '74 °C']);
    expect(sayRows(rows)[0]).toBe('80 °C; 82 °C; 85 °C; 88 °C; 93 °C would do.');
    expect(sayRowFails(rows.rows[1]!)).toBe('Too cold on a cold cruise.');
  });

  it('say what rules every size out: with no air on it, no core will do', () => {
    const cooler = partOf(NOSE, 'noseCooler');
    const stifled = { ...cooler, cooling: { ...(cooler as { cooling: object }).cooling, positionFactor: 0, fan: undefined } } as Part;
    const rows = studyHere(ROW_STUDY, withPart({ ...NOSE, range: { ...NOSE.range, hottestOilK: 383.15 } }, stifled), { part: 'noseCooler' });
    expect(rows.ruledOutBy).toEqual(['hot']);
    expect(sayRows(rows)).toEqual(['No usual size would do.', expect.stringMatching(/^Whichever is fitted, each lets the oil pass 110.°C on a hot day at full load: more air/)]);
  });

  it('are refused in words for a part that has none', () => {
    expect(() => studyHere(ROW_STUDY, NOSE, { part: 'pump' })).toThrow('no cooler or thermostat of that name');
  });

  it('tell while they are fitted what is known, once the present one is, and rule nothing out before all are', () => {
    const bench = new StudyBench(NOSE);
    const [present, first] = [-1, 0].map((row) => rowWork(bench, { part: 'plate', row }));
    expect(ROW_STUDY.partial(NOSE, { part: 'plate' }, [first!])).toBeUndefined();
    const partly = ROW_STUDY.partial(NOSE, { part: 'plate' }, [present!, first!])!;
    expect(partly.rows.map((r) => [r.label, r.fails])).toEqual([['as it is', []], ['71 °C', ['cold']]]);
    expect(partly.ruledOutBy).toEqual([]);
  });

  it('are judged by the season of their variant: what its heat asks for', () => {
    const season = { name: 'Endurance', hottestOilK: 403.15 };
    const endured = { ...NOSE, variants: NOSE.variants.map((v) => ({ ...v, season })) };
    expect(rowWork(new StudyBench(endured), { part: 'plate', row: -1 }).limitHotK).toBe(403.15);
  });
});
