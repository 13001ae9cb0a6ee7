import fc from 'fast-check';
import type { Project } from '../../document/project/project';
import { inputsOf } from '../inputs/inputs';
import { usualTolerance } from '../inputs/usualTolerance';
import { StudyCircuits } from '../job/studyCircuits';
import { RIG_HIGH_PA, RIG_VISCOSITY_PA_S, betweenTanks } from '../../verification/testing/rig';
import { demoProject } from '../../verification/testing/demo';
import { sharedByTwo } from '../../verification/testing/shared';
import { BINS, Histogram } from './histogram';
import { inverseNormal } from '../../foundations/random/normal';
import { QuasiRandom } from '../../foundations/random/quasiRandom';
import { type Spread } from './spreadTasks';
import { spreadWork } from './spreadWork';
import { studyHere } from '../job/runHere';
import { SPREAD_STUDY } from './spreadStudy';

describe('The normal deviate of a share', () => {
  // Two-sided and one-sided points of the standard normal distribution, as in any table, e.g. Abramowitz and Stegun
  // (1964), table 26.6 (from memory).
  it.each([
    [0.5, 0],
    [0.75, 0.67448975],
    [0.9, 1.28155157],
    [0.95, 1.64485363],
    [0.975, 1.95996398],
    [0.99, 2.32634787],
    [0.995, 2.5758293],
    [0.999, 3.09023231],
    [0.9999, 3.71901649],
  ])('below which %f lie is %f', (share, deviate) => {
    expect(inverseNormal(share)).toBeCloseTo(deviate, 7);
    expect(inverseNormal(1 - share)).toBeCloseTo(-deviate, 7);
  });

  it('rises with the share, through both joints', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1e-12, max: 0.999999, noNaN: true }),
        fc.double({ min: 1e-12, max: 1e-3, noNaN: true }),
        (p, more) => p + more >= 1 || inverseNormal(p + more) >= inverseNormal(p) - 1e-8,
      ),
    );
  });
});

describe('The quasi-random sequence', () => {
  it('fills each coordinate evenly: no gap wider than a few times the mean', () => {
    const n = 1000;
    const sequence = new QuasiRandom(60, 2, 5);
    for (let d = 0; d < 60; d++) {
      const at = Array.from({ length: n }, (_, i) => sequence.coordinate(i, 1, d)).sort((a, b) => a - b);
      expect(Math.max(...at.slice(1).map((x, i) => x - at[i]!)) * n).toBeLessThan(40);
      expect(at.reduce((a, b) => a + b, 0) / n).toBeCloseTo(0.5, 2);
    }
  });

  it('is the same for the same seed and another for another', () => {
    const at = (seed: number) => [0, 1, 2].map((d) => new QuasiRandom(3, 2, seed).coordinate(17, 1, d));
    expect(at(4)).toEqual(at(4));
    expect(at(4)).not.toEqual(at(5));
  });
});

describe('The histogram', () => {
  it('gives the quantiles of what was counted, near the nominal within 0.2 % of it, far from it within 6 % of the distance', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 1e6, noNaN: true }),
        fc.array(fc.double({ min: -3, max: 3, noNaN: true }), { minLength: 50, maxLength: 300 }),
        fc.constantFrom(0.05, 0.5, 0.95),
        (nominal, shifts, share) => {
          const values = shifts.map((s) => nominal * (1 + 0.3 * s)).sort((a, b) => a - b);
          const histogram = new Histogram(nominal, 1e-9);
          values.forEach((v) => histogram.add(v));
          const exact = values[Math.max(0, Math.ceil(share * values.length) - 1)]!;
          expect(Math.abs(histogram.quantile(share) - exact)).toBeLessThan(
            0.002 * nominal + 0.06 * Math.abs(exact - nominal),
          );
        },
      ),
    );
  });

  it('does not grow, and takes what is beyond any range', () => {
    const histogram = new Histogram(1, 1e-3);
    for (const far of [1e12, -1e12, 1]) histogram.add(far);
    expect([histogram.counts.length, histogram.counts.reduce((a, b) => a + b)]).toEqual([BINS, 3]);
    expect(new Histogram(1, 1).quantile(0.5)).toBeNaN();
  });
});

/**
 * Distribution function of the standard normal, by its series.
 * @source Abramowitz and Stegun (1964), 26.2.11 (from memory)
 */
function normalShare(x: number): number {
  let term = x;
  let sum = x;
  for (let k = 1; Math.abs(term) > 1e-17; k++) sum += term *= (x * x) / (2 * k + 1);
  return 0.5 + (sum * Math.exp(-0.5 * x * x)) / Math.sqrt(2 * Math.PI);
}

