import type { Reading } from '../../document/project/calibration';
import { activeVariant, withVariant, type Project } from '../../document/project/project';
import { readProjectText } from '../../document/project/readProject';
import { demoProject } from '../../verification/testing/demo';
import { testProject } from '../../verification/testing/stockEngine';
import { isLong, tries } from '../../verification/testing/tries';
import { studyHere } from '../job/runHere';
import { beforeFit, fitGroups, withFactors } from '../inputs/fitGroups';
import { FitModel } from './fitModel';
import { FIT_STUDY } from './fitStudy';
import { deviationOf, fitInRounds, fitReadings } from './fitWork';
import { fitLeastSquares, profileAt, profileBound } from '../../foundations/leastSquares/leastSquares';
import { readReadings } from '../inputs/readReadings';
import { fitRemarks, sayParameter, sayReadingFit } from './sayFit';
import { choleskyOf } from '../../foundations/linear/cholesky';

const C = 273.15;
const RPM = 1 / 60;
const PROJECT = testProject('wetSump');
const at = (rpm: number, celsius: number, pressurePa = 1): Reading => ({
  kind: 'pressure',
  speedRevS: rpm * RPM,
  oilTemperatureK: celsius + C,
  pressurePa,
});
const STATES = [at(850, 90), at(850, 60), at(2000, 90), at(3000, 95), at(1500, 40), at(5000, 100)];
const GROUPS = fitGroups(PROJECT, STATES);

/** What a circuit with its groups at these factors shows. */
function shown(factors: Partial<Record<string, number>>, states: readonly Reading[] = STATES): Reading[] {
  const truth = new FitModel(PROJECT, GROUPS).predict(
    states,
    GROUPS.map((g) => Math.log(factors[g.id] ?? 1)),
  );
  return states.map((s, i) => ({ ...s, pressurePa: truth[i]! }) as Reading);
}

describe('Least squares with priors', () => {
  it('are the closed form where the model is linear: one mean against one prior', () => {
    const noise = choleskyOf([
      [0.04, 0],
      [0, 0.04],
    ])!;
    const problem = { model: (x: readonly number[]) => [x[0]!, x[0]!], measured: [1, 1.2], noise, prior: [0.5] };
    const fit = fitLeastSquares(problem);
    // Precisions add: 2/0.04 + 1/0.25 = 54; mean 50·1.1/54. Source: normal likelihood and prior.
    expect(fit.converged).toBe(true);
    expect(fit.x[0]).toBeCloseTo((50 * 1.1) / 54, 6);
    expect(fit.covariance[0]![0]).toBeCloseTo(1 / 54, 6);
    expect(profileBound(problem, fit, 0, 1) - fit.x[0]!).toBeCloseTo(1.96 / Math.sqrt(54), 2);
    expect(profileAt(problem, fit, 0, fit.x[0]! - 1 / Math.sqrt(54)).deviations).toBeCloseTo(-1, 4);
  });
});

