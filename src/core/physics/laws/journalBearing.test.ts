import { Oil } from '../oil/oil';
import { bearingFeedCoefficientM3 } from './bearingFeed';
import {
  frictionPerViscosity,
  setFilmCoefficients,
  sideFlowM3S,
  solveFilm,
  type FilmCoefficients,
  type FilmState,
  type JournalBearing,
} from './journalBearing';
import { ocvirkEccentricity, ocvirkSommerfeld } from './ocvirk';

const OIL = new Oil({
  name: '10W-40',
  viscosity40M2S: 96e-6,
  viscosity100M2S: 14.4e-6,
  density15KgM3: 868,
  expansionPerK: 6.5e-4,
  hthsPaS: 3.9e-3,
});
const BEARING: JournalBearing = {
  diameterM: 0.05,
  lengthM: 0.02,
  clearanceRadialM: 30e-6,
  feed: { kind: 'halfGroove', landEachM: 6e-3 },
  eccentricity: { kind: 'ratio', ratio: 0.6 },
  filmHeatShare: 0.5,
  metalConductanceWK: 1,
  hydrodynamicSideFlow: false,
};
const INLET_K = 373.15;
const CAPACITY = OIL.densityKgM3(INLET_K) * OIL.specificHeatJKgK(INLET_K);

function film(change: Partial<JournalBearing> = {}, speedRevS = 80, pressurePa = 3e5, guessK = INLET_K) {
  const bearing = { ...BEARING, ...change };
  const state: FilmState = {
    flowM3S: 0,
    slope: 0,
    temperatureK: guessK,
    viscosityPaS: 0,
    frictionW: 0,
    eccentricityRatio: 0,
  };
  const c: FilmCoefficients = { feedM3: 0, frictionPerViscosity: 0, sideFlowM3S: 0, eccentricityRatio: 0 };
  const ratio = bearing.eccentricity.kind === 'ratio' ? bearing.eccentricity.ratio : 0;
  setFilmCoefficients(c, bearing, speedRevS, ratio);
  solveFilm(state, bearing, c, OIL, speedRevS, pressurePa, INLET_K, CAPACITY);
  return { ...state, coefficients: c };
}

describe('The terms of a film', () => {
  it('friction is Petroff’s over √(1 − ε²)', () => {
    const petroff = (2 * Math.PI * 0.025 ** 3 * 0.02 * (2 * Math.PI * 80) ** 2) / 30e-6;
    expect(frictionPerViscosity(BEARING, 80, 0) / petroff).toBeCloseTo(1, 12);
    expect(frictionPerViscosity(BEARING, 80, 0.6) / petroff).toBeCloseTo(1 / 0.8, 12);
  });

  it('side flow is ω·(D/2)·c·L·ε', () => {
    expect(sideFlowM3S(BEARING, 80, 0.5)).toBeCloseTo(2 * Math.PI * 80 * 0.025 * 30e-6 * 0.02 * 0.5, 15);
    expect(film().coefficients.sideFlowM3S).toBe(0);
    expect(film({ hydrodynamicSideFlow: true }).coefficients.sideFlowM3S).toBe(sideFlowM3S(BEARING, 80, 0.6));
  });
});

describe('A film', () => {
  // The film's own two equations, put in again: what was found must satisfy them.
  it.each([
    ['as it is', {}, 80, 3e5],
    ['slow', {}, 10, 3e5],
    ['fast with little pressure', {}, 140, 0.3e5],
    ['with side flow', { hydrodynamicSideFlow: true }, 80, 3e5],
    ['without pressure', {}, 80, 0],
    ['with side flow and without pressure', { hydrodynamicSideFlow: true }, 80, 0],
    ['at rest', {}, 0, 3e5],
    ['at rest without pressure', { hydrodynamicSideFlow: true }, 0, 0],
  ] as const)('%s satisfies its heat balance and its flow', (_, change, speed, pressure) => {
    const f = film(change, speed, pressure);
    const { feedM3, sideFlowM3S: side } = f.coefficients;
    const feed = (feedM3 * pressure) / f.viscosityPaS;
    const flow = side > 0 && feed > 0 ? feed + (feed * side) / (feed + side) : feed;
    expect(f.flowM3S).toBeCloseTo(flow, 14);
    expect(f.viscosityPaS).toBe(OIL.filmViscosityPaS(f.temperatureK));
    expect(f.frictionW).toBe(f.coefficients.frictionPerViscosity * f.viscosityPaS);
    expect(f.temperatureK - INLET_K).toBeCloseTo((0.5 * f.frictionW) / (CAPACITY * flow + 1), 6);
    expect(f.eccentricityRatio).toBe(0.6);
  });

  it('is the same from whatever guess it starts', () => {
    const { temperatureK } = film();
    for (const guess of [250, INLET_K, 380, 450, 800])
      expect(film({}, 80, 3e5, guess).temperatureK).toBeCloseTo(temperatureK, 6);
  });

  it.each([
    ['a stated eccentricity', {}, 5],
    ['side flow', { hydrodynamicSideFlow: true }, 5],
    ['an eccentricity by its load', { eccentricity: { kind: 'load', loadN: 4000 } }, 3],
  ] as const)('has the slope that differences give, with %s', (_, change, digits) => {
    for (const pressure of [0.5e5, 3e5]) {
      const h = pressure * 1e-4;
      const difference = (film(change, 80, pressure + h).flowM3S - film(change, 80, pressure - h).flowM3S) / (2 * h);
      expect(film(change, 80, pressure).slope / difference).toBeCloseTo(1, digits);
    }
    const atRest = film(change, 80, 1).flowM3S;
    expect(film(change, 80, 0).slope / atRest).toBeCloseTo(1, 2);
  });

  it('carries its load at the eccentricity that Ocvirk gives for its own viscosity', () => {
    const f = film({ eccentricity: { kind: 'load', loadN: 4000 } });
    const ratio = ocvirkEccentricity(4000, 80, f.viscosityPaS, 0.05, 0.02, 30e-6);
    expect(f.eccentricityRatio).toBeCloseTo(ratio, 9);
    expect(f.coefficients.feedM3).toBeCloseTo(bearingFeedCoefficientM3(BEARING.feed, 0.05, 0.02, 30e-6, ratio), 24);
    expect(film({ eccentricity: { kind: 'load', loadN: 8000 } }).eccentricityRatio).toBeGreaterThan(
      f.eccentricityRatio,
    );
  });
});

describe('The eccentricity by load', () => {
  it('is the one whose Sommerfeld number is that of the bearing', () => {
    const [load, speed, mu, d, l, c] = [3000, 60, 0.008, 0.05, 0.02, 30e-6];
    const ratio = ocvirkEccentricity(load, speed, mu, d, l, c);
    // S = μNLD/W·(R/c)², N in rev/s, source: the definition.
    const sommerfeld = ((mu * speed * l * d) / load) * (d / 2 / c) ** 2;
    expect(ocvirkSommerfeld(l / d, ratio) / sommerfeld).toBeCloseTo(1, 8);
  });

  it('is none without load, and bounded however heavy that is', () => {
    expect(ocvirkEccentricity(0, 60, 0.008, 0.05, 0.02, 30e-6)).toBe(0);
    const heavy = ocvirkEccentricity(1e9, 60, 0.008, 0.05, 0.02, 30e-6);
    expect(heavy).toBeLessThan(1);
    expect(heavy).toBeGreaterThan(0.97);
  });
});