describe('Tolerances on a laminar circuit, in closed form', () => {
  // A laminar hose, then an all-viscous consumer: P/Q = a·L/D⁴ + p_r/q_r, linear in L and p_r. Both normal, so P/Q is.
  const [rated, ratedFlow, bore, length] = [1e5, 5e-6, 6e-3, 1];
  const [perLength, perRated] = [(128 * RIG_VISCOSITY_PA_S) / (Math.PI * bore ** 4), 1 / ratedFlow];
  const [lengthOff, ratedOff] = [0.3, 0.25e5];
  const mean = perLength * length + perRated * rated;
  const deviation = Math.hypot(perLength * lengthOff, perRated * ratedOff) / 1.959963984540054;
  const least = RIG_HIGH_PA / (mean + 0.8 * deviation);
  const exact = normalShare(0.8);
  const plain = betweenTanks(
    [
      { id: 'hose', kind: 'line', form: 'hose', name: 'hose', boreM: bore, lengthM: length, losses: [] },
      {
        id: 'fed',
        kind: 'consumer',
        name: 'fed',
        duty: 'other',
        ratedPressureDropPa: rated,
        ratedFlowM3S: ratedFlow,
        ratedViscosityPaS: RIG_VISCOSITY_PA_S,
        ratedDensityKgM3: 850,
        viscousShare: 1,
        supply: { lowFlowM3S: least },
      },
    ],
    [
      ['high.suction', 'hose.in'],
      ['hose.out', 'fed.in'],
      ['fed.out', 'low.return'],
    ],
  );
  const stated: Record<string, number> = { 'hose.lengthM': lengthOff, 'fed.ratedPressureDropPa': ratedOff };
  const variant = plain.variants[0]!;
  const tolerances = inputsOf(plain, variant).map(({ id }) => ({
    part: id.split('.')[0]!,
    path: id.split('.').slice(1),
    plusMinus: stated[id] ?? 0,
  }));
  const project: Project = { ...plain, variants: [{ ...variant, tolerances }] };
  const spread = (samples: number, seed: number): Spread =>
    studyHere(SPREAD_STUDY, project, { states: [{ speedRevS: 50, oilTemperatureK: 373.15 }], samples, seed });

  it('gives the chance, the band of the flow and the shares of the variance', () => {
    const { consumers, unsolved } = spread(8192, 3);
    const [fed] = consumers;
    expect(unsolved).toBe(0);
    expect(Math.abs(fed!.chance - exact)).toBeLessThan(0.002);
    const flow = fed!.flowM3S[0]!;
    for (const [is, z] of [
      [flow.low, 1.64485363],
      [flow.middle, 0],
      [flow.high, -1.64485363],
    ] as const)
      expect(is / (RIG_HIGH_PA / (mean + z * deviation))).toBeCloseTo(1, 2.5);
    const share = (perRated * ratedOff) ** 2 / ((perRated * ratedOff) ** 2 + (perLength * lengthOff) ** 2);
    expect(fed!.shares.slice(0, 2).map((s) => [s.id, Number(s.share.toFixed(4))])).toEqual(
      [
        ['fed.ratedPressureDropPa', Number(share.toFixed(4))],
        ['hose.lengthM', Number((1 - share).toFixed(4))],
      ].sort((a, b) => Number(b[1]) - Number(a[1])),
    );
  });

  it('says what halving the worst tolerance gives, as the closed form does', () => {
    const { tighten } = spread(8192, 3);
    const ofRated = perRated * ratedOff > perLength * lengthOff;
    const halved =
      Math.hypot(perLength * lengthOff * (ofRated ? 1 : 0.5), perRated * ratedOff * (ofRated ? 0.5 : 1)) /
      1.959963984540054;
    expect(tighten).toMatchObject({ consumer: 'fed', id: ofRated ? 'fed.ratedPressureDropPa' : 'hose.lengthM' });
    expect(Math.abs(tighten!.chance - normalShare((0.8 * deviation) / halved))).toBeLessThan(0.005);
  });

  it('errs less than chance would, falls faster than 1/√N, and states its own error honestly', () => {
    const seeds = [1, 2, 3, 4, 5, 6, 7, 8];
    const rms = [256, 1024, 4096].map((samples) => {
      const runs = seeds.map((seed) => spread(samples, seed).consumers[0]!);
      // The scatter of eight copies is itself rough: within three of the stated errors nearly always.
      expect(runs.filter((r) => Math.abs(r.chance - exact) < 3 * r.error).length).toBeGreaterThanOrEqual(7);
      return Math.sqrt(runs.reduce((sum, r) => sum + (r.chance - exact) ** 2, 0) / seeds.length);
    });
    const chance = (samples: number) => Math.sqrt((exact * (1 - exact)) / samples);
    expect(rms[2]! / chance(4096)).toBeLessThan(0.5);
    // Fall from 256 to 4096 samples, as a power of their number.
    expect(Math.log(rms[0]! / rms[2]!) / Math.log(16)).toBeGreaterThan(0.6);
  });
});

