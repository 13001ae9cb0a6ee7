import fc from 'fast-check';
import { demoProject } from '../../verification/testing/demo';
import { arbitrarySeed, randomProject } from '../../verification/testing/randomCircuit';
import type { HoseEnd } from '../../document/project/bench';
import type { Variant } from '../../document/project/project';
import { parseQuantity } from '../../foundations/units/parse';
import { withHoseEnd, withHoseNote, withMeasuredHose, withTrimmedHose } from './hoseActs';
import { clockingView } from './clocking';
import { layOutCuts } from './cutLayout';
import { cutLength, routedLength } from './cutLength';
import { endsOfLosses, lossOfEnd, withEndLosses } from './hoseEnd';
import { hosesOf, nearestDash, type Hose } from './hoseList';
import { hoseVerdicts, type HoseVerdict } from './hoseVerdicts';
import { sayHoseVerdict } from './sayHose';

const INCH = 0.0254;
const end = (angleDeg: HoseEnd['angleDeg'], more: Partial<HoseEnd> = {}): HoseEnd => ({
  style: 'reusable',
  angleDeg,
  ...more,
});
const cooled = (): Variant => demoProject().variants.find((v) => v.id === 'noseCooler')!;
const hose = (variant: Variant, key: string): Hose => hosesOf(variant).find((h) => h.key === key)!;
const said = (variant: Variant, key: string, seen?: Parameters<typeof hoseVerdicts>[2]): readonly HoseVerdict[] =>
  hoseVerdicts(hosesOf(variant), variant, seen).get(key)!;
const codes = (variant: Variant, key: string) => said(variant, key).map((v) => v.code);

/* Worked by hand with what ends take up by common practice: straight 12 mm, 45° 20, long 90° 42.5 (35 to 50), 180° 70. */
describe('The cut length of a hose', () => {
  it('of 37 1/2 in between a 180° and a 90° end is 952.5 − 70 − 42.5 = 840 mm', () => {
    const measured = parseQuantity('37 1/2 in', 'cutLength');
    if (!measured.ok) throw new Error(measured.reason);
    expect(measured.si).toBeCloseTo(0.9525, 12);
    expect(cutLength(measured.si, 'tape', end(180), end(90)).cutM).toBeCloseTo(0.84, 10);
  });

  it('of 67 in between two 90° ends is 1701.8 − 85 = 1616.8 mm', () => {
    expect(cutLength(67 * INCH, 'string', end(90), end(90)).cutM).toBeCloseTo(1.6168, 10);
  });

  it('loses about an inch to a pair of straight ends', () => {
    const { takeUpM } = cutLength(1, 'tape', end(0), end(0));
    expect(Math.abs(takeUpM - INCH)).toBeLessThan(0.002);
  });

  it('gains slack for shrinking and for the engine’s movement, and what is left on for trimming only in the first cut', () => {
    const cut = cutLength(1, 'tape', end(0), end(0), { slackShare: 0.035, movementM: 0.03, trimM: 0.015 });
    expect(cut.slackM).toBeCloseTo(0.065, 12);
    expect(cut.cutM).toBeCloseTo(1 + 0.065 - 0.024, 12);
    expect(cut.firstCutM - cut.cutM).toBeCloseTo(0.015, 12);
  });

  it('takes an end as it was measured, and is surer then', () => {
    const typical = cutLength(1, 'tape', end(90), end(90));
    const measured = cutLength(1, 'tape', end(90, { takeUpM: 0.05 }), end(90, { takeUpM: 0.05 }));
    expect(measured.cutM).toBeCloseTo(0.9, 12);
    expect(typical.plusMinusM).toBeCloseTo(Math.hypot(0.005, 0.0075, 0.0075), 12);
    expect(measured.plusMinusM).toBeLessThan(typical.plusMinusM);
  });

  it('is none where the ends alone take up the route', () => {
    expect(cutLength(0.05, 'tape', end(90), end(90), { trimM: 0.01 })).toMatchObject({ cutM: 0, firstCutM: 0 });
  });

  it('and the length it covers are each other’s inverse without slack', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.3, max: 5, noNaN: true }), fc.constantFrom(0, 45, 90, 180), (m, angle) => {
        const [a, b] = [end(angle as 0), end(45)];
        expect(routedLength(cutLength(m, 'tape', a, b).cutM, a, b)).toBeCloseTo(m, 12);
      }),
    );
  });
});

