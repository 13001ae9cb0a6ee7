import { partSchema, type Part } from '../../document/parts/part';
import type { Project } from '../../document/project/project';
import { designDrives } from '../../judgement/designDrives';
import { solveBalanced } from '../../judgement/solveBalanced';
import { catalogueEntry } from '../../document/parts/catalogue';
import { partFamiliesOf, saySize } from './partFamilies';
import { StudyCircuits } from '../job/studyCircuits';
import { demoProject } from '../../verification/testing/demo';
import { judged, partSizesSchema, unsupplied } from './partSizeTasks';
import { partSizeWork } from './partSizeWork';
import { sayPartSize, sayPartSizeFails, sayPartSizes } from './sayPartSizes';
import { studyHere } from '../job/runHere';
import { PART_SIZE_STUDY } from './partSizeStudy';
import { solverOf } from '../../verification/testing/solverOf';

const NOSE: Project = { ...demoProject(), activeVariant: 'noseCooler' };
const partOf = (project: Project, id: string) =>
  project.variants.find((v) => v.id === project.activeVariant)!.circuit.parts.find((p) => p.id === id)!;
const withPart = (project: Project, part: Part): Project => ({
  ...project,
  variants: project.variants.map((v) =>
    v.id === project.activeVariant
      ? { ...v, circuit: { ...v.circuit, parts: v.circuit.parts.map((p) => (p.id === part.id ? part : p)) } }
      : v,
  ),
});

/** Where the oil settles on a design drive with one size fitted: by the balance itself, not by the study. */
function settlesAt(part: Part, family: string, size: number, drive: 'hotDay' | 'coldCruise'): number {
  const circuit = solverOf(
    withPart(
      NOSE,
      partFamiliesOf(part)
        .find((f) => f.id === family)!
        .fit(part, size),
    ),
  );
  const at = designDrives(NOSE.engine)[drive];
  return solveBalanced(circuit, at.speedRevS, at).heat.sumpK;
}
const C = 273.15;
const SHEDS_WATER_K = 80 + C;
const outcome = (circuits: StudyCircuits, part: string, family: string | null, size: number) => {
  const reply = partSizeWork(circuits, { kind: 'fit', part, family, size });
  if (reply.kind !== 'fit') throw new Error('no fit');
  return reply;
};

