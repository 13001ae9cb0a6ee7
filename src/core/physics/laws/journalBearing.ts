import type { Oil } from '../oil/oil';
import { feedBaseM3, feedByEccentricity, feedShape, towardWidest, type BearingFeed } from './bearingFeed';
import { ocvirkLogSlope, ratioAtLog } from './ocvirk';
import type { Housing } from '../housing';
import { runningClearanceM } from './runningClearance';

/** A journal bearing's geometry and running data, SI. One bearing; counts are the network's business. */
export interface JournalBearing {
  readonly diameterM: number;
  /** Bearing width (friction, load), total. */
  readonly lengthM: number;
  readonly clearanceRadialM: number;
  /** What it runs in: then the clearance is the cold one, and grows. Absent: the clearance is the running one. */
  readonly runsIn?: Housing | undefined;
  /** For its flow the clearance counts so many times: shells taper and are relieved at their parting. */
  readonly wallFactor?: number | undefined;
  readonly feed: BearingFeed;
  readonly eccentricity:
    | { readonly kind: 'ratio'; readonly ratio: number }
    | { readonly kind: 'load'; readonly loadN: number }
    | { readonly kind: 'specificLoad'; readonly fullLoadPa: number };
  /** Share of the friction heat that the leaving film has taken up, κ. */
  readonly filmHeatShare: number;
  /** Conduction into the metal, G [W/K]. */
  readonly metalConductanceWK: number;
  /** Adds the flow that rotation drags out of the sides. */
  readonly hydrodynamicSideFlow: boolean;
}

/** State of a film found by {@link solveFilm}; reused, so nothing is allocated while solving. */
export interface FilmState {
  flowM3S: number;
  /** dQ/dΔp [m³/(s Pa)]. */
  slope: number;
  /** T_film; on entry the first guess. */
  temperatureK: number;
  viscosityPaS: number;
  frictionW: number;
  eccentricityRatio: number;
}

/** What of a film's equations is fixed for a state, and what its eccentricity makes of it. */
export interface FilmCoefficients {
  /** Between journal and shell as it runs, radial. */
  clearanceM: number;
  /** The same as its flow sees it. */
  flowClearanceM: number;
  /** W; 0 where the eccentricity is stated. */
  loadN: number;
  /** What of feed, friction, side flow and ln(S·(L/D)²) at a viscosity of 1 Pa·s does not follow ε. */
  feedBaseM3: number;
  towardHole: number;
  frictionBase: number;
  sideBaseM3S: number;
  logBase: number;
  feedM3: number;
  frictionPerViscosity: number;
  sideFlowM3S: number;
  eccentricityRatio: number;
}

/** Coefficients of no bearing yet. */
export const noFilmYet = (): FilmCoefficients => ({
  clearanceM: 0,
  flowClearanceM: 0,
  loadN: 0,
  feedBaseM3: 0,
  towardHole: 0,
  frictionBase: 0,
  sideBaseM3S: 0,
  logBase: 0,
  feedM3: 0,
  frictionPerViscosity: 0,
  sideFlowM3S: 0,
  eccentricityRatio: 0,
});

/** The numbers of a bearing that its friction and side flow need. */
type Film = Pick<JournalBearing, 'diameterM' | 'lengthM' | 'clearanceRadialM'>;

/**
 * Friction heat per unit of film viscosity: H/μ = 2π(D/2)³Lω²/(c√(1 − ε²)) [W/(Pa·s)].
 * @source Petroff, with the usual correction
 * @example frictionPerViscosity({ diameterM: 0.05, lengthM: 0.02, clearanceRadialM: 25e-6 }, 100, 0) // 31006.3
 */
export function frictionPerViscosity(bearing: Film, speedRevS: number, eccentricityRatio: number): number {
  const omega = 2 * Math.PI * speedRevS;
  return (
    (2 * Math.PI * (bearing.diameterM / 2) ** 3 * bearing.lengthM * omega * omega) /
    (bearing.clearanceRadialM * Math.sqrt(1 - eccentricityRatio * eccentricityRatio))
  );
}

/**
 * What a loaded bearing rubs more than {@link frictionPerViscosity} says: the film's pressure leans on the journal,
 * (R/c)·f = 2π²S/√(1 − ε²) + (ε/2)·sin φ. With the short bearing's S and attitude the second term is
 * ε²(L/D)²/(4(1 − ε²)) of the first.
 * @returns factor on the first term, at least 1 @source Ocvirk and DuBois (1953), the moment on the journal
 * @example loadedFrictionFactor(0.5, 0.6) // 1.03516
 */