describe('The hoses of a circuit', () => {
  it('go between their ports as people call them, first the one that oil enters by', () => {
    const { from, to, dash, duty } = hose(cooled(), 'hoseOut');
    expect([from.place, to.place, dash, duty]).toEqual([
      'Plate, port to the cooler',
      'Nose cooler, lower port',
      10,
      'pressure',
    ]);
    expect(hose(cooled(), 'turboDrain')).toMatchObject({ duty: 'drain', from: { place: 'Turbo, outlet' } });
  });

  it('are the pressure hoses, the drains, and two for a coolant-fed cooler unless its coolant is looped', () => {
    const { variants } = demoProject('saltmarsh');
    const keys = (v: Variant) => hosesOf(v).map((h) => h.key);
    expect(keys(variants[0]!)).toEqual(
      expect.arrayContaining(['cooler coolant in', 'cooler coolant out', 'superchargerHose', 'superchargerDrain']),
    );
    const looped = {
      ...variants[0]!,
      circuit: {
        ...variants[0]!.circuit,
        parts: variants[0]!.circuit.parts.map((p) => (p.kind === 'cooler' ? { ...p, coolantLooped: true } : p)),
      },
    };
    expect(keys(looped).some((k) => k.includes('coolant'))).toBe(false);
  });

  it('between engine and frame have room for the engine’s movement, and others none', () => {
    expect(hose(cooled(), 'hoseOut').cut!.slackM).toBeCloseTo(1.62 * 0.035 + 0.03, 10);
    expect(hose(cooled(), 'turboFeed').cut!.slackM).toBeCloseTo(0.52 * 0.035, 10);
  });

  it('have two ends each on any random circuit, and names that differ', () => {
    fc.assert(
      fc.property(arbitrarySeed, (seed) => {
        const hoses = hosesOf(randomProject(seed).variants[0]!);
        expect(new Set(hoses.map((h) => h.name)).size).toBe(hoses.length);
        for (const h of hoses)
          for (const e of [h.from, h.to])
            expect(e.mate !== undefined || e.place === 'open' || h.duty === 'coolant').toBe(true);
      }),
      { numRuns: 60 },
    );
  });

  it('know their dash size by their bore', () => {
    expect([0.0087, 0.0111, 0.0142, 0.0175, 0.013].map(nearestDash)).toEqual([6, 8, 10, 12, undefined]);
  });
});

describe('Acts on a hose', () => {
  it('another angle changes the cut length and the pressure loss of the circuit alike', () => {
    const turned = withHoseEnd(cooled(), 'hoseOut', 'out', end(45));
    expect(hose(turned, 'hoseOut').cut!.cutM - hose(cooled(), 'hoseOut').cut!.cutM).toBeCloseTo(0.0225, 10);
    const line = turned.circuit.parts.find((p) => p.id === 'hoseOut');
    expect(line).toMatchObject({ losses: [{ fitting: 'hoseEndStraight' }, { fitting: 'hoseEnd45' }] });
  });

  it('a trim is noted, and the routed length that the made hose covers goes back into the circuit', () => {
    const once = withTrimmedHose(cooled(), 'hoseOut', 1.6);
    const twice = withTrimmedHose(once, 'hoseOut', 1.58);
    const line = twice.circuit.parts.find((p) => p.id === 'hoseOut');
    expect(hose(twice, 'hoseOut').madeM).toBe(1.58);
    expect(twice.bench!.hoses!['hoseOut']!.trimmedM).toEqual([1.6, 1.58]);
    expect(line).toMatchObject({ lengthM: expect.closeTo(1.58 + 0.012 + 0.0425, 10) as number });
  });

  it('a measured length is kept as it was written, and the circuit takes it', () => {
    const measured = withMeasuredHose(cooled(), 'hoseOut', 0.9525, '37 1/2 in');
    expect(hose(measured, 'hoseOut')).toMatchObject({
      routedM: 0.9525,
      measuredBy: 'tape',
      note: { measuredAs: '37 1/2 in' },
    });
    expect(measured.circuit.parts.find((p) => p.id === 'hoseOut')).toMatchObject({ lengthM: 0.9525 });
    expect(withMeasuredHose(measured, 'hoseOut', undefined).bench!.hoses!['hoseOut']).toEqual({});
  });

  it('ends and losses say the same there and back, whatever else the line loses', () => {
    const line = cooled().circuit.parts.find((p) => p.id === 'hoseOut');
    if (line?.kind !== 'line') throw new Error('no line');
    const own = {
      ...line,
      losses: [...line.losses, { kind: 'catalogue' as const, fitting: 'drilledCorner' as const, count: 3 }],
    };
    const changed = withEndLosses(own, { in: end(180), out: { style: 'banjo', angleDeg: 0 } });
    expect(endsOfLosses(changed)).toEqual({ in: end(180), out: { style: 'banjo', angleDeg: 0 } });
    expect(changed.losses).toContainEqual({ kind: 'catalogue', fitting: 'drilledCorner', count: 3 });
    expect([30, 60, 120, 150].map((a) => lossOfEnd(end(a as 30)))).toEqual([
      'hoseEnd45',
      'hoseEnd45',
      'hoseEnd180',
      'hoseEnd180',
    ]);
  });

  it('clocking is seen along the hose, clockwise', () => {
    expect(clockingView(90)).toMatchObject({
      x: expect.closeTo(1, 12) as number,
      y: expect.closeTo(0, 12) as number,
      words: '3 o’clock',
    });
    expect(clockingView(-90).angleDeg).toBe(270);
    expect(clockingView(360)).toMatchObject({ angleDeg: 0, words: '12 o’clock' });
  });
});

