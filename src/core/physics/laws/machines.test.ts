import { Oil } from '../oil/oil';
import { expectPublished, input, published, publishedValue } from '../../verification/publishedValues';
import { bearingFeedCoefficientM3 } from './bearingFeed';
import { centrifugalGainPa, centrifugalThresholdPa } from './crankDrilling';
import {
  frictionPerViscosity,
  bindFilm,
  noFilmYet,
  solveFilm,
  type FilmState,
  type JournalBearing,
} from './journalBearing';
import { liftInto } from './lift';
import { ocvirkEccentricity, ocvirkSommerfeld } from './ocvirk';
import { pumpFlowInto, slipCoefficient } from './pump';
import { springValveFlowInto } from './springValve';
import { thermostatOpening } from './thermostat';
import { twoTermCoefficients, twoTermFlowInto } from './twoTerm';

const out = new Float64Array(6);
const MAIN: JournalBearing = {
  diameterM: 0.055,
  lengthM: 0.018,
  clearanceRadialM: 32e-6,
  feed: { kind: 'halfGroove', landEachM: 6.5e-3 },
  eccentricity: { kind: 'ratio', ratio: 0.6 },
  filmHeatShare: 0.5,
  metalConductanceWK: 1,
  hydrodynamicSideFlow: false,
};
const OIL = new Oil({
  name: '10W-40',
  viscosity40M2S: 96e-6,
  viscosity100M2S: 14.4e-6,
  density15KgM3: 868,
  expansionPerK: 6.5e-4,
  hthsPaS: 3.9e-3,
});

function film(bearing: JournalBearing, speedRevS: number, pressurePa: number, inletK: number): FilmState {
  const state: FilmState = {
    flowM3S: 0,
    slope: 0,
    temperatureK: inletK,
    viscosityPaS: 0,
    frictionW: 0,
    eccentricityRatio: 0,
  };
  const coefficients = noFilmYet();
  bindFilm(coefficients, bearing, speedRevS, inletK, 1);
  solveFilm(
    state,
    bearing,
    coefficients,
    OIL,
    pressurePa,
    inletK,
    OIL.densityKgM3(inletK) * OIL.specificHeatJKgK(inletK),
  );
  return state;
}

describe('Bearing feed', () => {
  it('full groove agrees with the main bearing of T5-circ-SI', () => {
    const row = publishedValue('T5-circ-SI');
    const k = bearingFeedCoefficientM3(
      { kind: 'fullGroove', landEachM: input(row, 'lp') },
      2 * input(row, 'r'),
      1,
      input(row, 'c'),
      input(row, 'eps'),
    );
    expectPublished(row, (k * input(row, 'ps')) / input(row, 'mu'));
  });

  it.each(published('Oil hole flow', 'T5-hole-').map((row) => [row.id, row] as const))(
    'hole agrees with %s',
    (_, row) => {
      expectPublished(
        row,
        bearingFeedCoefficientM3(
          { kind: 'hole', holeDiameterM: input(row, 'dh'), holeAngleRad: 0 },
          1,
          input(row, 'L'),
          input(row, 'c'),
          0,
        ),
      );
    },
  );

  it('half groove is the integral of the film cubed over its half, by quadrature', () => {
    const [d, c, e, l] = [0.055, 32e-6, 0.6, 6.5e-3];
    let sum = 0;
    const n = 20000;
    for (let i = 0; i < n; i++)
      sum += ((c * (1 + e * Math.cos(-Math.PI / 2 + (Math.PI * (i + 0.5)) / n))) ** 3 * (d / 2) * Math.PI) / n;
    const both = (2 * sum) / (12 * l);
    expect(bearingFeedCoefficientM3({ kind: 'halfGroove', landEachM: l }, d, 1, c, e) / both).toBeCloseTo(1, 7);
  });
});

