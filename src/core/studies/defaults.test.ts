import { z } from 'zod';
import { catalogueEntry } from '../document/parts/catalogue';
import { galleryPort } from '../document/plumbing/gaugePort';
import { actsAs, type Part } from '../document/parts/part';
import { KINDS } from '../document/kinds';
import { inFull } from '../document/project/inFull';
import type { Project } from '../document/project/project';
import { testProject } from '../verification/testing/stockEngine';
import { CHECK_STUDY } from './check/checkStudy';
import { studyHere } from './job/runHere';
import type { StudyKind } from './job/study';
import { STUDIES, type QuestionOf, type StudyName } from '../answer/registry';

/** Figures that stay absent, and what that means: nothing is filled in for them, so no two places can fill it differently. */
const MEANS_NONE: Readonly<Record<string, string>> = {
  elevationM: 'as its neighbours',
  oilVolumeM3: 'by its bore and length, or its kind: partVolumeM3',
  pressureRatingPa: 'not judged',
  massKg: 'not weighed',
  price: 'not priced',
  fuseA: 'by its current, at the bench',
  sizeTermCap: 'the published form',
  dischargeCoefficient: 'computed from length and Reynolds number',
  collapsePa: 'not judged',
  dash: 'a bore of its own',
  tightestBendM: 'not judged',
  lowPressurePa: 'not asked for',
  highPressurePa: 'not limited',
  lowFlowM3S: 'not asked for',
  highFlowM3S: 'not limited',
  lowPressurePerSpeedPaS: 'not asked for',
  neededFromRevS: 'from the idle on',
  leastBendM: 'not judged',
  ownSpeedRevS: 'driven by the engine',
  freeLengthM: 'the crack pressure is stated',
  fittedLengthM: 'the crack pressure is stated',
  coolantK: 'the engine’s own coolant',
  volumeM3: 'not known',
  wallFactor: 'the clearance itself',
  seatLeakM2: 'a clean seat',
  wellLengthM: 'as long as the pan',
  wellWidthM: 'as wide as the pan',
  betweenMarksM3: 'a fifth of the oil: PickupWatch',
  doorsM3: 'no box',
  connectionBoreM: 'dash 8 with its valve: workAccumulator',
};

/** Figures that inFull fills in; those of a cooling or a line's heat come as a whole. */
const FILLED = ['heatW', 'betaRatio', 'draughtMS'];

const ACCUMULATOR = { ...catalogueEntry('accumulator').part, id: 'accumulator' } as Part;

/** An off-road single-cam engine with all that questions can add, as it is kept: no figure that it need not state. */
function bare(): Project {
  const built = testProject('airTwin', {
    cylinders: 2,
    displacementM3: 1.2e-3,
    redlineRpm: 5500,
    use: 'offRoad',
    stockCooler: 'none',
    wants: ['turbo', 'cooler', 'sideStream'],
  } as never);
  const without = (part: Part): Part => {
    const { cooling: _c, heat: _h, heatW: _w, betaRatio: _b, ...rest } = part as Part & Record<string, unknown>;
    return rest as Part;
  };
  const { displacementM3: _, heat, ...engine } = built.engine;
  const { brakePowerW: _p, finConductanceWK: _f, blockFanMS: _a, coolantCapacityJK: _k, ...heatLeft } = heat;
  return {
    ...built,
    engine: { ...engine, heat: heatLeft },
    variants: built.variants.map((v) => ({
      ...v,
      circuit: {
        parts: [...v.circuit.parts.map(without), ACCUMULATOR],
        joints: [...v.circuit.joints, { from: galleryPort(v.circuit.parts)!, to: 'accumulator.in' }],
      },
    })),
  };
}

const project = bare();
const written = JSON.parse(JSON.stringify(inFull(project))) as Project;
const open = project.variants.find((v) => v.id === project.activeVariant)!;
const hotIdle = { speedRevS: project.engine.idleSpeedRevS, oilTemperatureK: 373.15 };
const drive = { speedRevS: 50, load: 0.6, airTemperatureK: 303.15, roadSpeedMS: 10 };
const part = (act: Parameters<typeof actsAs>[1]) => open.circuit.parts.find((p) => actsAs(p, act))!.id;

const readings = [{ kind: 'pressure', ...hotIdle, pressurePa: 1.6e5 }] as const;
const at = (timeS: number) => ({ timeS, speedRevS: 60, load: 0.8, roadSpeedMS: 20 });