describe('Verdicts on a hose', () => {
  const withLine = (variant: Variant, own: object): Variant => ({
    ...variant,
    circuit: {
      ...variant.circuit,
      parts: variant.circuit.parts.map((p) => (p.id === 'hoseOut' ? ({ ...p, ...own } as typeof p) : p)),
    },
  });

  it('a bend tighter than its least, at the limit', () => {
    expect(codes(withLine(cooled(), { tightestBendM: 0.124 }), 'hoseOut')).toContain('bend');
    expect(codes(withLine(cooled(), { tightestBendM: 0.125 }), 'hoseOut')).not.toContain('bend');
    // Without a data sheet: typical of dash 10, rubber, 140 mm.
    expect(codes(withLine(cooled(), { leastBendM: undefined, tightestBendM: 0.139 }), 'hoseOut')).toContain('bend');
    expect(codes(withLine(cooled(), { leastBendM: undefined, tightestBendM: 0.141 }), 'hoseOut')).not.toContain('bend');
  });

  it('near the exhaust: a sleeve within 50 mm, another way within 25', () => {
    const at = (m: number) => codes(withHoseNote(cooled(), 'hoseOut', { exhaustDistanceM: m }), 'hoseOut');
    expect(at(0.024)).toContain('exhaust');
    expect(at(0.026)).toContain('sleeve');
    expect(at(0.051)).not.toContain('sleeve');
    const sleeved = withLine(withHoseNote(cooled(), 'hoseOut', { exhaustDistanceM: 0.03 }), {
      place: { mount: 'engine', nearExhaust: true, sleeved: true, nearMoving: false, serviceable: true },
    });
    expect(codes(sleeved, 'hoseOut')).not.toContain('sleeve');
  });

  it('too long, too short, and no room for the ends', () => {
    const made = (m: number) => codes(withHoseNote(cooled(), 'hoseOut', { trimmedM: [m] }), 'hoseOut');
    const { cutM, slackM, firstCutM } = hose(cooled(), 'hoseOut').cut!;
    expect(made(firstCutM + 0.04 * 1.62 + 0.001)).toContain('tooLong');
    expect(made(firstCutM + 0.04 * 1.62 - 0.001)).not.toContain('tooLong');
    expect(made(cutM - slackM - 0.001)).toContain('tooShort');
    expect(made(cutM - slackM + 0.001)).not.toContain('tooShort');
    expect(
      codes(
        withMeasuredHose(withHoseNote(cooled(), 'hoseOut', { slackShare: 0, movementM: 0 }), 'hoseOut', 0.05),
        'hoseOut',
      ),
    ).toContain('noRoom');
  });

  it('from the engine to the frame without slack', () => {
    expect(codes(withHoseNote(cooled(), 'hoseOut', { slackShare: 0, movementM: 0.019 }), 'hoseOut')).toContain(
      'noSlack',
    );
    expect(codes(withHoseNote(cooled(), 'hoseOut', { slackShare: 0, movementM: 0.021 }), 'hoseOut')).not.toContain(
      'noSlack',
    );
  });

  it('two like hoses between the same parts can be crossed', () => {
    expect(said(cooled(), 'hoseOut')).toContainEqual({ code: 'crossed', weight: 'note', other: 'D' });
    expect(codes(cooled(), 'turboFeed')).not.toContain('crossed');
  });

  it('an existing hose: how much to shorten it by, or that it is too short', () => {
    const { cutM } = hose(cooled(), 'hoseOut').cut!;
    expect(said(withHoseNote(cooled(), 'hoseOut', { existingM: 2 }), 'hoseOut')).toContainEqual({
      code: 'shortenExisting',
      weight: 'note',
      byM: expect.closeTo(2 - cutM, 9) as number,
    });
    expect(codes(withHoseNote(cooled(), 'hoseOut', { existingM: 1 }), 'hoseOut')).toContain('existingTooShort');
  });

  it('pressure and temperature against what it is rated to', () => {
    const rated = withHoseNote(withLine(cooled(), { pressureRatingPa: 6e5 }), 'hoseOut', { temperatureRatingK: 393 });
    const seen = (pa: number, k: number) =>
      said(rated, 'hoseOut', { highPa: () => pa, hottestK: k }).map((v) => v.code);
    expect(seen(6.1e5, 394)).toEqual(expect.arrayContaining(['pressure', 'temperature']));
    expect(seen(5.9e5, 392)).not.toEqual(expect.arrayContaining(['pressure']));
  });

  it('each has a sentence with its figures and what to do', () => {
    for (const variant of [withHoseNote(cooled(), 'hoseOut', { exhaustDistanceM: 0.01, existingM: 9 })])
      for (const v of said(variant, 'hoseOut')) expect(sayHoseVerdict(v)).toMatch(/^[A-Z0-9].*\.$/);
  });
});