describe('Journal bearing film', () => {
  it('friction is Petroff for a centred shaft (T5-pet-T)', () => {
    const row = publishedValue('T5-pet-T');
    const bearing = {
      ...MAIN,
      diameterM: 2 * input(row, 'r'),
      lengthM: input(row, 'L'),
      clearanceRadialM: input(row, 'c'),
    };
    const n = input(row, 'N');
    expectPublished(row, (frictionPerViscosity(bearing, n, 0) * input(row, 'mu')) / (2 * Math.PI * n));
  });

  it.each([...published('Ocvirk short bearing', 'T5-ocv-S')].map((row) => [row.id, row] as const))(
    'short bearing agrees with %s both ways',
    (_, row) => {
      const s = ocvirkSommerfeld(input(row, 'ld'), input(row, 'eps'));
      expectPublished(row, s);
      // S = μn(DL/W)(D/2c)²: choose W to give S, and the eccentricity comes back.
      const [mu, n, d, c] = [0.01, 50, 0.05, 30e-6];
      const l = input(row, 'ld') * d;
      const load = ((mu * n * d * l) / s) * (d / (2 * c)) ** 2;
      expect(ocvirkEccentricity(load, n, mu, d, l, c)).toBeCloseTo(input(row, 'eps'), 9);
    },
  );

  it('closes its heat balance', () => {
    for (const [n, p, t] of [
      [15, 2e5, 380],
      [117, 5e5, 370],
      [117, 5e5, 240],
      [4, 4e5, 233],
      [117, 0, 370],
    ] as const) {
      const state = film(MAIN, n, p, t);
      const capacity = OIL.densityKgM3(t) * OIL.specificHeatJKgK(t);
      expect((state.temperatureK - t) * (capacity * state.flowM3S + 1)).toBeCloseTo(0.5 * state.frictionW, 5);
      expect(state.flowM3S).toBeCloseTo(
        (bearingFeedCoefficientM3(MAIN.feed, MAIN.diameterM, MAIN.lengthM, MAIN.clearanceRadialM, 0.6) * p) /
          state.viscosityPaS,
        12,
      );
    }
  });

  it.each([
    ['plain', MAIN],
    ['with side flow', { ...MAIN, hydrodynamicSideFlow: true }],
    ['loaded', { ...MAIN, eccentricity: { kind: 'load', loadN: 4000 } }],
  ] as const)('gives the slope that differences give: %s', (_, bearing) => {
    const at = (p: number) => film(bearing, 80, p, 365);
    const h = 200;
    expect(at(3e5).slope / ((at(3e5 + h).flowM3S - at(3e5 - h).flowM3S) / (2 * h))).toBeCloseTo(1, 3);
  });

  it('side flow adds what is dragged out, up to the whole of it', () => {
    const plain = film(MAIN, 80, 3e5, 365).flowM3S;
    const dragged = film({ ...MAIN, hydrodynamicSideFlow: true }, 80, 3e5, 365).flowM3S;
    expect(dragged).toBeGreaterThan(plain * 0.9);
    expect(dragged).toBeLessThan(2 * plain);
  });
});

describe('Crank drilling', () => {
  it('holds back and gains what a turning column does (closed form)', () => {
    const drilling = { mainRadiusM: 0.0275, outletRadiusM: 0.06, leastRadiusM: 0.006, gateHalfWidth: 0.05 };
    const omega = 2 * Math.PI * 100;
    expect(centrifugalThresholdPa(drilling, 100, 820)).toBeCloseTo(410 * omega ** 2 * (0.0275 ** 2 - 0.006 ** 2), 6);
    expect(centrifugalGainPa(drilling, 100, 820)).toBeCloseTo(410 * omega ** 2 * (0.06 ** 2 - 0.0275 ** 2), 6);
    expect(centrifugalThresholdPa({ ...drilling, leastRadiusM: 0.03 }, 100, 820)).toBe(0);
  });
});

describe('Pump', () => {
  const FIXED = {
    theoreticalM3S: 0,
    slipPerViscosity: 0,
    limitAbsPa: 5e4,
    dryAbsPa: 5e3,
    targetPa: Infinity,
    bandPa: 1,
    leastShare: 1,
  };
  const MEETS = { inletPa: 0, outletPa: 0, sensePa: 0, viscosityPaS: 0.01, atmospherePa: 101325, freeAirShare: 0 };

  it('delivers what Wilson gives (T7-evQ)', () => {
    const row = publishedValue('T7-evQ');
    const v = input(row, 'D');
    const pump = {
      ...FIXED,
      theoreticalM3S: v * input(row, 'N'),
      slipPerViscosity: (input(row, 'Cs') * v) / (2 * Math.PI),
    };
    pumpFlowInto(out, pump, { ...MEETS, outletPa: input(row, 'dp'), viscosityPaS: input(row, 'mu') });
    expectPublished(row, out[0]!);
  });

  it('has the rated efficiency at its rating point', () => {
    const cs = slipCoefficient(0.85, 2000 / 60, 0.0118, 4e5);
    const v = 11e-6;
    const pump = { ...FIXED, theoreticalM3S: (v * 2000) / 60, slipPerViscosity: (cs * v) / (2 * Math.PI) };
    pumpFlowInto(out, pump, { ...MEETS, outletPa: 4e5, viscosityPaS: 0.0118 });
    expect(out[0]! / ((v * 2000) / 60)).toBeCloseTo(0.85, 12);
  });

  it('starves linearly below its inlet limit and backs off above its target', () => {
    const at = (inlet: number, sense: number) => {
      const pump = { ...FIXED, theoreticalM3S: 1e-3, targetPa: 3e5, bandPa: 3e4, leastShare: 0.25 };
      pumpFlowInto(out, pump, { ...MEETS, inletPa: inlet, sensePa: sense });
      return out[0]!;
    };
    expect(at(27500 - 101325, 0)).toBeCloseTo(0.5e-3, 12);
    expect(at(-101325, 0)).toBe(0);
    expect(at(0, 3.15e5)).toBeCloseTo(1e-3 * (1 - 0.75 * 0.5), 12);
    expect(at(0, 5e5)).toBeCloseTo(0.25e-3, 12);
  });
});

