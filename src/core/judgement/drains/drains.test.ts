import { partSchema, type PartOf } from '../../document/parts/part';
import { judgeDrain, scavengeCapacityM3S } from './judgeDrain';

const MU = 0.5;
const RHO = 860;
const drain = (own: object = {}): PartOf<'drain'> => {
  const part = partSchema.parse({
    id: 'd',
    kind: 'drain',
    name: 'd',
    boreM: 0.0142,
    lengthM: 0.4,
    profile: [
      { alongM: 0, heightM: 0.2 },
      { alongM: 0.4, heightM: -0.05 },
    ],
    ...own,
  });
  if (part.kind !== 'drain') throw new Error('not a drain');
  return part;
};
const around = {
  flowM3S: 2e-5,
  densityKgM3: RHO,
  viscosityPaS: MU,
  outletHeightM: undefined,
  levelM: -0.19,
  crankcasePa: 0,
};

describe('A gravity drain', () => {
  it('carries ρgSπD⁴/(256μ) half full, laminar (closed form)', () => {
    const judged = judgeDrain(drain(), around);
    expect(judged.slope).toBeCloseTo(0.25 / 0.4, 12);
    expect(judged.capacityM3S! / ((RHO * 9.80665 * (0.25 / 0.4) * Math.PI * 0.0142 ** 4) / (256 * MU))).toBeCloseTo(
      1,
      6,
    );
    expect(judged.neededM3S).toBeCloseTo(4e-5, 15);
  });

  it.each([
    ['runs', {}, { viscosityPaS: 0.05 }],
    ['small', {}, { flowM3S: 1e-3 }],
    [
      'rises',
      {
        profile: [
          { alongM: 0, heightM: 0.2 },
          { alongM: 0.2, heightM: -0.1 },
          { alongM: 0.4, heightM: -0.05 },
        ],
      },
      {},
    ],
    [
      'portUnder',
      {
        profile: [
          { alongM: 0, heightM: 0.2 },
          { alongM: 0.4, heightM: -0.2 },
        ],
      },
      {},
    ],
    [
      'flat',
      {
        profile: [
          { alongM: 0, heightM: -0.05 },
          { alongM: 0.4, heightM: -0.05 },
        ],
      },
      {},
    ],
    ['pressed', {}, { crankcasePa: 3e3, viscosityPaS: 0.05 }],
    ['unknown', { profile: undefined }, {}],
  ] as const)('%s', (verdict, own, change) => {
    expect(judgeDrain(drain(own), { ...around, ...change }).verdict).toBe(verdict);
  });

  it('falls to the oil, not to a port below it', () => {
    const judged = judgeDrain(
      drain({
        profile: [
          { alongM: 0, heightM: 0.2 },
          { alongM: 0.4, heightM: -0.3 },
        ],
      }),
      around,
    );
    expect(judged.slope).toBeCloseTo(0.39 / 0.4, 12);
    expect(judged.portAboveLevelM).toBeCloseTo(-0.11, 12);
  });

  it('is known by its outlet’s height alone, the port then a little over the oil, or at the crank', () => {
    const judged = (levelM: number, outletHeightM: number | undefined) =>
      judgeDrain(drain({ profile: undefined }), { ...around, viscosityPaS: 0.01, levelM, outletHeightM });
    expect(judged(0.1, 0.3)).toMatchObject({ verdict: 'runs', outletHeightM: 0.3 });
    expect(judged(0.1, 0.3).portHeightM).toBeCloseTo(0.15, 12);
    expect(judged(0.1, 0.3).portAboveLevelM).toBeCloseTo(0.05, 12);
    expect(judged(-0.19, 0.3).portHeightM).toBe(0);
    expect(judged(-0.19, undefined)).toMatchObject({
      verdict: 'unknown',
      outletHeightM: null,
      capacityM3S: null,
      slope: null,
      portHeightM: null,
      portAboveLevelM: null,
      headPa: null,
      risesAtM: null,
    });
  });

  it('runs with little to spare within a quarter of what is needed, and is too narrow below it', () => {
    const capacityM3S = judgeDrain(drain(), around).capacityM3S!;
    const at = (share: number) => judgeDrain(drain(), { ...around, flowM3S: (share * capacityM3S) / 2 }).verdict;
    expect([0.79, 0.81, 0.999, 1.001].map(at)).toEqual(['runs', 'near', 'near', 'small']);
    // Nothing falls into it, or oil is drawn up: nothing is needed.
    expect(judgeDrain(drain(), { ...around, flowM3S: -1e-5 }).neededM3S).toBe(0);
  });

  it('tells where it climbs, by more than a millimetre', () => {
    const climbing = (byM: number) =>
      judgeDrain(
        drain({
          profile: [
            { alongM: 0, heightM: 0.2 },
            { alongM: 0.1, heightM: 0.05 },
            { alongM: 0.25, heightM: 0.05 + byM },
            { alongM: 0.4, heightM: 0 },
          ],
        }),
        { ...around, viscosityPaS: 0.01 },
      );
    expect(climbing(0.0012)).toMatchObject({ verdict: 'rises', risesAtM: 0.1 });
    expect(climbing(0.0008)).toMatchObject({ verdict: 'runs', risesAtM: null });
  });

  it('takes a port a millimetre under the oil for one at the oil, and no more', () => {
    const port = (heightM: number) =>
      judgeDrain(
        drain({
          profile: [
            { alongM: 0, heightM: 0.2 },
            { alongM: 0.4, heightM },
          ],
        }),
        { ...around, viscosityPaS: 0.05 },
      ).verdict;
    expect([port(-0.1905), port(-0.1895), port(-0.192)]).toEqual(['runs', 'runs', 'portUnder']);
  });

  it('is held up by a crankcase that presses more than its column of oil', () => {
    // ρ·g·h with h from the outlet to the port, source: hydrostatics.
    const headPa = RHO * 9.80665 * 0.25;
    const at = (crankcasePa: number) => judgeDrain(drain(), { ...around, viscosityPaS: 0.05, crankcasePa });
    expect(at(0).headPa! / headPa).toBeCloseTo(1, 12);
    expect([at(headPa * 0.999).verdict, at(headPa * 1.001).verdict]).toEqual(['runs', 'pressed']);
  });
});