const QUESTIONS: { readonly [N in StudyName]: QuestionOf<N> } = {
  state: {
    speedRevS: 50,
    oilTemperatureK: 373.15,
    found: { airTemperatureK: 303.15, roadSpeedMS: 10, load: 0.6 },
  } as never,
  sweep: {},
  check: { sure: false },
  effects: { from: null, acts: [], aims: [] },
  fix: { locked: [], forbidden: [], oils: [], mostChanges: 1, mostMinutes: null, aims: [] },
  warmUp: { drive, startK: 283.15, durationS: 120 },
  trace: { rows: [at(0), at(60)], startK: 283.15, airTemperatureK: 293.15, limitK: 400 } as never,
  curves: { drive },
  map: { drive: { speedRevS: 50, load: 0.6 } },
  compare: { ids: project.variants.slice(0, 2).map((v) => v.id) },
  faults: { pairs: false },
  partSizes: { part: part('cooler') },
  size: { part: part('relief'), path: ['crackPa'] },
  envelope: { y: 'oil' },
  sensitivity: { ...hotIdle, consumer: part('accessory') } as never,
  guesses: {},
  fit: { readings: [...readings] },
  spread: { states: [hotIdle], samples: 64, seed: 1 },
  filling: { start: 'dry', oilTemperatureK: 293.15, crankForS: 10, idleForS: 20 } as never,
  causes: { readings: [...readings], answers: [] },
  expected: { states: [hotIdle] },
  accumulator: { ...hotIdle, part: 'accumulator' } as never,
  cleanliness: { ...hotIdle, code: [20, 18, 15], hours: 100, usualChangeHours: 150 } as never,
};

/** Every optional number of a schema, by its name. */
function optionalNumbers(schema: unknown, found = new Set<string>()): ReadonlySet<string> {
  if (typeof schema !== 'object' || schema === null) return found;
  const { properties, required = [] } = schema as {
    readonly properties?: Readonly<Record<string, { readonly type?: string; readonly default?: unknown }>>;
    readonly required?: readonly string[];
  };
  for (const [name, field] of Object.entries(properties ?? {}))
    if (
      (field.type === 'number' || field.type === 'integer') &&
      !required.includes(name) &&
      field.default === undefined
    )
      found.add(name);
  for (const each of Object.values(schema)) optionalNumbers(each, found);
  return found;
}

describe('Figures that are not stated', () => {
  it('are filled in once, all of them, and what is filled in is not filled in again', () => {
    const full = inFull(project);
    expect(inFull(full)).toBe(full);
    expect(inFull(project)).toBe(full);
    for (const p of full.variants.flatMap((v) => v.circuit.parts)) {
      if (actsAs(p, 'cooler')) expect([p.id, p.cooling?.kind]).toEqual([p.id, p.medium]);
      if (actsAs(p, 'accessory')) expect([p.id, typeof p.heatW]).toEqual([p.id, 'number']);
      if (actsAs(p, 'sideStream')) expect([p.id, p.betaRatio]).toEqual([p.id, 75]);
      if (actsAs(p, 'line') && (p.form === 'hose' || p.form === 'hardLine'))
        expect([p.id, typeof p.heat?.airConductanceWMK]).toEqual([p.id, 'number']);
    }
  });

  it.each(Object.keys(STUDIES) as StudyName[])(
    'give in the study %s the answer that they give when written in',
    async (name) => {
      const kind = (await STUDIES[name]()) as unknown as StudyKind<unknown, unknown, unknown, unknown>;
      const answer = (of: Project) => JSON.stringify(studyHere(kind, of, QUESTIONS[name]));
      expect(answer(project)).toBe(answer(written));
    },
  );

  it('are known by name: each is filled in, or its absence means one thing', () => {
    const optional = new Set(
      Object.values(KINDS).flatMap(({ schema }) => [
        ...optionalNumbers(z.toJSONSchema(schema, { io: 'input', unrepresentable: 'any' })),
      ]),
    );
    const known = new Set([...Object.keys(MEANS_NONE), ...FILLED]);
    expect([...optional].filter((name) => !known.has(name))).toEqual([]);
    expect([...known].filter((name) => !optional.has(name))).toEqual([]);
  });

  it('leave no cooler clean that dust has closed: the oil of such an engine is too hot either way', () => {
    const dusty = (of: Project) =>
      studyHere(CHECK_STUDY, of, { sure: false }).findings.filter(
        (f) => f.rule === 'hotDay' || f.title.toLowerCase().includes('hot'),
      );
    expect(dusty(project)).toEqual(dusty(written));
    expect(dusty(project).length).toBeGreaterThan(0);
  });
});
