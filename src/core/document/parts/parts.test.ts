import { changePart } from './partFields';
import { partSchema, type Part } from './part';
import { PORTS, waysThrough } from './ports';
import { readProjectText } from '../project/readProject';
import { scavengeCapacityM3S } from '../../judgement/drains/judgeDrain';
import { accumulatorOilM3 } from '../../physics/laws/accumulator';
import { shimmed } from '../../network/compile/lawNumbers';
import { CircuitSolver } from '../../network/circuitSolver';
import { parseQuantity } from '../../foundations/units/parse';
import { DASH_BORES_M, numberDrillM } from '../../foundations/units/boreSizes';
import { CATALOGUE, catalogueEntry, entryFor } from './catalogue';
import { partVolumeM3 } from './partVolume';
import { fitRating } from './ratingFit';
import { JOINTS, jointOf, ownThread, threadLabel, THREAD_IDS } from './threads';
import { RIG_DENSITY_KG_M3, RIG_HIGH_PA, RIG_VISCOSITY_PA_S, betweenTanks } from '../../verification/testing/rig';
import { solveState } from '../../judgement/judgeState';

/** Parts between two tanks 3 bar apart. */
function bench(parts: readonly Record<string, unknown>[], joints: readonly [string, string][], temperatureK = 373.15) {
  const made = CircuitSolver.of(betweenTanks(parts, joints));
  if (!made.ok) throw new Error(JSON.stringify(made.issues));
  const result = solveState(made.circuit, made.circuit.stateAt(0, temperatureK));
  expect(result.convergence.status).toBe('converged');
  return (part: string, role = '') => result.elements.find((e) => e.part === part && e.role === role)!.flowM3S;
}
const across = (part: Record<string, unknown>, outlet = 'out') =>
  bench(
    [{ id: 'x', name: 'x', ...part }],
    [
      ['high.suction', 'x.in'],
      [`x.${outlet}`, 'low.suction'],
    ],
  );
const corners = [{ kind: 'catalogue', fitting: 'drilledCorner', count: 2 }];
const rating = {
  ratedPressureDropPa: 1e5,
  ratedFlowM3S: 5e-4,
  ratedViscosityPaS: RIG_VISCOSITY_PA_S,
  ratedDensityKgM3: RIG_DENSITY_KG_M3,
};

describe('Every entry of the catalogue', () => {
  it.each(CATALOGUE.map((e) => [e.id, e] as const))(
    '%s reads through the schema, keeps to the usual ranges, and says what to measure',
    (_, entry) => {
      const part = partSchema.parse({ id: 'x', ...entry.part });
      expect(entry.measure.length).toBeGreaterThan(12);
      expect(entry.source).not.toBe('');
      expect(partVolumeM3(part)).toBeGreaterThanOrEqual(0);
      for (const port of Object.keys(entry.threads ?? {})) expect(PORTS[part.kind]).toContain(port);
      expect(entryFor(part)?.part.kind).toBe(part.kind);
      // A file, and back.
      const whole = {
        ...betweenTanks([], []),
        variants: [
          {
            ...betweenTanks([], []).variants[0]!,
            circuit: { parts: [...betweenTanks([], []).variants[0]!.circuit.parts, part], joints: [] },
          },
        ],
      };
      const read = readProjectText(JSON.stringify(whole));
      expect(read.ok && read.project.variants[0]!.circuit.parts.at(-1)).toEqual(part);
    },
  );

  it('has an id of its own, and every kind of part but tanks is among them', () => {
    expect(new Set(CATALOGUE.map((e) => e.id)).size).toBe(CATALOGUE.length);
    const kinds = new Set(CATALOGUE.map((e) => e.part.kind));
    expect(Object.keys(PORTS).filter((kind) => !kinds.has(kind as Part['kind']))).toEqual(['sump', 'tank']);
  });

  it('is changed field by field only to what the schema allows', () => {
    const part = partSchema.parse({ id: 'x', ...catalogueEntry('sideStreamValve').part });
    expect(changePart(part, ['metering', 'turns'], 9).ok).toBe(false);
    expect(changePart(part, ['metering', 'turns'], 1).ok).toBe(true);
  });
});

