import { STANDARD_GRAVITY_M_S2 as G } from '../../foundations/units/conversions';
import { seeded } from '../../foundations/random/quasiRandom';
import { accumulatorGivesM3, accumulatorOilM3, gasPressurePa, POLYTROPIC } from './accumulator';
import { fallingFilmM } from './fallingFilm';
import { backedUpM, halfFullCapacityM3S } from './gravityDrain';
import { boxBelowSurfaceM3, type Box, type Surface } from './tiltedPool';

describe('Oil in a box under a tilted surface', () => {
  const box: Box = { x0: 0, x1: 0.4, y0: 0, y1: 0.2, z0: 0, z1: Infinity };

  // By hand: prism, triangular prism, pyramid over a corner, and a box that is full.
  it.each<[string, Surface, number]>([
    ['level', { z0: 0.05, xSlope: 0, ySlope: 0 }, 0.4 * 0.2 * 0.05],
    ['tilted, no floor bare: as its middle', { z0: 0.02, xSlope: 0.1, ySlope: 0.1 }, 0.4 * 0.2 * 0.05],
    ['a wedge along one wall', { z0: -0.1, xSlope: 0.5, ySlope: 0 }, (0.2 * 0.5 * 0.2 ** 2) / 2],
    ['a corner', { z0: -0.38, xSlope: 0.8, ySlope: 0.8 }, 0.1 ** 3 / (6 * 0.8 * 0.8)],
  ])('%s', (_, surface, m3) => expect(boxBelowSurfaceM3(box, surface)).toBeCloseTo(m3, 14));

  it('is what fills it where it is closed on top', () => {
    expect(boxBelowSurfaceM3({ ...box, z1: 0.03 }, { z0: 1, xSlope: 0.2, ySlope: -0.3 })).toBeCloseTo(0.0024, 14);
  });

  it('agrees with the sum over thin columns, however it is tilted', () => {
    const random = seeded(7);
    for (let i = 0; i < 40; i++) {
      const [x1, y1, z1] = [0.1 + random(), 0.1 + random(), 0.05 + 0.3 * random()];
      const scale = 10 ** (-6 * random());
      const surface = { z0: 0.3 * random() - 0.1, xSlope: scale * (random() - 0.5), ySlope: random() - 0.5 };
      const n = 120;
      let sum = 0;
      for (let a = 0; a < n; a++)
        for (let b = 0; b < n; b++) {
          const z = surface.z0 + (surface.xSlope * x1 * (a + 0.5)) / n + (surface.ySlope * y1 * (b + 0.5)) / n;
          sum += (Math.min(z1, Math.max(0, z)) * x1 * y1) / n ** 2;
        }
      expect(Math.abs(boxBelowSurfaceM3({ x0: 0, x1, y0: 0, y1, z0: 0, z1 }, surface) - sum)).toBeLessThan(3e-5);
    }
  });
});

describe('A falling film', () => {
  it('carries its flow: q = gδ³/(3ν), by the parabola of its speed', () => {
    const [nu, q] = [12e-6, 2e-4];
    const film = fallingFilmM(nu, q);
    // Summed over layers: u(y) = g/ν·(δy − y²/2).
    const layers = 2000;
    let sum = 0;
    for (let i = 0; i < layers; i++) {
      const y = (film * (i + 0.5)) / layers;
      sum += ((G / nu) * (film * y - y ** 2 / 2) * film) / layers;
    }
    expect(sum).toBeCloseTo(q, 9);
  });
});

describe('A drain that is too small', () => {
  it('holds the column that makes it carry what arrives, and nothing where it carries it half full', () => {
    const at = (flow: number) => backedUpM(flow, 0.012, 0.25, 0.25, 1e-5, 830, 0.01);
    const carried = halfFullCapacityM3S(0.012, 1, 1e-5, 830, 0.01);
    expect(at(0.99 * carried)).toBe(0);
    const height = at(1.2 * carried);
    expect(halfFullCapacityM3S(0.012, (0.25 + height) / 0.25, 1e-5, 830, 0.01)).toBeCloseTo(1.2 * carried, 8);
    // Laminar: flow goes by the slope, so 1.4 times the flow takes 1.4 times the drop.
    expect(backedUpM(1.4 * halfFullCapacityM3S(0.006, 1, 0, 870, 0.2), 0.006, 0.25, 0.25, 0, 870, 0.2)).toBeCloseTo(
      0.1,
      4,
    );
  });
});

describe('An accumulator', () => {
  const charge = { volumeM3: 2e-3, prechargePa: 0.5e5, atmospherePa: 1e5 };

  it('of two litres, 1.5 to 5 to 2.5 bar absolute, gives 0.38 L within seconds: 0.60·(2^(1/1.4) − 1)', () => {
    const given = accumulatorGivesM3(charge, 4e5, 1.5e5, POLYTROPIC.fast);
    expect(given).toBeCloseTo(0.6e-3 * (2 ** (1 / 1.4) - 1), 12);
  });

  it('gives slowly what it takes slowly, by Boyle both ways', () => {
    const taken = accumulatorOilM3(2e-3, 0.5e5, 4e5, 1e5) - accumulatorOilM3(2e-3, 0.5e5, 1.5e5, 1e5);
    expect(accumulatorGivesM3(charge, 4e5, 1.5e5, POLYTROPIC.slow)).toBeCloseTo(taken, 15);
  });

  it.each([1, 1.2, 1.4])('is at the lower pressure when it has given that, with an exponent of %d', (n) => {
    const given = accumulatorGivesM3(charge, 4e5, 1.5e5, n);
    expect(gasPressurePa(charge, 4e5, given, n)).toBeCloseTo(1.5e5, 4);
    expect(gasPressurePa(charge, 4e5, 0, n)).toBeCloseTo(4e5, 4);
  });

  it('gives no more than it holds, down to no lower than its charge, and nothing where it never took any', () => {
    const held = accumulatorOilM3(2e-3, 0.5e5, 4e5, 1e5);
    expect(accumulatorGivesM3(charge, 4e5, 0, POLYTROPIC.slow)).toBeCloseTo(held, 12);
    expect(accumulatorGivesM3(charge, 4e5, 0, POLYTROPIC.fast)).toBeLessThan(held);
    expect(accumulatorGivesM3(charge, 0.4e5, 0.1e5, POLYTROPIC.fast)).toBe(0);
    expect(accumulatorGivesM3(charge, 4e5, 4.5e5, POLYTROPIC.fast)).toBe(0);
  });
});
