import { Oil } from '../oil/oil';
import { bearingFeedCoefficientM3 } from './bearingFeed';
import {
  frictionPerViscosity,
  loadedFrictionFactor,
  sideFlowM3S,
  bindFilm,
  noFilmYet,
  solveFilm,
  type FilmState,
  type JournalBearing,
} from './journalBearing';
import { meanLoadShare, usualLoad } from './meanLoad';
import { ocvirkEccentricity, ocvirkLogSlope, ocvirkSommerfeld } from './ocvirk';
import { runningClearanceM } from './runningClearance';

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
const LOADED: Partial<JournalBearing> = {
  eccentricity: { kind: 'specificLoad', fullLoadPa: 5e6 },
  hydrodynamicSideFlow: true,
};
const INLET_K = 373.15;
const CAPACITY = OIL.densityKgM3(INLET_K) * OIL.specificHeatJKgK(INLET_K);

function film(change: Partial<JournalBearing> = {}, speedRevS = 80, pressurePa = 3e5, guessK = INLET_K, loadShare = 1) {
  const bearing = { ...BEARING, ...change };
  const state: FilmState = {
    flowM3S: 0,
    slope: 0,
    temperatureK: guessK,
    viscosityPaS: 0,
    frictionW: 0,
    eccentricityRatio: 0,
  };
  const c = noFilmYet();
  bindFilm(c, bearing, speedRevS, INLET_K, loadShare);
  solveFilm(state, bearing, c, OIL, pressurePa, INLET_K, CAPACITY);
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
    // The last step is taken along the slopes: what is left goes with its square.
    expect(f.viscosityPaS / OIL.filmViscosityPaS(f.temperatureK)).toBeCloseTo(1, 10);
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
    ['an eccentricity by its load', { eccentricity: { kind: 'load', loadN: 4000 } }, 5],
    [
      'an eccentricity by its load, at a hole',
      { ...LOADED, feed: { kind: 'hole', holeDiameterM: 5e-3, holeAngleRad: 0.5 } },
      5,
    ],
    ['load, side flow, growth and shells', { ...LOADED, runsIn: 'aluminium', wallFactor: 1.3 }, 5],
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
    const feed = bearingFeedCoefficientM3(BEARING.feed, 0.05, 0.02, 30e-6, ratio);
    expect((f.flowM3S * f.viscosityPaS) / 3e5 / feed).toBeCloseTo(1, 9);
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

/**
 * Finite journal bearings, full circumference: L/D, ε, S, (R/c)·f.
 * @source Raimondi and Boyd (1958), ASLE Trans. 1, 159–209, their tables for 360° (from memory)
 */
const RAIMONDI_BOYD = [
  [0.5, 0.2, 2.03, 40.9],
  [0.5, 0.4, 0.779, 17.0],
  [0.5, 0.6, 0.319, 8.1],
  [0.5, 0.8, 0.0923, 3.26],
  [0.25, 0.2, 7.57, 153],
  [0.25, 0.4, 2.83, 61.1],
  [0.25, 0.6, 1.07, 26.7],
  [0.25, 0.8, 0.261, 8.8],
] as const;

describe('A loaded bearing', () => {
  it('rubs by 2π²S/√(1 − ε²) + (ε/2)·sin φ: within 3 % of Raimondi and Boyd at their own S', () => {
    for (const [, e, s, friction] of RAIMONDI_BOYD) {
      const w = 1 - e * e;
      const attitude = (Math.PI * Math.sqrt(w)) / Math.sqrt(Math.PI ** 2 * w + 16 * e * e);
      expect((2 * Math.PI ** 2 * s) / Math.sqrt(w) + (e / 2) * attitude).toBeGreaterThan(0.97 * friction);
      expect((2 * Math.PI ** 2 * s) / Math.sqrt(w) + (e / 2) * attitude).toBeLessThan(1.03 * friction);
    }
  });

  it('has the closed form of that, with the short bearing’s own S', () => {
    for (const [ratio, e] of RAIMONDI_BOYD) {
      const w = 1 - e * e;
      const petroff = (2 * Math.PI ** 2 * ocvirkSommerfeld(ratio, e)) / Math.sqrt(w);
      const attitude = (Math.PI * Math.sqrt(w)) / Math.sqrt(Math.PI ** 2 * w + 16 * e * e);
      expect(loadedFrictionFactor(ratio, e)).toBeCloseTo((petroff + (e / 2) * attitude) / petroff, 10);
    }
  });

  it('sinks as far as Raimondi and Boyd’s at L/D of a quarter, within 0.06 of ε up to 0.8', () => {
    for (const [ratio, e, s] of RAIMONDI_BOYD.filter(([ratio]) => ratio === 0.25)) {
      const [n, mu, d, c] = [50, 0.01, 0.05, 25e-6];
      const load = ((mu * n * d * d * ratio) / s) * (d / (2 * c)) ** 2;
      expect(Math.abs(ocvirkEccentricity(load, n, mu, d, ratio * d, c) - e)).toBeLessThan(0.06);
    }
  });

  it('has the slope of ln S that differences give', () => {
    for (const e of [0.01, 0.3, 0.7, 0.97]) {
      const by = (Math.log(ocvirkSommerfeld(0.4, e + 1e-6)) - Math.log(ocvirkSommerfeld(0.4, e - 1e-6))) / 2e-6;
      expect(ocvirkLogSlope(e) / by).toBeCloseTo(1, 5);
    }
  });

  it('carries its share of the load at full power, and rubs by the fuller form', () => {
    const full = film(LOADED);
    const light = film(LOADED, 80, 3e5, INLET_K, 0.1);
    expect(full.coefficients.loadN).toBeCloseTo(5e6 * 0.05 * 0.02, 6);
    expect(light.coefficients.loadN).toBeCloseTo(0.1 * full.coefficients.loadN, 6);
    expect(light.eccentricityRatio).toBeLessThan(full.eccentricityRatio);
    const e = full.eccentricityRatio;
    expect(full.frictionW / (frictionPerViscosity(BEARING, 80, e) * full.viscosityPaS)).toBeCloseTo(
      loadedFrictionFactor(0.4, e),
      10,
    );
    expect(film({ eccentricity: { kind: 'specificLoad', fullLoadPa: 0 } }).eccentricityRatio).toBe(0);
  });

  it('is found from whatever guess, at idle, at the redline, cold and starved', () => {
    for (const speed of [0, 4, 15, 140])
      for (const pressure of [0, 1e4, 4e5]) {
        const { temperatureK, flowM3S } = film(LOADED, speed, pressure);
        expect(Number.isFinite(flowM3S)).toBe(true);
        for (const guess of [250, 400, 700]) {
          expect(film(LOADED, speed, pressure, guess).temperatureK).toBeCloseTo(temperatureK, 5);
        }
      }
  });

  it('has all of the load at full power and speed, a tenth at rest, and grows with both', () => {
    expect(meanLoadShare(1, 1)).toBeCloseTo(1, 12);
    expect(meanLoadShare(0, 0)).toBeCloseTo(0.1, 12);
    expect(meanLoadShare(1, 0.5)).toBeGreaterThan(meanLoadShare(0.5, 0.5));
    expect([10, 20, 60, 100, 120].map((n) => usualLoad(n, 20, 100))).toEqual([0, 0, 0.5, 1, 1]);
  });
});

describe('A clearance measured cold', () => {
  it('grows in aluminium by half of what it outgrows steel, half of that with iron caps, not in iron', () => {
    // 6e-6/K over 80 K and 50 mm is 24 µm of the diameter, 12 of the radius.
    const at = (housing: 'iron' | 'aluminium' | 'aluminiumIronCaps', oilK = 373.15) =>
      runningClearanceM(25e-6, 0.05, housing, oilK) * 1e6;
    expect(at('aluminium')).toBeCloseTo(37, 9);
    expect(at('aluminiumIronCaps')).toBeCloseTo(31, 9);
    expect(at('iron')).toBeCloseTo(25, 9);
    expect(at('aluminium', 263.15)).toBeCloseTo(20.5, 9);
    expect(at('aluminium', 150)).toBeCloseTo(12.5, 9);
  });

  it('flows by the running clearance with the shells’ taper on top, and rubs and sinks by the running one', () => {
    const f = film({ runsIn: 'aluminium', wallFactor: 1.3 });
    expect(f.coefficients.clearanceM * 1e6).toBeCloseTo(42, 9);
    expect(f.coefficients.flowClearanceM * 1e6).toBeCloseTo(51, 9);
    expect(f.coefficients.feedM3).toBeCloseTo(bearingFeedCoefficientM3(BEARING.feed, 0.05, 0.02, 51e-6, 0.6), 24);
    expect(f.coefficients.frictionPerViscosity).toBeCloseTo(
      frictionPerViscosity({ ...BEARING, clearanceRadialM: 42e-6 }, 80, 0.6),
      6,
    );
    expect(film().coefficients.flowClearanceM).toBe(30e-6);
  });
});
