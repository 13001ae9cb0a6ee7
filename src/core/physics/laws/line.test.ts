import { churchillFriction } from './churchill';
import { areaChangeK, EXIT_LAMINAR_RE, EXIT_TURBULENT_RE, lineDropInto } from './line';

const out = new Float64Array(2);
interface Line {
  readonly flowM3S: number;
  readonly boreM: number;
  readonly lengthM: number;
  readonly roughness: number;
  readonly k1: number;
  readonly kForward: number;
  readonly kReverse: number;
  readonly exits: number;
}
const LINE: Line = {
  flowM3S: 2e-4,
  boreM: 0.01,
  lengthM: 1.2,
  roughness: 1e-3,
  k1: 0,
  kForward: 0,
  kReverse: 0,
  exits: 0,
};
const [RHO, MU] = [850, 0.012];

function drop(change: Partial<Line> = {}, mu = MU): { readonly pa: number; readonly slope: number } {
  const l = { ...LINE, ...change };
  const line = { ...l, relativeRoughness: l.roughness, k1Sum: l.k1, exitCount: l.exits };
  lineDropInto(out, l.flowM3S, line, RHO, mu);
  return { pa: out[0]!, slope: out[1]! };
}
const velocity = (q: number, d = LINE.boreM) => (4 * Math.abs(q)) / (Math.PI * d * d);
const reynolds = (q: number, mu = MU) => (RHO * velocity(q) * LINE.boreM) / mu;
const head = (q: number) => 0.5 * RHO * velocity(q) ** 2;
/** A flow at this Reynolds number. */
const flowAt = (re: number, mu = MU) => (re * mu * Math.PI * LINE.boreM) / (4 * RHO);

describe('The pressure drop of a line', () => {
  it('is Hagen and Poiseuille’s in laminar flow: 128μLQ/(πD⁴)', () => {
    const q = flowAt(800);
    const expected = (128 * MU * 1.2 * q) / (Math.PI * 0.01 ** 4);
    expect(drop({ flowM3S: q }).pa / expected).toBeCloseTo(1, 12);
    expect(drop({ flowM3S: q }).slope / (expected / q)).toBeCloseTo(1, 12);
    expect(drop({ flowM3S: -q }).pa / -expected).toBeCloseTo(1, 12);
  });

  it('is Darcy and Weisbach’s with Churchill’s friction beyond, by length over bore', () => {
    const mu = 0.002;
    const re = reynolds(LINE.flowM3S, mu);
    const expected = churchillFriction(re, 1e-3) * (1.2 / 0.01) * head(LINE.flowM3S);
    expect(re).toBeGreaterThan(8000);
    expect(drop({}, mu).pa / expected).toBeCloseTo(1, 12);
    expect(drop({ lengthM: 2.4 }, mu).pa / expected).toBeCloseTo(2, 12);
  });

  it('adds K1/Re and K on the velocity head, K by the way that it flows', () => {
    const bare = { lengthM: 0, flowM3S: flowAt(500) };
    const h = head(bare.flowM3S);
    expect(drop({ ...bare, k1: 900 }).pa / ((900 / 500) * h)).toBeCloseTo(1, 12);
    const ways = { ...bare, kForward: 1.4, kReverse: 0.6 };
    expect(drop(ways).pa / (1.4 * h)).toBeCloseTo(1, 12);
    expect(drop({ ...ways, flowM3S: -bare.flowM3S }).pa / (-0.6 * h)).toBeCloseTo(1, 12);
    expect(drop(ways).slope / ((2 * 1.4 * h) / bare.flowM3S)).toBeCloseTo(1, 12);
  });

  it('loses two velocity heads at an exit in laminar flow, one in turbulent, and goes over smoothly', () => {
    const at = (re: number) => drop({ lengthM: 0, exits: 2, flowM3S: flowAt(re) }).pa / (2 * head(flowAt(re)));
    expect([EXIT_LAMINAR_RE, EXIT_TURBULENT_RE]).toEqual([2000, 4000]);
    expect(at(500)).toBeCloseTo(2, 12);
    expect(at(1999)).toBeCloseTo(2, 12);
    expect(at(3000)).toBeCloseTo(1.5, 12);
    expect(at(2500)).toBeCloseTo(2 - 5 / 32, 12);
    expect(at(4001)).toBeCloseTo(1, 12);
    expect(at(9000)).toBeCloseTo(1, 12);
  });

  it('has the slope that differences give, in every regime', () => {
    for (const re of [200, 1500, 2600, 3100, 3900, 2e4]) {
      const q = flowAt(re);
      const all = { k1: 600, kForward: 0.9, exits: 1 };
      const h = q * 1e-6;
      const difference = (drop({ ...all, flowM3S: q + h }).pa - drop({ ...all, flowM3S: q - h }).pa) / (2 * h);
      expect(drop({ ...all, flowM3S: q }).slope / difference).toBeCloseTo(1, 5);
    }
  });

  it('keeps a slope at rest, as of a thousandth of a bore of tube', () => {
    const { pa, slope } = drop({ flowM3S: 0, lengthM: 0, kForward: 1 });
    expect(pa).toBe(0);
    expect(slope / ((128 * MU * 1e-3 * 0.01) / (Math.PI * 0.01 ** 4))).toBeCloseTo(1, 12);
  });
});

describe('A sudden change of bore', () => {
  // Borda–Carnot (1 − a)² into the wider bore, 0.5·(1 − a) into the narrower, on the narrower bore's velocity; a = 1/4
  // here.
  it.each([
    ['the line is the narrow one and widens at its outlet', 0.01, 0.02, false, 0.5625, 0.375],
    ['the line is the narrow one, met from a wider bore', 0.01, 0.02, true, 0.375, 0.5625],
    ['the line is the wide one, met from a narrower bore', 0.02, 0.01, true, 9, 6],
    ['the line is the wide one and narrows at its outlet', 0.02, 0.01, false, 6, 9],
    ['nothing changes', 0.01, 0.01, true, 0, 0],
  ])('where %s', (_, line, other, atInlet, forward, reverse) => {
    const k = areaChangeK(line, other, atInlet);
    expect(k.forward).toBeCloseTo(forward, 12);
    expect(k.reverse).toBeCloseTo(reverse, 12);
  });
});