describe('Sizes of coolers and thermostats', () => {
  it('are for coolers and thermostats only, and each is a part that the schema takes', () => {
    for (const id of ['airCooler', 'liquidCooler', 'sandwichThermostat', 'inlineThermostat', 'diverter']) {
      const part = partSchema.parse({ ...catalogueEntry(id).part, id: 'x' });
      const families = partFamiliesOf(part);
      expect(families.length).toBeGreaterThan(0);
      for (const { fit, stock, low, high, step } of families) {
        for (const size of [low, ...stock, high]) expect(partSchema.safeParse(fit(part, size)).success).toBe(true);
        // What is sold lies in the searched range, and on its steps.
        expect(stock.length).toBeGreaterThan(4);
        for (const size of stock)
          expect([
            size > low,
            size < high,
            Math.abs((size - low) / step - Math.round((size - low) / step)) < 1e-9,
          ]).toEqual([true, true, true]);
      }
    }
    expect(partFamiliesOf(partSchema.parse({ ...catalogueEntry('sandwichPlain').part, id: 'x' }))).toEqual([]);
  });

  it('are named as they are asked for, a temperature in the reader’s unit', () => {
    const [narrow] = partFamiliesOf(partOf(NOSE, 'noseCooler'));
    const [opens] = partFamiliesOf(partOf(NOSE, 'plate'));
    expect([saySize(narrow!, 19), saySize(opens!, 80 + C), saySize(opens!, 80 + C, { temperature: 'degF' })]).toEqual([
      '19 rows, 210 mm',
      '80\u00a0°C',
      '176\u00a0°F',
    ]);
    expect(opens!.sizeOf!(opens!.fit(partOf(NOSE, 'plate'), 82 + C))).toBeCloseTo(82 + C, 9);
  });

  it('keep where the cooler sits and its fan; a core of more rows drops less and gives off more', () => {
    const cooler = partOf(NOSE, 'noseCooler');
    const [narrow] = partFamiliesOf(cooler);
    const fitted = narrow!.stock.map((size) => narrow!.fit(cooler, size));
    const of = (p: Part) => (p.kind === 'cooler' && p.cooling?.kind === 'air' ? p : undefined)!;
    for (const part of fitted) expect(of(part).cooling).toMatchObject({ positionFactor: 0.3, fan: { faceSpeedMS: 5 } });
    const falls = (list: number[]) => list.every((x, i) => i === 0 || x < list[i - 1]!);
    expect(falls(fitted.map((p) => of(p).ratedPressureDropPa))).toBe(true);
    expect(falls(fitted.map((p) => -(of(p).cooling as { ratedHeatW: number }).ratedHeatW))).toBe(true);
  });

  it('of Thornback’s nose cooler settle where the balance with that core fitted says, cooler with every row more', () => {
    const rows = partSizesSchema.parse(studyHere(PART_SIZE_STUDY, NOSE, { part: 'noseCooler' }));
    const narrow = rows.rows.filter((r) => r.family === 'rows210');
    expect(narrow.every((r, i) => i === 0 || r.hotDayK! < narrow[i - 1]!.hotDayK! + 0.05)).toBe(true);
    const cooler = partOf(NOSE, 'noseCooler');
    for (const { size, hotDayK } of [narrow[0]!, narrow[5]!])
      expect(hotDayK).toBeCloseTo(settlesAt(cooler, 'rows210', size, 'hotDay'), 2);
    // The band's lower end: that core keeps the oil within the limit on a hot day, the one with a row less does not.
    expect(rows.bands.map((b) => [b.family, b.above])).toEqual([
      ['rows210', null],
      ['rows330', null],
    ]);
    for (const { family, low, below } of rows.bands) {
      expect(settlesAt(cooler, family, low, 'hotDay')).toBeLessThanOrEqual(NOSE.range.hottestOilK);
      expect(settlesAt(cooler, family, low - 1, 'hotDay')).toBeGreaterThan(NOSE.range.hottestOilK);
      expect([below!.size, below!.fails]).toEqual([low - 1, ['hot']]);
    }
    expect(sayPartSizes(rows, partFamiliesOf(cooler))).toEqual([
      'Every standard size works, from 10 rows, 210 mm up.',
      '210 mm: 10 to 60 rows work. Fewer: too hot on a hot day. More: not checked.',
      '330 mm: 7 to 60 rows work. Fewer: too hot on a hot day. More: not checked.',
    ]);
  });

  it('of its thermostat: too early is too cold on a cold cruise, too late too hot on a hot day, each end solved there', () => {
    const rows = partSizesSchema.parse(studyHere(PART_SIZE_STUDY, NOSE, { part: 'plate' }));
    const plate = partOf(NOSE, 'plate');
    const families = partFamiliesOf(plate);
    expect(rows.rows.filter((r) => r.fails.includes('cold')).map((r) => sayPartSize(families, r))).toEqual([
      '71\u00a0°C',
      '74\u00a0°C',
    ]);
    expect(sayPartSizeFails(rows.rows[1]!)).toBe('Too cold on a cold cruise.');
    expect(rows.bands).toHaveLength(1);
    const { low, high, below, above } = rows.bands[0]!;
    expect(settlesAt(plate, 'opens', low, 'coldCruise')).toBeGreaterThanOrEqual(SHEDS_WATER_K);
    expect(settlesAt(plate, 'opens', low - 0.5, 'coldCruise')).toBeLessThan(SHEDS_WATER_K);
    expect(settlesAt(plate, 'opens', high, 'hotDay')).toBeLessThanOrEqual(NOSE.range.hottestOilK);
    expect(settlesAt(plate, 'opens', high + 0.5, 'hotDay')).toBeGreaterThan(NOSE.range.hottestOilK);
    expect([below!.fails, above!.fails]).toEqual([['cold'], ['hot']]);
    const said = sayPartSizes(rows, families);
    expect(said[0]!.replace(/\u00a0/g, ' ')).toBe('80 °C; 82 °C; 85 °C; 88 °C; 93 °C work.');
    expect(said[1]).toMatch(
      /^74\.5.°C to 1\d\d\.\d.°C works\. Lower: too cold on a cold cruise\. Higher: too hot on a hot day\.$/,
    );
  });

  it('say what rules every size out: with no air on it, no core will do', () => {
    const cooler = partOf(NOSE, 'noseCooler');
    const stifled = {
      ...cooler,
      cooling: { ...(cooler as { cooling: object }).cooling, positionFactor: 0, fan: undefined },
    } as Part;
    const upTo = (hottestOilK: number) =>
      studyHere(PART_SIZE_STUDY, withPart({ ...NOSE, range: { ...NOSE.range, hottestOilK } }, stifled), {
        part: 'noseCooler',
      });
    const none = upTo(100 + C);
    expect([none.ruledOutBy, none.bands]).toEqual([['hot'], []]);
    expect(sayPartSizes(none, partFamiliesOf(cooler))).toEqual([
      'No standard size works.',
      expect.stringMatching(/^With any of them, the oil exceeds 100.°C on a hot day at full load: more air/),
    ]);
    // Where the limit is a little higher, a core larger than any that is sold would do: that is said apart.
    const larger = upTo(110 + C);
    expect(larger.ruledOutBy).toEqual(['hot']);
    expect(sayPartSizes(larger, partFamiliesOf(cooler)).at(-1)).toMatch(
      /^330 mm: \d\d to 60 rows work\. Fewer: too hot/,
    );
    expect(larger.bands[0]!.low).toBeGreaterThan(44);
  });

  it('are refused in words for a part that has none', () => {
    expect(() => studyHere(PART_SIZE_STUDY, NOSE, { part: 'pump' })).toThrow('no cooler or thermostat of that name');
  });

  it('tell while they are fitted what is known, once the present one is, and rule nothing out before all are', () => {
    const circuits = new StudyCircuits(NOSE);
    const [present, first] = [outcome(circuits, 'plate', null, 0), outcome(circuits, 'plate', 'opens', 71 + C)];
    expect(PART_SIZE_STUDY.partial(NOSE, { part: 'plate' }, [first])).toBeUndefined();
    const partly = PART_SIZE_STUDY.partial(NOSE, { part: 'plate' }, [present, first])!;
    const families = partFamiliesOf(partOf(NOSE, 'plate'));
    expect(partly.rows.map((r) => [sayPartSize(families, r), r.fails])).toEqual([
      ['as it is', []],
      ['71\u00a0°C', ['cold']],
    ]);
    expect([partly.ruledOutBy, partly.bands]).toEqual([[], []]);
  });

  it('are judged by the season of their variant: what its heat asks for', () => {
    const season = { name: 'Endurance', hottestOilK: 403.15 };
    const endured = { ...NOSE, variants: NOSE.variants.map((v) => ({ ...v, season })) };
    expect(outcome(new StudyCircuits(endured), 'plate', null, 0).outcome.limitHotK).toBe(403.15);
  });

  it('a size that starves somebody whom the present one supplies is told from one that changes nothing', () => {
    const { outcome: present } = outcome(new StudyCircuits(NOSE), 'plate', null, 0);
    const other = {
      ...present,
      family: 'opens',
      size: 355,
      failing: [...present.failing, { ...present.failing[0]!, part: 'mains', name: 'Mains' }],
    };
    // A drive that did not solve is not too hot: it is not known.
    expect(judged({ ...present, hotDayK: null, solved: false }, unsupplied(present)).fails).toEqual(['supply']);
    expect(judged(present, unsupplied(present)).fails).toEqual([]);
    expect(judged(other, unsupplied(present))).toMatchObject({ fails: ['supply'], starved: [{ part: 'mains' }] });
    expect(sayPartSizeFails(judged(other, unsupplied(present)))).toMatch(/^Mains at /);
    expect(sayPartSizeFails(judged({ ...other, failing: present.failing, solved: false }, unsupplied(present)))).toBe(
      'Not every condition could be solved.',
    );
  });
});
