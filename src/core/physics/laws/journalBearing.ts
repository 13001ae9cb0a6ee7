import type { Oil } from '../oil/oil';
import { bearingFeedCoefficientM3, type BearingFeed } from './bearingFeed';
import { ocvirkEccentricity } from './ocvirk';

/** A journal bearing's geometry and running data, SI. One bearing; counts are the network's business. */
export interface JournalBearing {
  readonly diameterM: number;
  /** Bearing width (friction, load), total. */
  readonly lengthM: number;
  readonly clearanceRadialM: number;
  readonly feed: BearingFeed;
  readonly eccentricity:
    { readonly kind: 'ratio'; readonly ratio: number } | { readonly kind: 'load'; readonly loadN: number };
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

/**
 * Friction heat per unit of film viscosity: H/μ = 2π(D/2)³Lω²/(c√(1 − ε²)) [W/(Pa·s)].
 * @source Petroff, with the usual correction
 * @example frictionPerViscosity({ diameterM: 0.05, lengthM: 0.02, clearanceRadialM: 25e-6 }, 100, 0) // 31006.3
 */
export function frictionPerViscosity(bearing: JournalBearing, speedRevS: number, eccentricityRatio: number): number {
  const omega = 2 * Math.PI * speedRevS;
  return (
    (2 * Math.PI * (bearing.diameterM / 2) ** 3 * bearing.lengthM * omega * omega) /
    (bearing.clearanceRadialM * Math.sqrt(1 - eccentricityRatio * eccentricityRatio))
  );
}

/**
 * Hydrodynamic side flow ω(D/2)cLε [m³/s]. @source short-bearing theory
 * @example sideFlowM3S({ diameterM: 0.05, lengthM: 0.02, clearanceRadialM: 25e-6 }, 100, 0.5) // 3.92699e-6
 */
export function sideFlowM3S(bearing: JournalBearing, speedRevS: number, eccentricityRatio: number): number {
  return (
    2 * Math.PI * speedRevS * 0.5 * bearing.diameterM * bearing.clearanceRadialM * bearing.lengthM * eccentricityRatio
  );
}

const FILM_TOLERANCE_K = 1e-10;
const FILM_ITERATIONS = 100;
/** Step for the slope where the eccentricity follows the load and no closed form is at hand. */
const RELATIVE_STEP = 1e-5;

/**
 * Flow of one bearing at a feed pressure, solved together with its film temperature.
 *
 * Q_p = k·Δp/μ_film(T), Q = Q_p [+ Q_v·Q_p/(Q_p + Q_v)], T = T_in + κH/(ρ·cp·Q + G), H = μ_film·h0. The right side
 * falls as T rises, so the root is unique; Newton inside a bracket.
 *
 * @param state on entry `temperatureK` is the first guess; on return the whole state
 * @param pressurePa Δp ≥ 0 @param inletK T_in @param heatCapacityJM3K ρ·cp at the inlet
 * @source Martin and Lee (1983) for κ and the feed terms (from memory); Petroff for H.
 */
export function solveFilm(
  state: FilmState,
  bearing: JournalBearing,
  coefficients: FilmCoefficients,
  oil: Oil,
  speedRevS: number,
  pressurePa: number,
  inletK: number,
  heatCapacityJM3K: number,
): void {
  if (bearing.eccentricity.kind === 'ratio') {
    solveAt(state, bearing, coefficients, oil, speedRevS, pressurePa, inletK, heatCapacityJM3K);
    return;
  }
  const step = Math.max(pressurePa, 1) * RELATIVE_STEP;
  solveAt(state, bearing, coefficients, oil, speedRevS, pressurePa + step, inletK, heatCapacityJM3K);
  const ahead = state.flowM3S;
  solveAt(state, bearing, coefficients, oil, speedRevS, pressurePa, inletK, heatCapacityJM3K);
  state.slope = Math.max((ahead - state.flowM3S) / step, 0);
}

/** What of the film equations is fixed for a speed and an eccentricity. */
export interface FilmCoefficients {
  feedM3: number;
  frictionPerViscosity: number;
  sideFlowM3S: number;
  eccentricityRatio: number;
}

/** Fills the coefficients for a speed and an eccentricity ratio. */
export function setFilmCoefficients(
  out: FilmCoefficients,
  bearing: JournalBearing,
  speedRevS: number,
  ratio: number,
): void {
  out.eccentricityRatio = ratio;
  out.feedM3 = bearingFeedCoefficientM3(
    bearing.feed,
    bearing.diameterM,
    bearing.lengthM,
    bearing.clearanceRadialM,
    ratio,
  );
  out.frictionPerViscosity = frictionPerViscosity(bearing, speedRevS, ratio);
  out.sideFlowM3S = bearing.hydrodynamicSideFlow ? sideFlowM3S(bearing, speedRevS, ratio) : 0;
}

function solveAt(
  state: FilmState,
  bearing: JournalBearing,
  coefficients: FilmCoefficients,
  oil: Oil,
  speedRevS: number,
  pressurePa: number,
  inletK: number,
  heatCapacityJM3K: number,
): void {
  const kappa = bearing.filmHeatShare;
  const conductance = bearing.metalConductanceWK;
  const byLoad = bearing.eccentricity.kind === 'load';
  const slopeStepK = 1e-3;
  let low = inletK;
  let high = Infinity;
  let t = Math.max(inletK, state.temperatureK);
  let mu = 0;
  let flow = 0;
  let flowByFeed = 1;
  let dResidual = 1;
  for (let i = 0; i < FILM_ITERATIONS; i++) {
    mu = oil.filmViscosityPaS(t);
    if (byLoad)
      setFilmCoefficients(
        coefficients,
        bearing,
        speedRevS,
        ocvirkEccentricity(
          bearing.eccentricity.loadN,
          speedRevS,
          mu,
          bearing.diameterM,
          bearing.lengthM,
          bearing.clearanceRadialM,
        ),
      );
    const feed = (coefficients.feedM3 * pressurePa) / mu;
    const side = coefficients.sideFlowM3S;
    const denominator = feed + side;
    flow = side > 0 && denominator > 0 ? feed + (side * feed) / denominator : feed;
    flowByFeed = side > 0 && denominator > 0 ? 1 + (side / denominator) ** 2 : 1;
    const sink = heatCapacityJM3K * flow + conductance;
    const rise = (kappa * coefficients.frictionPerViscosity * mu) / sink;
    const residual = t - inletK - rise;
    if (residual > 0) high = t;
    else low = t;
    const muSlope = (oil.filmViscosityPaS(t + slopeStepK) - mu) / slopeStepK;
    // d rise/dT = rise·(μ'/μ)·(1 + ρcp·feed·(dQ/dfeed)/sink): both the heat and the flow follow μ.
    dResidual = 1 - rise * (muSlope / mu) * (1 + (heatCapacityJM3K * feed * flowByFeed) / sink);
    const step = residual / dResidual;
    if (Math.abs(step) < FILM_TOLERANCE_K * t || high - low < FILM_TOLERANCE_K * t) {
      // dT/dΔp at fixed T: the flow carries more heat away.
      const flowSlopeAtT = pressurePa > 0 ? (flowByFeed * feed) / pressurePa : (coefficients.feedM3 / mu) * flowByFeed;
      const tByPressure = (-rise * heatCapacityJM3K * flowSlopeAtT) / (sink * dResidual);
      state.slope = flowSlopeAtT - flowByFeed * feed * (muSlope / mu) * tByPressure;
      break;
    }
    let next = t - step;
    if (!(next > low && next < high)) next = high < Infinity ? 0.5 * (low + high) : t + 2 * Math.max(1, rise);
    if (!(next > low)) next = low;
    t = next;
  }
  state.flowM3S = flow;
  state.temperatureK = t;
  state.viscosityPaS = mu;
  state.frictionW = coefficients.frictionPerViscosity * mu;
  state.eccentricityRatio = coefficients.eccentricityRatio;
}