export const loadedFrictionFactor = (lengthOverDiameter: number, eccentricityRatio: number): number =>
  1 +
  (eccentricityRatio * eccentricityRatio * lengthOverDiameter * lengthOverDiameter) /
    (4 * (1 - eccentricityRatio * eccentricityRatio));

/**
 * Hydrodynamic side flow ω(D/2)cLε [m³/s]. @source short-bearing theory
 * @example sideFlowM3S({ diameterM: 0.05, lengthM: 0.02, clearanceRadialM: 25e-6 }, 100, 0.5) // 3.92699e-6
 */
export function sideFlowM3S(bearing: Film, speedRevS: number, eccentricityRatio: number): number {
  return (
    2 * Math.PI * speedRevS * 0.5 * bearing.diameterM * bearing.clearanceRadialM * bearing.lengthM * eccentricityRatio
  );
}

/**
 * Sets what is fixed for a state: clearances, load, and with a stated eccentricity all the rest.
 * @param inletK oil at the bearing's inlet @param loadShare share of the mean load at full load and speed
 */
export function bindFilm(
  out: FilmCoefficients,
  bearing: JournalBearing,
  speedRevS: number,
  inletK: number,
  loadShare: number,
): void {
  const { clearanceRadialM: cold, diameterM, lengthM, eccentricity, runsIn } = bearing;
  out.clearanceM = runsIn === undefined ? cold : runningClearanceM(cold, diameterM, runsIn, inletK);
  out.flowClearanceM = out.clearanceM + ((bearing.wallFactor ?? 1) - 1) * cold;
  out.loadN =
    eccentricity.kind === 'ratio'
      ? 0
      : eccentricity.kind === 'load'
        ? eccentricity.loadN
        : eccentricity.fullLoadPa * loadShare * diameterM * lengthM;
  film.diameterM = diameterM;
  film.lengthM = lengthM;
  film.clearanceRadialM = out.clearanceM;
  out.feedBaseM3 = feedBaseM3(bearing.feed, diameterM, lengthM, out.flowClearanceM);
  out.towardHole = towardWidest(bearing.feed);
  out.frictionBase = frictionPerViscosity(film, speedRevS, 0);
  out.sideBaseM3S = bearing.hydrodynamicSideFlow ? sideFlowM3S(film, speedRevS, 1) : 0;
  if (eccentricity.kind === 'ratio') setEccentricity(out, bearing, eccentricity.ratio);
  else {
    const relative = (lengthM / diameterM) * (diameterM / (2 * out.clearanceM));
    out.logBase = Math.log(((speedRevS * diameterM * lengthM) / out.loadN) * relative * relative);
  }
}

const film = { diameterM: 0, lengthM: 0, clearanceRadialM: 0 };

/** Fills the coefficients for an eccentricity ratio, at the clearances that were bound. */
function setEccentricity(out: FilmCoefficients, bearing: JournalBearing, ratio: number): void {
  out.eccentricityRatio = ratio;
  out.feedM3 = out.feedBaseM3 * feedShape(bearing.feed, ratio, out.towardHole);
  out.frictionPerViscosity = out.frictionBase / Math.sqrt(1 - ratio * ratio);
  if (bearing.eccentricity.kind === 'specificLoad')
    out.frictionPerViscosity *= loadedFrictionFactor(bearing.lengthM / bearing.diameterM, ratio);
  out.sideFlowM3S = out.sideBaseM3S * ratio;
}

/** Share of its temperature that a film may be off where it is taken for found: what is left goes with its square. */
const LAST_STEP = 1e-7;
const FILM_ITERATIONS = 100;
const viscosity = new Float64Array(2);

/**
 * Flow of one bearing at a feed pressure, solved together with its film temperature and, where a load is known, its
 * eccentricity.
 *
 * Q_p = k·Δp/μ_film(T), Q = Q_p [+ Q_v·Q_p/(Q_p + Q_v)], T = T_in + κH/(ρ·cp·Q + G), H = μ_film·h0. The right side
 * falls as T rises, so the root is unique; Newton inside a bracket. A loaded journal sinks as the film thins: k, h0 and
 * Q_v follow ε(μ), and so do the slopes.
 *
 * @param state on entry `temperatureK` is the first guess; on return the whole state
 * @param coefficients as {@link bindFilm} left them
 * @param pressurePa Δp ≥ 0 @param inletK T_in @param heatCapacityJM3K ρ·cp at the inlet
 * @source Martin and Lee (1983) for κ and the feed terms (from memory); Petroff for H; Ocvirk for ε.
 */