describe('Laws of the parts', () => {
  it('a cooler cover and an open plate are drilled passages with two corners', () => {
    const line = across({
      kind: 'line',
      form: 'drilling',
      boreM: 0.012,
      lengthM: 0.05,
      roughnessM: 1e-5,
      losses: corners,
    })('x');
    expect(across({ kind: 'cover', boreM: 0.012, lengthM: 0.05, carriesPassage: true })('x')).toBeCloseTo(line, 12);
    expect(
      across({ kind: 'plate', boreM: 0.012, lengthM: 0.05, passage: { kind: 'open' } })('x', 'straight on'),
    ).toBeCloseTo(line, 12);
  });

  it('a blank cover and a plain plate without a loop pass nothing', () => {
    for (const part of [
      { kind: 'cover', boreM: 0.012, carriesPassage: false },
      { kind: 'plate', boreM: 0.012, passage: { kind: 'separate' } },
    ]) {
      const made = CircuitSolver.of(
        betweenTanks(
          [{ id: 'x', name: 'x', ...part }],
          [
            ['high.suction', 'x.in'],
            ['x.out', 'low.suction'],
          ],
        ),
      );
      if (!made.ok) throw new Error('refused');
      const result = solveState(made.circuit, made.circuit.stateAt(0, 373));
      expect(result.elements.filter((e) => Math.abs(e.flowM3S) > 1e-15)).toEqual([]);
    }
  });

  it('a plain plate sends all of it round by its ports; a plate with a thermostat by temperature', () => {
    const hose = { kind: 'line', form: 'hose', boreM: 0.01, lengthM: 1 };
    const loop = (passage: object, temperatureK: number) =>
      bench(
        [
          { id: 'x', name: 'x', kind: 'plate', boreM: 0.014, passage },
          { id: 'hose', name: 'hose', ...hose },
        ],
        [
          ['high.suction', 'x.in'],
          ['x.away', 'hose.in'],
          ['hose.out', 'x.back'],
          ['x.out', 'low.suction'],
        ],
        temperatureK,
      );
    const plain = loop({ kind: 'separate' }, 373);
    expect(plain('hose')).toBeCloseTo(plain('x', 'away'), 12);
    expect(plain('hose')).toBeGreaterThan(1e-5);
    const thermostat = {
      kind: 'thermostat',
      opensK: 353,
      fullK: 363,
      areaM2: 110e-6,
      coolerLeakShare: 0.03,
      bypassLeastShare: 0.02,
    };
    const [cold, hot] = [loop(thermostat, 340), loop(thermostat, 370)];
    expect(cold('hose') / cold('x', 'bypass path')).toBeLessThan(0.06);
    expect(hot('hose')).toBeGreaterThan(hot('x', 'bypass path'));
    expect(hot('hose')).toBeCloseTo(hot('x', 'back'), 12);
  });

  it('a cross gives each arm what its loss lets through: two alike branches alike', () => {
    const branch = { kind: 'catalogue', fitting: 'teeBranch' };
    const q = bench(
      [{ id: 'x', name: 'x', kind: 'cross', boreM: 0.008, run: { kind: 'catalogue', fitting: 'teeRun' }, branch }],
      [
        ['high.suction', 'x.in'],
        ['x.run', 'low.suction'],
        ['x.left', 'low.suction'],
        ['x.right', 'low.suction'],
      ],
    );
    expect(q('x', 'left')).toBeCloseTo(q('x', 'right'), 14);
    expect(q('x', 'run')).toBeGreaterThan(q('x', 'left'));
  });

  it('a side-stream filter is its metering edge and its element in a row (closed form)', () => {
    // Edge: Δp = ρQ²/(2Cd²A²) + 6πμQ/(A·d); element all viscous: Δp = aQ. Together a quadratic.
    const bore = 1.5e-3;
    const area = 0.25 * Math.PI * bore ** 2;
    const a = 1e5 / 5e-4 + (6 * Math.PI * RIG_VISCOSITY_PA_S) / (area * bore);
    const b = RIG_DENSITY_KG_M3 / (2 * 0.61 ** 2 * area ** 2);
    const closed = (-a + Math.sqrt(a * a + 4 * b * RIG_HIGH_PA)) / (2 * b);
    const q = bench(
      [
        {
          id: 'x',
          name: 'x',
          kind: 'sideStream',
          ...rating,
          viscousShare: 1,
          metering: { kind: 'orifice', boreM: bore, lengthM: 0 },
        },
      ],
      [
        ['high.suction', 'x.in'],
        ['x.out', 'low.return'],
      ],
    );
    expect(q('x', 'media') / closed).toBeCloseTo(1, 6);
    const shut = bench(
      [
        {
          id: 'x',
          name: 'x',
          kind: 'sideStream',
          ...rating,
          viscousShare: 1,
          metering: { kind: 'valve', fullAreaM2: 7e-6, turnsToFull: 4, turns: 0 },
        },
      ],
      [
        ['high.suction', 'x.in'],
        ['x.out', 'low.return'],
      ],
    );
    expect(shut('x', 'media')).toBeLessThan(1e-6);
  });

  it('two elements side by side pass twice the flow; loading divides a viscous one', () => {
    const filter = { kind: 'filter', ...rating, viscousShare: 1, bypass: null };
    expect(across({ ...filter, count: 2 })('x') / across(filter)('x')).toBeCloseTo(2, 9);
    expect(across({ ...filter, load: 4 })('x') / across(filter)('x')).toBeCloseTo(0.25, 9);
    expect(across(filter)('x')).toBeCloseTo(5e-4 * 3, 9);
  });

  it('a core with twice the passes drops four times as much viscous, eight times as much square', () => {
    const cooler = (viscousShare: number, passes: number) =>
      across({ kind: 'cooler', ...rating, viscousShare, passes })('x');
    expect(cooler(1, 2) / cooler(1, 1)).toBeCloseTo(1 / 4, 9);
    // All but square: Q ∝ 1/√8.
    expect(cooler(1e-13, 2) / cooler(1e-13, 1)).toBeCloseTo(1 / Math.sqrt(8), 6);
    expect(across({ kind: 'cooler', ...rating, viscousShare: 0.5, passes: 2, ratedPasses: 2 })('x')).toBeCloseTo(
      cooler(0.5, 1),
      12,
    );
  });

  it('a shim raises a relief by rate × shim over its seat', () => {
    const relief = partSchema.parse({ id: 'r', ...catalogueEntry('shimmedRelief').part });
    if (relief.kind !== 'relief') throw new Error('not a relief');
    // 12 N/mm × 1 mm on a 12 mm seat: 12 N / 113.1 mm² = 1.061 bar.
    expect(shimmed(relief).crackPa - relief.crackPa).toBeCloseTo(12 / ((Math.PI / 4) * 0.012 ** 2), 6);
    expect(shimmed(relief).fullOpenPa - relief.fullOpenPa).toBeCloseTo(106103.3, 0);
  });

  it('an accumulator holds by Boyle: charged to 1 bar absolute it is half full at 2', () => {
    expect(accumulatorOilM3(2e-3, 0, 101325, 101325)).toBeCloseTo(1e-3, 12);
    expect(accumulatorOilM3(2e-3, 0.5e5, 0.4e5, 101325)).toBe(0);
    expect(accumulatorOilM3(2e-3, 0.5e5, 5e5, 1e5)).toBeCloseTo(2e-3 * (1 - 1.5 / 6), 12);
  });

  it('a scavenge section moves V·n·η, of the engine’s speed or its own', () => {
    const section = partSchema.parse({
      id: 's',
      kind: 'scavenge',
      name: 's',
      displacementM3Rev: 24e-6,
      speedRatio: 0.6,
      volumetricEfficiency: 0.85,
    });
    if (section.kind !== 'scavenge') throw new Error('not a section');
    expect(scavengeCapacityM3S(section, 100)).toBeCloseTo(24e-6 * 60 * 0.85, 12);
    expect(scavengeCapacityM3S({ ...section, ownSpeedRevS: 50 }, 0)).toBeCloseTo(24e-6 * 50 * 0.85, 12);
  });

  it('oil passes every part by the ways that it is drawn with', () => {
    for (const entry of CATALOGUE) {
      const part = partSchema.parse({ id: 'x', ...entry.part });
      for (const [from, to] of waysThrough(part))
        expect([PORTS[part.kind].includes(from), PORTS[part.kind].includes(to)]).toEqual([true, true]);
      expect(waysThrough({ ...part, blocked: true })).toEqual([]);
    }
  });
});