describe('A fit to gauge readings', () => {
  it('moves what the readings ask, towards what was planted, and says how sure it is', () => {
    const fit = fitReadings(PROJECT, { readings: shown({ mains: 1.2, relief: 0.93 }) });
    expect(fit.converged).toBe(true);
    const of = (id: string) => fit.parameters.find((p) => p.id === id)!;
    expect(of('mains').low).toBeLessThan(1.2);
    expect(of('mains').high).toBeGreaterThan(1.2);
    // What leaks more may be the mains or what nobody can name: the readings tell of the two together.
    expect(of('mains').factor * of('unnamed').factor).toBeGreaterThan(1.1);
    expect(of('relief').factor).toBeCloseTo(0.93, 1);
    for (const p of fit.parameters) expect(p.narrowed).toBeLessThanOrEqual(1.05);
    for (const r of fit.readings) expect(Math.abs(r.after! - r.measured)).toBeLessThan(2.5 * deviationOf(r.reading));
    expect(fit.next!.to).toBeLessThan(fit.next!.from);
  });

  it('leaves a circuit as it is that already shows what was read', () => {
    const fit = fitReadings(PROJECT, { readings: shown({}) });
    for (const p of fit.parameters) expect(p.factor).toBeCloseTo(1, 3);
    expect(fit.explanations).toEqual([]);
  });

  it('names what it cannot tell apart: hot and slow, wide clearances and thin oil are one', () => {
    const few = [at(850, 100), at(900, 100)];
    const fit = fitReadings(PROJECT, { readings: shown({ mains: 1.15 }, few) });
    expect(fit.untouched).toEqual(expect.arrayContaining(['relief']));
    expect([...fit.pairs.flatMap((p) => [p.a, p.b]), ...fit.untouched].length).toBeGreaterThan(1);
  });

  it('says of a reading that no plausible engine gives it, and which fault would explain it', () => {
    const readings = [at(850, 90, 0.2e5), at(3000, 95, 0.9e5)];
    const fit = fitReadings(PROJECT, { readings });
    const said = fitRemarks(fit).join('\n');
    expect(said).toMatch(/No plausible engine of this kind gives the reading at 3000.rpm/);
    expect(fit.explanations.map((e) => e.fault)).toContain('relief.open');
  });

  it('is applied to the figures themselves, and a later fit begins from what was there before', () => {
    const readings = shown({ mains: 1.2 });
    const fit = fitReadings(PROJECT, { readings });
    const { project } = withFactors(
      PROJECT,
      GROUPS,
      fit.calibration.applied!.factors.map((f) => f.factor),
    );
    const kept: Project = withVariant(project, { ...activeVariant(project), calibration: fit.calibration });
    expect(readProjectText(JSON.stringify(kept)).ok).toBe(true);
    const mains = (p: Project) => activeVariant(p).circuit.parts.find((each) => each.id === 'mains')!;
    expect(mains(kept)).not.toEqual(mains(PROJECT));
    const { calibration: _, ...variant } = activeVariant(beforeFit(kept));
    expect(JSON.stringify(variant.circuit)).toBe(JSON.stringify(activeVariant(PROJECT).circuit));
    expect(beforeFit(kept).oil).toEqual(PROJECT.oil);
    const again = fitReadings(kept, { readings });
    again.parameters.forEach((p, i) => expect(p.factor).toBeCloseTo(fit.parameters[i]!.factor, 6));
  });

  it('leaves figures alone that were typed or measured', () => {
    const variant = activeVariant(PROJECT);
    const known = withVariant(PROJECT, { ...variant, known: ['pump.displacementM3Rev', 'mains.clearanceRadialM'] });
    const groups = fitGroups(known, STATES);
    expect(groups.map((g) => g.id)).not.toContain('pump');
    expect(groups.map((g) => g.id)).not.toContain('mains');
    expect(groups.map((g) => g.id)).toContain('rods');
  });

  it('takes the oil’s temperature on the road for the heat that goes into it', () => {
    const road: Reading = {
      kind: 'temperature',
      speedRevS: 50,
      load: 0.4,
      airTemperatureK: 293.15,
      roadSpeedMS: 28,
      oilTemperatureK: 378,
    };
    const cool = new FitModel(PROJECT, fitGroups(PROJECT, [road])).predict(
      [road],
      fitGroups(PROJECT, [road]).map(() => 0),
    )[0]!;
    const fit = fitReadings(PROJECT, { readings: [{ ...road, oilTemperatureK: cool + 6 }] });
    expect(fit.parameters.find((p) => p.id === 'heat')!.factor).toBeGreaterThan(1.03);
  });

  it('holds the planted value in about 95 of 100 intervals, over many engines with everything else off as well', () => {
    const held = GROUPS.map(() => 0);
    const narrowed = GROUPS.map(() => 0);
    const engines = tries(24, 200);
    // Of 24 intervals of 95 % fewer than 20 hold in 1 of 250 draws (binomial).
    const [least, most] = isLong() ? [0.91, 0.98] : [20 / 24, 1];
    const normal = normals(20_261_126);
    const model = new FitModel(PROJECT, GROUPS);
    for (let n = 0; n < engines; n++) {
      const planted = GROUPS.map((g) => g.prior * normal());
      const measured = readAt(planted, normal);
      const readings = STATES.map((s, i) => ({ ...s, pressurePa: Math.max(0, measured[i]!) }) as Reading);
      const { fit, noise } = fitInRounds(model, readings, measured);
      const problem = {
        model: (x: readonly number[]) => model.predict(readings, x),
        measured,
        noise,
        prior: GROUPS.map((g) => g.prior),
      };
      GROUPS.forEach((g, j) => {
        // Inside the interval: no more than 1.96 standard deviations from the best along the profile.
        if (Math.abs(profileAt(problem, fit, j, planted[j]!).deviations) <= 1.96) held[j]!++;
        narrowed[j]! += Math.sqrt(fit.covariance[j]![j]!) / g.prior / engines;
      });
    }
    GROUPS.forEach((g, j) => {
      expect([g.id, held[j]! / engines >= least && held[j]! / engines <= most]).toEqual([g.id, true]);
    });
    // The intervals say something: these are narrower than before anything was read.
    expect(narrowed[GROUPS.findIndex((g) => g.id === 'relief')]!).toBeLessThan(0.35);
    expect(narrowed[GROUPS.findIndex((g) => g.id === 'unnamed')]!).toBeLessThan(0.9);
    expect(narrowed[GROUPS.findIndex((g) => g.id === 'mains')]!).toBeLessThan(0.9);
  });
});

/**
 * Normal deviates from a seed.
 * @source Box and Muller (1958), on the numerical recipes' linear congruence (from memory)
 */
