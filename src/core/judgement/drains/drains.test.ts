import { partSchema, type PartOf } from '../../document/parts/part';
import { judgeDrain } from './judgeDrain';

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
});