describe('Sizes as people have them', () => {
  // ASME B94.11M number drills, in inches; from memory, checked at well-known ones.
  it.each([
    [1, 0.228],
    [7, 0.201],
    [29, 0.136],
    [43, 0.089],
    [53, 0.0595],
    [60, 0.04],
    [80, 0.0135],
  ])('number drill %d is %d in', (number, inch) => {
    expect(numberDrillM(number)! / 0.0254).toBeCloseTo(inch, 9);
  });

  it('number drills fall from 1 to 80, and there are no others', () => {
    for (let n = 2; n <= 80; n++) expect(numberDrillM(n)!).toBeLessThan(numberDrillM(n - 1)!);
    expect([numberDrillM(0), numberDrillM(81)]).toEqual([undefined, undefined]);
  });

  it('a bore can be typed as a drill or a dash size', () => {
    expect(parseQuantity('drill 53', 'bore')).toEqual({ ok: true, si: 0.0595 * 0.0254 });
    expect(parseQuantity('#53', 'bore')).toEqual({ ok: true, si: 0.0595 * 0.0254 });
    expect(parseQuantity('dash 10', 'bore')).toEqual({ ok: true, si: DASH_BORES_M[10]!, dash: 10 });
    expect(parseQuantity('dash 11', 'bore').ok).toBe(false);
  });

  it('a thread of one’s own has its joint’s care and its size as written', () => {
    expect(ownThread('flare M18x1.5')).toBe('own_flare_M18x1.5');
    expect(threadLabel('own_flare_M18x1.5')).toBe('37° flare M18x1.5');
    expect(jointOf('own_taper_G 1/4')).toBe('taperPipe');
    expect(ownThread('thread M18')).toBeUndefined();
    expect(ownThread('flare')).toBeUndefined();
    const connections = [{ port: 'in', thread: ownThread('banjo M11x1')! }];
    expect(partSchema.safeParse({ ...catalogueEntry('hose4').part, id: 'h', connections }).success).toBe(true);
    expect(
      partSchema.safeParse({
        ...catalogueEntry('hose4').part,
        id: 'h',
        connections: [{ port: 'in', thread: 'own_x_1' }],
      }).success,
    ).toBe(false);
  });

  it('a curve gives back the rating that it was made from', () => {
    const points = [1e-4, 3e-4, 6e-4].map((q) => ({ flowM3S: q, pressureDropPa: 1e8 * q + 2e11 * q * q }));
    const fitted = fitRating(points, 0.02, 850)!;
    expect(fitted.misfit).toBeLessThan(1e-9);
    expect(fitted.rating.pressureDropPa).toBeCloseTo(1e8 * 6e-4 + 2e11 * 36e-8, 3);
    expect(fitted.rating.viscousShare).toBeCloseTo((1e8 * 6e-4) / (1e8 * 6e-4 + 2e11 * 36e-8), 9);
    expect(fitRating([points[0]!], 0.02, 850)).toBeUndefined();
    expect(
      fitRating(
        [
          { flowM3S: 1e-4, pressureDropPa: 5e4 },
          { flowM3S: 4e-4, pressureDropPa: 1e4 },
        ],
        0.02,
        850,
      ),
    ).toBeUndefined();
  });

  it('every thread has a joint with its care, and a dash size is written out', () => {
    for (const id of THREAD_IDS)
      expect([id, JOINTS[jointOf(id)].care.length > 5, threadLabel(id).includes('_')]).toEqual([id, true, false]);
    expect([
      threadLabel('flare10'),
      threadLabel('taper1_8'),
      threadLabel('washerM14x1_5'),
      threadLabel('spinOn3_4'),
    ]).toEqual(['37° flare dash 10', 'taper pipe 1/8', 'bonded or crush washer M14 × 1.5', 'spin-on seal 3/4-16']);
  });
});

describe('A part’s entry in the catalogue', () => {
  it('tells a side-stream filter with a needle from one with an orifice', () => {
    for (const id of ['sideStreamOrifice', 'sideStreamValve'])
      expect(entryFor(partSchema.parse({ ...catalogueEntry(id).part, id: 'x' }))?.id).toBe(id);
  });
});
