import { expectPublished, input, published, publishedValue, toSi } from '../../verification/publishedValues';
import {
  churchillFriction,
  churchillInto,
  CHURCHILL_LAMINAR_BELOW_RE,
  CHURCHILL_TURBULENT_ABOVE_RE,
} from './churchill';
import { areaChangeK, lineDropInto } from './line';
import { openingFlowInto } from './opening';
import { orificeFlowInto, shortTubeCd } from './orifice';
import { halfFullCapacityM3S } from './gravityDrain';
import { twoK } from './twoK';

const out = new Float64Array(6);

describe('Darcy friction factor', () => {
  it.each([...published('Churchill 1977'), ...published('Laminar')].map((row) => [row.id, row] as const))(
    'agrees with %s',
    (_, row) => {
      expectPublished(row, churchillFriction(input(row, 'Re'), row.inputs['eD'] ? input(row, 'eD') : 0));
    },
  );

  // Churchill's form is stated to hold Colebrook within a few percent; 4 % covers Re 4000 on a rough wall.
  it.each(published('Colebrook').map((row) => [row.id, row] as const))('stays within 4 %% of %s', (_, row) => {
    const ratio = churchillFriction(input(row, 'Re'), input(row, 'eD')) / toSi(row.expected);
    expect(Math.abs(ratio - 1)).toBeLessThan(0.04);
  });

  it('has no step where its short forms take over', () => {
    for (const re of [CHURCHILL_LAMINAR_BELOW_RE, CHURCHILL_TURBULENT_ABOVE_RE])
      expect(churchillFriction(re * (1 + 1e-12), 1e-3) / churchillFriction(re * (1 - 1e-12), 1e-3)).toBeCloseTo(1, 10);
  });

  it('gives the slope that differences give', () => {
    for (const re of [100, 1500, 2300, 2800, 4000, 2e4, 1e5, 1e7]) {
      churchillInto(out, re, 1e-3);
      const slope = out[1]!;
      const h = re * 1e-6;
      const difference = (churchillFriction(re + h, 1e-3) - churchillFriction(re - h, 1e-3)) / (2 * h);
      expect(slope / difference).toBeCloseTo(1, 5);
    }
  });
});

describe('Fittings', () => {
  it.each(published('Hooper K').map((row) => [row.id, row] as const))('two-K agrees with %s', (_, row) => {
    expectPublished(row, twoK(input(row, 'K1'), input(row, 'Kinf'), input(row, 'Re'), input(row, 'ID')));
  });

  it('caps the size term when asked', () => {
    expect(twoK(0, 1, 1e9, 0.005, 3)).toBe(3);
    expect(twoK(0, 1, 1e9, 0.005)).toBeCloseTo(6.08, 9);
  });

  it.each(published('Sudden expansion', 'T3-exp-turb').map((row) => [row.id, row] as const))(
    'Borda–Carnot agrees with %s',
    (_, row) => {
      const narrow = 0.01;
      const wide = narrow / Math.sqrt(input(row, 'ar'));
      expectPublished(row, areaChangeK(narrow, wide, false).forward);
      expectPublished(row, areaChangeK(narrow, wide, true).reverse);
      // The same change on the wide line's own velocity head.
      expectPublished(row, areaChangeK(wide, narrow, true).forward * (narrow / wide) ** 4);
    },
  );
});

describe('A line', () => {
  const drop = (q: number, mu = 0.01, exits = 0) => {
    const line = { boreM: 0.012, lengthM: 1.5, relativeRoughness: 1e-4, k1Sum: 500, kForward: 1.2, kReverse: 0.8 };
    lineDropInto(out, q, { ...line, exitCount: exits }, 850, mu);
    return out[0]!;
  };

  it('is Poiseuille plus K1 at creeping flow', () => {
    const q = 1e-9;
    const mu = 0.5;
    const expected =
      (128 * mu * 1.5 * q) / (Math.PI * 0.012 ** 4) + (0.5 * 500 * mu * q) / (0.012 * 0.25 * Math.PI * 0.012 ** 2);
    expect(drop(q, mu) / expected).toBeCloseTo(1, 6);
  });

  it('gives the slope that differences give, in either direction and through the transition', () => {
    for (const q of [1e-6, 1e-5, 1.5e-4, 2.2e-4, 2.6e-4, 4e-4, 2e-3, -3e-4, -2e-3])
      for (const exits of [0, 1]) {
        drop(q, 0.01, exits);
        const slope = out[1]!;
        const h = Math.abs(q) * 1e-6;
        expect(slope / ((drop(q + h, 0.01, exits) - drop(q - h, 0.01, exits)) / (2 * h))).toBeCloseTo(1, 4);
      }
  });
});

