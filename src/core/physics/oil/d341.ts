/**
 * Kinematic viscosity against temperature through two measured points.
 *
 * log10 log10 Z = A − B·log10 T, with Z = ν + 0.7 + exp(−1.47 − 1.84ν − 0.51ν²), ν in mm²/s, T in K, and the standard's
 * own inverse ν = x − exp(−0.7487 − 3.295x + 0.6119x² − 0.3193x³), x = Z − 0.7. The exponentials vanish above about 2
 * mm²/s and are kept throughout, so there is no joint in the curve.
 *
 * Range: the standard's 0.21 to 2·10⁷ mm²/s. Below about −25 °C an engine oil may hold wax or yield stress, which this
 * line does not know: callers report that as extrapolated.
 *
 * @source ASTM D341-09 (2015), Eq. 1 to 3 (constants from memory, checked by closure to 0.05 %).
 */
export interface D341Line {
  readonly a: number;
  readonly b: number;
}

const LN10 = Math.LN10;
const M2S_PER_MM2S = 1e-6;
export const REFERENCE_40C_K = 313.15;
export const REFERENCE_100C_K = 373.15;

/** Z of D341 from kinematic viscosity [mm²/s]. */
export function d341Z(viscosityMm2S: number): number {
  return viscosityMm2S + 0.7 + Math.exp(-1.47 - 1.84 * viscosityMm2S - 0.51 * viscosityMm2S * viscosityMm2S);
}

/** Kinematic viscosity [mm²/s] from Z of D341. */
export function d341Viscosity(z: number): number {
  const x = z - 0.7;
  return x - Math.exp(-0.7487 - 3.295 * x + 0.6119 * x * x - 0.3193 * x * x * x);
}

/**
 * The line through two points.
 * @param temperature1K @param viscosity1M2S first point, both > 0
 * @param temperature2K @param viscosity2M2S second point, another temperature
 * @returns A and B for `kinematicViscosityM2S`
 * @example d341Line(313.15, 95e-6, 373.15, 11e-6) // { a: 9.08969, b: 3.52311 }
 */
export function d341Line(
  temperature1K: number,
  viscosity1M2S: number,
  temperature2K: number,
  viscosity2M2S: number,
): D341Line {
  const w1 = Math.log10(Math.log10(d341Z(viscosity1M2S / M2S_PER_MM2S)));
  const w2 = Math.log10(Math.log10(d341Z(viscosity2M2S / M2S_PER_MM2S)));
  const b = (w1 - w2) / (Math.log10(temperature2K) - Math.log10(temperature1K));
  return { a: w1 + b * Math.log10(temperature1K), b };
}

/** Kinematic viscosity [m²/s] on the line at a temperature [K] > 0. */
export function kinematicViscosityM2S(line: D341Line, temperatureK: number): number {
  const inner = Math.exp(LN10 * line.a - line.b * Math.log(temperatureK));
  return d341Viscosity(Math.exp(LN10 * inner)) * M2S_PER_MM2S;
}

/** Beyond this x the inverse's exponential is less than the smallest number. */
const NO_EXPONENTIAL = 20;

/**
 * {@link kinematicViscosityM2S} with its slope.
 * @param out receives ν [m²/s] in [0], d ln ν/dT [1/K] in [1] @param temperatureK > 0
 */
export function kinematicViscosityInto(out: Float64Array, line: D341Line, temperatureK: number): void {
  const inner = Math.exp(LN10 * line.a - line.b * Math.log(temperatureK));
  const z = Math.exp(LN10 * inner);
  const x = z - 0.7;
  let below = 0;
  let bend = 1;
  if (x < NO_EXPONENTIAL) {
    below = Math.exp(-0.7487 - 3.295 * x + 0.6119 * x * x - 0.3193 * x * x * x);
    bend = 1 - below * (-3.295 + 1.2238 * x - 0.9579 * x * x);
  }
  const viscosity = x - below;
  out[0] = viscosity * M2S_PER_MM2S;
  out[1] = (-bend * z * LN10 * inner * line.b) / (temperatureK * viscosity);
}

/**
 * Temperature [K] at which the line has a viscosity [m²/s].
 * @returns Infinity or NaN for a line without slope (a fluid of constant viscosity)
 */
export function temperatureAtViscosityK(line: D341Line, viscosityM2S: number): number {
  const w = Math.log10(Math.log10(d341Z(viscosityM2S / M2S_PER_MM2S)));
  return 10 ** ((line.a - w) / line.b);
}