export function solveFilm(
  state: FilmState,
  bearing: JournalBearing,
  coefficients: FilmCoefficients,
  oil: Oil,
  pressurePa: number,
  inletK: number,
  heatCapacityJM3K: number,
): void {
  const kappa = bearing.filmHeatShare;
  const conductance = bearing.metalConductanceWK;
  const byLoad = bearing.eccentricity.kind !== 'ratio';
  let low = inletK;
  let high = Infinity;
  let t = Math.max(inletK, state.temperatureK);
  let mu = 0;
  let flow = 0;
  for (let i = 0; i < FILM_ITERATIONS; i++) {
    oil.filmViscosityInto(viscosity, t);
    mu = viscosity[0]!;
    if (byLoad) sinkJournal(coefficients, bearing, mu);
    const feed = (coefficients.feedM3 * pressurePa) / mu;
    const side = coefficients.sideFlowM3S;
    const both = feed + side;
    const drags = side > 0 && both > 0;
    flow = drags ? feed + (side * feed) / both : feed;
    const flowByFeed = drags ? 1 + (side / both) * (side / both) : 1;
    const flowBySide = drags ? (feed / both) * (feed / both) : 0;
    const sink = heatCapacityJM3K * flow + conductance;
    const rise = (kappa * coefficients.frictionPerViscosity * mu) / sink;
    const residual = t - inletK - rise;
    if (residual > 0) high = t;
    else low = t;
    // d ln μ/dT, and with it d ε/dT of a loaded journal.
    const thinning = viscosity[1]!;
    const sinking = byLoad ? thinning * eccentricityByLogViscosity(coefficients) : 0;
    const e = coefficients.eccentricityRatio;
    const flowByT =
      flowByFeed *
        feed *
        (sinking === 0
          ? -thinning
          : feedByEccentricity(bearing.feed, e, coefficients.towardHole) * sinking - thinning) +
      (sinking === 0 ? 0 : flowBySide * (side / e) * sinking);
    const heatByT = sinking === 0 ? thinning : thinning + frictionByEccentricity(bearing, e) * sinking;
    const dResidual = 1 - rise * heatByT + (rise * heatCapacityJM3K * flowByT) / sink;
    const step = residual / dResidual;
    if (Math.abs(step) < LAST_STEP * t || high - low < LAST_STEP * t) {
      // dT/dΔp: at one temperature the flow carries more heat away.
      const flowSlopeAtT = pressurePa > 0 ? (flowByFeed * feed) / pressurePa : (coefficients.feedM3 / mu) * flowByFeed;
      const tByPressure = (-rise * heatCapacityJM3K * flowSlopeAtT) / (sink * dResidual);
      state.slope = flowSlopeAtT + flowByT * tByPressure;
      // The last step goes along the slopes: another look would find what they say.
      const last = Math.abs(step) < LAST_STEP * t ? step : 0;
      t -= last;
      flow -= flowByT * last;
      mu *= 1 - thinning * last;
      coefficients.frictionPerViscosity *= 1 - (heatByT - thinning) * last;
      coefficients.eccentricityRatio = e - sinking * last;
      break;
    }
    let next = t - step;
    if (!(next > low && next < high)) next = high < Infinity ? 0.5 * (low + high) : t + 2 * Math.max(1, rise);
    if (!(next > low)) next = low;
    // The journal's next place, as far as its slope tells: one look there is enough.
    if (sinking !== 0) coefficients.eccentricityRatio = e + sinking * (next - t);
    t = next;
  }
  state.flowM3S = flow;
  state.temperatureK = t;
  state.viscosityPaS = mu;
  state.frictionW = coefficients.frictionPerViscosity * mu;
  state.eccentricityRatio = coefficients.eccentricityRatio;
}

/** Puts the journal where its load holds it at a film viscosity. */
function sinkJournal(out: FilmCoefficients, bearing: JournalBearing, viscosityPaS: number): void {
  const ratio = out.loadN > 0 ? ratioAtLog(out.logBase + Math.log(viscosityPaS), out.eccentricityRatio) : 0;
  setEccentricity(out, bearing, ratio);
}

/** dε/d ln μ of a loaded journal; 0 for one that nothing loads or that can sink no farther. */
function eccentricityByLogViscosity({ loadN, eccentricityRatio: e }: FilmCoefficients): number {
  return loadN > 0 && e > 0 && e < LARGEST_SINKING ? 1 / ocvirkLogSlope(e) : 0;
}
/** From here a journal stays where it is. */
const LARGEST_SINKING = 0.99;

/** d ln h0/dε. */
function frictionByEccentricity(bearing: JournalBearing, e: number): number {
  const w = 1 - e * e;
  const petroff = e / w;
  if (bearing.eccentricity.kind !== 'specificLoad') return petroff;
  const square = (bearing.lengthM * bearing.lengthM) / (bearing.diameterM * bearing.diameterM);
  return petroff + (square * e) / (2 * w * w) / (1 + (square * e * e) / (4 * w));
}
