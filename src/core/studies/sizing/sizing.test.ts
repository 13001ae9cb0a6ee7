import type { Project } from '../../document/project/project';
import { sweepToEnd } from '../../judgement/sweep/sweep';
import { isGood, type Sizing, type SizingReply } from './sizingTasks';
import { sayLooks, saySizing } from './saySizing';
import { sizablesOf, withSize } from './sizable';
import { RIG_HIGH_PA, RIG_VISCOSITY_PA_S, betweenTanks } from '../../verification/testing/rig';
import { demoProject } from '../../verification/testing/demo';
import { studyHere } from '../job/runHere';
import { SIZING_STUDY } from './sizingStudy';
import { solverOf } from '../../verification/testing/solverOf';

const THORNBACK = demoProject();

function size(project: Project, where: string, consumer?: string): Sizing {
  const [part, ...path] = where.split('.') as [string, ...string[]];
  return studyHere(SIZING_STUDY, project, { part, path, ...(consumer === undefined ? {} : { consumer }) });
}
/** Who is not supplied over the whole range with a figure set. */
function failingAt(project: Project, where: string, si: number): string[] {
  const [id, ...path] = where.split('.');
  const variants = project.variants.map((v) => ({
    ...v,
    circuit: { ...v.circuit, parts: v.circuit.parts.map((p) => (p.id === id ? withSize(p, path, si)! : p)) },
  }));
  const circuit = solverOf({ ...project, variants });
  return sweepToEnd(circuit)
    .consumers.filter((c) => !c.supplied)
    .map((c) => c.part);
}