describe('Spring valves and rated parts', () => {
  const VALVE = {
    crackPa: 4.8e5,
    fullOpenPa: 6e5,
    areaM2: 45e-6,
    dischargeCoefficient: 0.7,
    leakM3SPa: 1e-13,
    seatLeakM2: 0,
  };

  it('lift is 0, half and 1 where it should be, smooth at the corners', () => {
    const lift = (x: number) => (liftInto(out, x), out[0]!);
    expect([lift(-0.1), lift(0.5), lift(1.1)]).toEqual([0, 0.5, 1]);
    for (const corner of [-0.02, 0.02, 0.98, 1.02])
      expect(lift(corner + 1e-9) - lift(corner - 1e-9)).toBeLessThan(1e-8);
  });

  it('a relief shut passes its leak only, and flows by its area when open', () => {
    springValveFlowInto(out, VALVE, { pressureDropPa: 3e5, sensedPa: 3e5, densityKgM3: 850, viscosityPaS: 0.01 });
    expect(out[0]).toBeCloseTo(3e-8, 15);
    springValveFlowInto(out, VALVE, { pressureDropPa: 7e5, sensedPa: 7e5, densityKgM3: 850, viscosityPaS: 1e-9 });
    expect((out[0]! - 7e-8) / (0.7 * 45e-6 * Math.sqrt((2 * 7e5) / 850))).toBeCloseTo(1, 7);
  });

  it('a relief with dirt on its seat passes what an opening of that size does, and still regulates', () => {
    const meets = { pressureDropPa: 3e5, sensedPa: 3e5, densityKgM3: 850, viscosityPaS: 1e-9 };
    springValveFlowInto(out, { ...VALVE, seatLeakM2: 2e-6 }, meets);
    expect((out[0]! - 3e-8) / (0.7 * 2e-6 * Math.sqrt((2 * 3e5) / 850))).toBeCloseTo(1, 7);
    const slope = out[1]!;
    const at = (dp: number) => {
      springValveFlowInto(out, { ...VALVE, seatLeakM2: 2e-6 }, { ...meets, pressureDropPa: dp });
      return out[0]!;
    };
    expect(slope / ((at(3e5 + 10) - at(3e5 - 10)) / 20)).toBeCloseTo(1, 5);
  });

  it('gives the slopes that differences give, own and sensed', () => {
    const at = (dp: number, sensed: number) => (
      springValveFlowInto(out, VALVE, { pressureDropPa: dp, sensedPa: sensed, densityKgM3: 850, viscosityPaS: 0.02 }),
      out[0]!
    );
    at(5.2e5, 5.4e5);
    const [own, sensed] = [out[1]!, out[2]!];
    expect(own / ((at(5.2e5 + 10, 5.4e5) - at(5.2e5 - 10, 5.4e5)) / 20)).toBeCloseTo(1, 5);
    expect(sensed / ((at(5.2e5, 5.4e5 + 10) - at(5.2e5, 5.4e5 - 10)) / 20)).toBeCloseTo(1, 5);
  });

  it('a rated part passes through its rating point, and T11-quad holds', () => {
    const rating = { pressureDropPa: 0.15e5, flowM3S: 5e-4, viscosityPaS: 0.0204, densityKgM3: 850, viscousShare: 0.6 };
    const c = twoTermCoefficients(rating, 1);
    twoTermFlowInto(out, 0.15e5, c.linearPerViscosity, c.squarePerDensity, 850, 0.0204);
    expect(out[0]! / 5e-4).toBeCloseTo(1, 12);
    const row = publishedValue('T11-quad');
    twoTermFlowInto(out, input(row, 'dp'), input(row, 'a'), input(row, 'b'), 1, 1);
    expectPublished(row, out[0]!);
  });

  it('a thermostat opens between its two temperatures', () => {
    expect([340, 353, 358, 363, 400].map((t) => thermostatOpening(t, 353, 363))).toEqual([0, 0, 0.5, 1, 1]);
  });
});