describe('Tolerances of Thornback', () => {
  const project = demoProject();
  const hotIdle = { speedRevS: 850 / 60, oilTemperatureK: project.range.hottestOilK };
  const request = { states: [hotIdle], samples: 2048, seed: 7 };

  it('give the same answer for the same seed, whoever does which task in which order', () => {
    const alone = studyHere(SPREAD_STUDY, project, request);
    expect(sharedByTwo(SPREAD_STUDY, spreadWork, project, request)).toEqual(alone);
    expect(studyHere(SPREAD_STUDY, project, { ...request, seed: 8 }).consumers.map((c) => c.chance)).not.toEqual(
      alone.consumers.map((c) => c.chance),
    );
  });

  it('at a hot idle leave the lifters unsure, by the mains’ clearance first (common practice: clearance decides the idle pressure)', () => {
    const { consumers, tighten, unsolved } = studyHere(SPREAD_STUDY, project, request);
    const lifters = consumers.find((c) => c.part === 'lifters')!;
    expect(unsolved).toBe(0);
    expect(lifters.chance).toBeGreaterThan(0.9);
    expect(lifters.chance).toBeLessThan(0.999);
    expect(lifters.shares[0]!.id).toBe('mains.clearanceRadialM');
    expect(tighten).toMatchObject({ consumer: 'Lifters', id: 'mains.clearanceRadialM' });
    expect(tighten!.chance).toBeGreaterThan(tighten!.before);
    const { low, middle, high } = lifters.pressurePa[0]!;
    expect([low < middle, middle < high, middle / lifters.check!.actual]).toEqual([true, true, expect.closeTo(1, 1)]);
  });

  it('name nothing to tighten for a consumer that fails as stated: Thornback’s turbo at full speed is flooded by its restrictor, not by chance', () => {
    const fast = { speedRevS: 7000 / 60, oilTemperatureK: project.range.hottestOilK };
    const { consumers, tighten } = studyHere(SPREAD_STUDY, project, { states: [fast], samples: 512, seed: 2 });
    expect(consumers.find((c) => c.part === 'turbo')).toMatchObject({ verdict: 'flooded' });
    expect(consumers.find((c) => c.part === 'turbo')!.chance).toBeLessThan(0.5);
    expect(tighten).toBeNull();
  });

  it('come from a circuits whose memory does not grow with the samples: a task’s reply is as long for many as for few', () => {
    const circuits = new StudyCircuits(project);
    const first = spreadWork(circuits, { kind: 'nominal', request });
    if (first.kind !== 'nominal') throw new Error('no nominal');
    const numbers = (to: number) => {
      const tally = spreadWork(circuits, {
        kind: 'samples',
        request,
        nominal: first.nominal,
        from: 0,
        to,
        halved: null,
      });
      return tally.kind === 'tally'
        ? tally.consumers.flatMap((c) => [...c.pressure, ...c.flow].flatMap((h) => h ?? [])).length
        : NaN;
    };
    expect(numbers(16)).toBe(numbers(1));
  });

  it('are known for what is bored, drilled, rated and set, and for nothing that is only wished', () => {
    const stock = project.variants[0]!;
    const ids = inputsOf(project, stock).map((i) => i.id);
    for (const id of [
      'turboRestrictor.boreM',
      'mains.clearanceRadialM',
      'relief.crackPa',
      'filter.ratedPressureDropPa',
      'pump.displacementM3Rev',
      'oil.viscosity',
    ])
      expect(ids).toContain(id);
    expect(ids.filter((id) => id.includes('supply'))).toEqual([]);
    const restrictor = stock.circuit.parts.find((p) => p.id === 'turboRestrictor')!;
    expect([usualTolerance(restrictor, ['boreM'], 1.5e-3), usualTolerance(restrictor, ['elevationM'], 0.1)]).toEqual([
      2e-5,
      undefined,
    ]);
  });
});