function normals(seed: number): () => number {
  let state = seed >>> 0;
  const uniform = () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return (state + 0.5) / 2 ** 32;
  };
  return () => Math.sqrt(-2 * Math.log(uniform())) * Math.cos(2 * Math.PI * uniform());
}

/**
 * What gauges read on an engine whose groups are planted and whose other figures lie within their tolerances, with the
 * noise of a gauge.
 */
function readAt(planted: readonly number[], normal: () => number): number[] {
  const engine = new FitModel(PROJECT, GROUPS);
  const off = new Map(
    engine.others.map((o) => [o.id, Math.max(0.05 * o.stated, o.stated + (o.plusMinus / 1.96) * normal())]),
  );
  const truth = engine.predictOff(STATES, planted, off);
  return truth.map((pa) => pa * (1 + 0.02 * normal()) + 0.05e5 * normal());
}

describe('A table of readings', () => {
  const header = ['rpm', 'oil_C', 'pressure_bar'];
  it('is read in the units that it names', () => {
    const read = readReadings({ header: ['RPM', 'Oil_F', 'psi', 'at'], rows: [['850', '200', '25', 'gallery.out']] });
    expect(read.ok && read.readings[0]).toEqual({
      kind: 'pressure',
      speedRevS: expect.closeTo(850 / 60, 9) as number,
      oilTemperatureK: expect.closeTo(366.483, 2) as number,
      pressurePa: expect.closeTo(25 * 6894.757, 0) as number,
      at: 'gallery.out',
    });
    const road = readReadings({
      header: ['rpm', 'oil_c', 'pressure_bar', 'air_c', 'road_kmh', 'load'],
      rows: [['3000', '104', '', '20', '100', '0.3']],
    });
    expect(road.ok && road.readings[0]).toMatchObject({ kind: 'temperature', load: 0.3, airTemperatureK: 293.15 });
  });

  it.each([
    [['rpm', 'x'], [['1', '2']], /need the columns rpm, oil_C/],
    [header, [], /no reading below the header/],
    [header, [['850', 'warm', '2']], /Row 2, oil_c: “warm” is not a number/],
    [header, [['850', '90', '-1']], /Row 2: pressurePa is missing or out of range/],
    [header, [['850', '90', '']], /Row 2: load is missing or out of range/],
    [header, Array.from({ length: 25 }, () => ['850', '90', '2']), /There are 25 readings; 24 are the most/],
  ])('that is none is refused: %j', (head, rows, why) => {
    const read = readReadings({ header: head, rows });
    expect(read.ok ? '' : read.why).toMatch(why);
  });

  it('is answered in sentences', () => {
    const fit = studyHere(FIT_STUDY, PROJECT, { readings: shown({ mains: 1.1 }).slice(0, 3) });
    expect(sayReadingFit(fit.readings[0]!)).toMatch(/^850.rpm, oil 90.°C: read .* before .* after/);
    expect(sayParameter(fit.parameters[0]!)).toMatch(/^Unnamed leaks [+−]\d+ % \(95 %:/);
    expect(fitRemarks(fit).at(-1)).toMatch(/^Most useful next reading: /);
  });
});

describe('Readings that were taken with several variants on the engine', () => {
  const demo = demoProject();
  const groups = fitGroups(demo, STATES);
  const logs = groups.map((g) => Math.log(g.id === 'clearance' ? 1.25 : 1));
  const on = STATES.map((_, i) => (i % 2 === 0 ? 'stock' : 'noseCooler'));
  const truth = new FitModel(demo, groups).predict(
    STATES.map((s, i) => ({ ...s, with: on[i]! })),
    logs,
  );
  const readings = STATES.map((s, i) => ({ ...s, pressurePa: truth[i]! }) as Reading);
  const clearance = (fit: ReturnType<typeof fitReadings>) => fit.parameters.find((p) => p.id === 'clearance')!.factor;

  it('tell of one engine: each is held against the circuit that it was taken with', () => {
    const fit = fitReadings(demo, { readings, with: on });
    expect(fit.converged).toBe(true);
    for (const { measured, after } of fit.readings) expect(Math.abs(after! / measured - 1)).toBeLessThan(0.02);
    // All of them held against Stock, the drop over the cooler would be taken for wear.
    const mixed = fitReadings(demo, { readings });
    expect(Math.abs(Math.log(clearance(fit) / 1.25))).toBeLessThan(Math.abs(Math.log(clearance(mixed) / 1.25)));
  });

  it('whose oil nobody measured say less', () => {
    const unread = readings.map((r) => ({ ...r, oilTemperatureOffK: 12.5 }) as Reading);
    const width = (given: readonly Reading[]) =>
      fitReadings(demo, { readings: [...given], with: on }).parameters.find((p) => p.id === 'clearance')!.narrowed;
    expect(width(unread)).toBeGreaterThan(width(readings));
  });
});