describe('Which size would do', () => {
  it('is the band that Hagen and Poiseuille give for a laminar feed (closed form)', () => {
    // Two tanks 3 bar apart; a hose of 1 m, then a consumer all viscous, 1 bar at 5e-6 m³/s: Q = Δp / (128μL/(πD⁴) +
    // R).
    const [least, most] = [1.2e-5, 1.4e-5];
    const project = betweenTanks(
      [
        { id: 'hose', kind: 'line', form: 'hose', name: 'hose', boreM: 6e-3, lengthM: 1, losses: [] },
        {
          id: 'fed',
          kind: 'consumer',
          name: 'fed',
          duty: 'other',
          ratedPressureDropPa: 1e5,
          ratedFlowM3S: 5e-6,
          ratedViscosityPaS: RIG_VISCOSITY_PA_S,
          ratedDensityKgM3: 850,
          viscousShare: 1,
          supply: { lowFlowM3S: least, highFlowM3S: most },
        },
      ],
      [
        ['high.suction', 'hose.in'],
        ['hose.out', 'fed.in'],
        ['fed.out', 'low.return'],
      ],
    );
    const bore = (flow: number) =>
      ((128 * RIG_VISCOSITY_PA_S * 1) / (Math.PI * (RIG_HIGH_PA / flow - 1e5 / 5e-6))) ** 0.25;
    const { bands } = size(project, 'hose.boreM');
    expect(bands).toHaveLength(1);
    expect(bands[0]!.low / bore(least)).toBeCloseTo(1, 2.7);
    expect(bands[0]!.high / bore(most)).toBeCloseTo(1, 2.7);
    expect([bands[0]!.below?.decisive?.side, bands[0]!.above?.decisive?.side]).toEqual(['low', 'high']);
  });

  it.each(['turboRestrictor.boreM', 'relief.crackPa', 'jets.nozzle.boreM'])(
    '%s of Thornback: solved at its ends, all are supplied; just outside, the one that is named is not',
    (where) => {
      const { bands } = size(THORNBACK, where);
      expect(bands).toHaveLength(1);
      for (const [end, limit, outward] of [
        [bands[0]!.low, bands[0]!.below, 1 - 2e-3],
        [bands[0]!.high, bands[0]!.above, 1 + 2e-3],
      ] as const) {
        expect(failingAt(THORNBACK, where, end)).toEqual([]);
        expect(failingAt(THORNBACK, where, end * outward)).toContain(limit!.part);
      }
    },
  );

  it('names what starves and what floods at a restrictor’s ends, and marks the drills between', () => {
    const sizing = size(THORNBACK, 'turboRestrictor.boreM');
    const [band] = sizing.bands;
    expect([band!.below!.part, band!.below!.verdict, band!.above!.part, band!.above!.verdict]).toEqual([
      'turbo',
      'short',
      'turbo',
      'flooded',
    ]);
    expect(sizing.fitting.map((s) => s.label)).toEqual(expect.arrayContaining(['drill 56', '1.2 mm']));
    expect(sizing.fitting.every((s) => s.si >= band!.low && s.si <= band!.high)).toBe(true);
  });

  it('says which requirement rules every size out', () => {
    const sizing = size(THORNBACK, 'filter.bypass.crackPa');
    expect([sizing.bands, sizing.fitting]).toEqual([[], []]);
    expect(saySizing(sizing, 'pressure').join(' ')).toMatch(
      /^No size .* Whatever the size: Turbo at 7000\srpm, 120\s°C\. Flow/,
    );
  });

  it('asked about one consumer leaves the others out, and is never narrower than asked about all', () => {
    const [all, one] = [size(THORNBACK, 'turboRestrictor.boreM'), size(THORNBACK, 'turboRestrictor.boreM', 'mains')];
    expect(one.bands[0]!.low).toBeLessThanOrEqual(all.bands[0]!.low);
    expect(one.bands[0]!.high).toBeGreaterThanOrEqual(all.bands[0]!.high);
  });

  it.each(['thornback', 'saltmarsh', 'larkspur'])(
    'every figure of %s that can be sized reads back as it was set',
    (name) => {
      for (const variant of demoProject(name).variants)
        for (const part of variant.circuit.parts)
          for (const { path, low, high, sizes } of sizablesOf(part)) {
            for (const si of [low * 1.01, Math.sqrt(low * high), high * 0.99]) {
              const set = withSize(part, path, si)!;
              expect(sizablesOf(set).some((s) => s.path.join() === path.join())).toBe(true);
              expect(path.reduce<unknown>((here, key) => (here as Record<string | number, unknown>)[key], set)).toBe(
                si,
              );
            }
            expect(sizes.map((s) => s.si)).toEqual(sizes.map((s) => s.si).sort((a, b) => a - b));
          }
    },
  );

  it('a spring that is set keeps its rate', () => {
    const relief = THORNBACK.variants[0]!.circuit.parts.find((p) => p.kind === 'relief')!;
    for (const crackPa of [1e5, 8e5]) {
      const set = withSize(relief, ['crackPa'], crackPa) as typeof relief;
      expect(set.fullOpenPa - set.crackPa).toBeCloseTo(relief.fullOpenPa - relief.crackPa, 6);
    }
  });

  it('tells while it searches which of the sizes looked at will do, none of them outside the band that is found', () => {
    const request = { part: 'turboRestrictor', path: ['boreM'] };
    const whole = size(THORNBACK, 'turboRestrictor.boreM');
    const replies = whole.looks.map((look): SizingReply => ({ kind: 'look', look }));
    const every = SIZING_STUDY.partial(THORNBACK, request, [...replies].reverse());
    expect(every).toEqual({ ...whole, bands: [], fitting: [] });
    const good = every.looks.filter(isGood);
    expect(good.length).toBeGreaterThan(0);
    for (const { si } of good) expect(si >= whole.bands[0]!.low && si <= whole.bands[0]!.high).toBe(true);
    expect(sayLooks(every, 'bore')).toMatch(/^So far /);
    const first = SIZING_STUDY.partial(THORNBACK, request, replies.slice(0, 3));
    expect([first.looks.length, sayLooks(first, 'bore'), sayLooks({ looks: [] }, 'bore')]).toEqual([
      3,
      'So far none of 3 sizes works.',
      '',
    ]);
  });
});