describe('A scavenge section', () => {
  it('moves volume × speed × filling, at the engine’s speed or at its own', () => {
    const section = (own: object) => {
      const part = partSchema.parse({
        id: 's',
        kind: 'scavenge',
        name: 's',
        displacementM3Rev: 4e-6,
        speedRatio: 0.5,
        volumetricEfficiency: 0.75,
        ...own,
      });
      if (part.kind !== 'scavenge') throw new Error('not a section');
      return part;
    };
    expect(scavengeCapacityM3S(section({}), 100)).toBeCloseTo(4e-6 * 50 * 0.75, 18);
    expect(scavengeCapacityM3S(section({ ownSpeedRevS: 30 }), 100)).toBeCloseTo(4e-6 * 30 * 0.75, 18);
  });

  it('that pressure pushes on carries what half a bar moves through it full, uphill too: Hagen–Poiseuille', () => {
    const pushed = { ...around, isPushed: true, viscosityPaS: 0.1, crankcasePa: 0 };
    const level = drain({ profile: undefined, boreM: 0.01, lengthM: 1 });
    // Q = πD⁴Δp/(128μL) = π·1e-8·0.5e5/(12.8)
    expect(judgeDrain(level, pushed).capacityM3S! / ((Math.PI * 1e-8 * 0.5e5) / 12.8)).toBeCloseTo(1, 6);
    const uphill = drain({
      boreM: 0.01,
      lengthM: 1,
      profile: [
        { alongM: 0, heightM: 0 },
        { alongM: 1, heightM: 1 },
      ],
    });
    const { capacityM3S, verdict, neededM3S } = judgeDrain(uphill, pushed);
    const headPa = 0.5e5 - around.densityKgM3 * 9.80665;
    expect(capacityM3S! / ((Math.PI * 1e-8 * headPa) / 12.8)).toBeCloseTo(1, 6);
    expect([verdict, neededM3S]).toEqual([around.flowM3S < capacityM3S! ? 'runs' : 'small', around.flowM3S]);
    expect(judgeDrain(uphill, { ...pushed, flowM3S: 1.01 * capacityM3S! }).verdict).toBe('small');
  });
});