describe('Cuts laid out on rolls', () => {
  /** Every way to put cuts on rolls, by brute force: the least that is begun, of those that leave least uncut. */
  function exhaustive(cuts: readonly number[], rolls: readonly number[]): { unplacedM: number; begunM: number } {
    let best = { unplacedM: Infinity, begunM: Infinity };
    const go = (n: number, left: number[], unplacedM: number) => {
      if (n === cuts.length) {
        const begunM = rolls.reduce((sum, r, i) => sum + (left[i]! < r - 1e-12 ? r : 0), 0);
        if (unplacedM < best.unplacedM - 1e-9 || (unplacedM < best.unplacedM + 1e-9 && begunM < best.begunM))
          best = { unplacedM, begunM };
        return;
      }
      left.forEach(
        (m, i) =>
          m + 1e-9 >= cuts[n]! &&
          go(
            n + 1,
            left.map((x, k) => (k === i ? x - cuts[n]! : x)),
            unplacedM,
          ),
      );
      go(n + 1, left, unplacedM + cuts[n]!);
    };
    go(0, [...rolls], 0);
    return best;
  }
  const lengths = (most: number) =>
    fc.array(
      fc.integer({ min: 2, max: 30 }).map((n) => n / 10),
      { minLength: 1, maxLength: most },
    );

  it('are no worse than any other layout of a small list', () => {
    fc.assert(
      fc.property(lengths(5), lengths(3), (cuts, rolls) => {
        const layout = layOutCuts(
          cuts.map((lengthM, i) => ({ id: `c${i}`, lengthM })),
          rolls.map((lengthM, i) => ({ id: `r${i}`, lengthM })),
        );
        const best = exhaustive(cuts, rolls);
        const unplaced = layout.unplaced.reduce((sum, id) => sum + cuts[Number(id.slice(1))]!, 0);
        expect([unplaced, layout.begunM, layout.exact]).toEqual([
          expect.closeTo(best.unplacedM, 6),
          expect.closeTo(best.begunM, 6),
          true,
        ]);
        for (const { roll, cuts: here, leftM } of layout.rolls) {
          const used = here.reduce((sum, id) => sum + cuts[Number(id.slice(1))]!, 0);
          expect(used + leftM).toBeCloseTo(rolls[Number(roll.slice(1))]!, 6);
        }
      }),
      { numRuns: 120 },
    );
  });

  it('of a long list are still all placed where there is room, and it says that not every layout was tried', () => {
    const layout = layOutCuts(
      Array.from({ length: 40 }, (_, i) => ({ id: `c${i}`, lengthM: 0.5 })),
      [{ id: 'roll', lengthM: 30 }],
    );
    expect([layout.unplaced, layout.exact]).toEqual([[], false]);
  });
});