describe('Restrictors', () => {
  it.each(
    published('Lichtarowicz long orifice')
      .filter((row) => row.inputs['Re'])
      .map((row) => [row.id, row] as const),
  )('short tube agrees with %s', (_, row) => {
    expectPublished(row, shortTubeCd(input(row, 'Re'), input(row, 'ld')));
  });

  it.each(published('Restrictor hot to cold').map((row) => [row.id, row] as const))('flow agrees with %s', (_, row) => {
    orificeFlowInto(out, 4e5, { boreM: 1.5e-3, lengthM: 6e-3, statedCd: 0 }, 870, input(row, 'mu'));
    expectPublished(row, out[0]!);
  });

  it.each(published('Creeping bound', 'T4-creep').map((row) => [row.id, row] as const))(
    'never flows more than %s',
    (_, row) => {
      const d = 1e-3;
      const mu = 1;
      const rho = 850;
      const ideal = (input(row, 'Re') * mu) / (rho * d);
      const orifice = { boreM: d, lengthM: input(row, 'ld') * d, statedCd: 0 };
      orificeFlowInto(out, 0.5 * rho * ideal * ideal, orifice, rho, mu);
      expectPublished(row, out[0]! / (0.25 * Math.PI * d * d * ideal));
    },
  );

  it('a sharp edge meets Sampson creeping flow cold', () => {
    const row = publishedValue('T4-delta-exact');
    // Sampson: Q = d³Δp/(24μ); with Cd = δ²·Re_h·const the closed form follows from the same law.
    openingFlowInto(out, 1, 0.25 * Math.PI * 1e-6, 0.61, 850, 100);
    expect(out[0]! / (1e-9 / (24 * 100))).toBeCloseTo(1, 6);
    const cd = out[0]! / (0.25 * Math.PI * 1e-6 * Math.sqrt(2 / 850));
    const re = ((out[0]! / (0.25 * Math.PI * 1e-6)) * 1e-3 * 850) / 100;
    expectPublished(row, cd / Math.sqrt(re));
  });

  it('joins edge and tube without a step and is odd in the pressure', () => {
    const at = (ratio: number, dp = 1e5) => {
      orificeFlowInto(out, dp, { boreM: 1e-3, lengthM: ratio * 1e-3, statedCd: 0 }, 850, 0.01);
      return out[0]!;
    };
    for (const join of [0.5, 2, 10]) expect(at(join - 1e-9) / at(join + 1e-9)).toBeCloseTo(1, 6);
    expect(at(1, -1e5)).toBe(-at(1));
  });

  it('gives the slope that differences give', () => {
    for (const dp of [1, 1e3, 1e4, 1e5, 1e6])
      for (const ratio of [0.2, 1, 3])
        for (const mu of [0.008, 0.5]) {
          const at = (p: number) => {
            orificeFlowInto(out, p, { boreM: 1.2e-3, lengthM: ratio * 1.2e-3, statedCd: 0 }, 850, mu);
            return out[0]!;
          };
          at(dp);
          const slope = out[1]!;
          expect(slope / ((at(dp * 1.000001) - at(dp * 0.999999)) / (dp * 2e-6))).toBeCloseTo(1, 4);
        }
  });
});

describe('A gravity drain', () => {
  it.each(published('Drain', 'T8-half').map((row) => [row.id, row] as const))(
    'carries half of the full pipe, %s',
    (_, row) => {
      expectPublished(
        row,
        halfFullCapacityM3S(input(row, 'd'), input(row, 'slope_sin'), 0, input(row, 'rho'), input(row, 'mu')),
      );
    },
  );

  it('carries nothing uphill', () => {
    expect(halfFullCapacityM3S(0.0142, -0.01, 1e-5, 850, 0.01)).toBe(0);
  });
});
