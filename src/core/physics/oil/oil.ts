import {
  d341Line,
  kinematicViscosityInto,
  kinematicViscosityM2S,
  REFERENCE_100C_K,
  REFERENCE_40C_K,
  type D341Line,
} from './d341';

/** What a user states about an oil; SI. */
export interface OilData {
  readonly name: string;
  /** At 40 °C. */
  readonly viscosity40M2S: number;
  /** At 100 °C. */
  readonly viscosity100M2S: number;
  readonly density15KgM3: number;
  /** Thermal expansion, per kelvin, referred to 15 °C. */
  readonly expansionPerK: number;
  /** High-temperature high-shear viscosity at 150 °C and 1e6 /s, when it is known. */
  readonly hthsPaS?: number | undefined;
}

export const DENSITY_REFERENCE_K = 288.15;
export const HTHS_TEMPERATURE_K = 423.15;
/** Below this the D341 line is an extrapolation for engine oils. @source engineering judgement */
export const D341_EXTRAPOLATED_BELOW_K = 248.15;
/** Density of water at 60 °F, for the specific gravity in Cragoe's equations. */
const WATER_DENSITY_KG_M3 = 999;

/** An oil ready for computation: the D341 line and the shear factor worked out once. */
export class Oil {
  readonly line: D341Line;
  /** μ_film / μ, from HTHS; 1 when HTHS is unknown. At most 1. */
  readonly filmShare: number;
  private readonly rootGravity: number;

  constructor(readonly data: OilData) {
    this.line = d341Line(REFERENCE_40C_K, data.viscosity40M2S, REFERENCE_100C_K, data.viscosity100M2S);
    this.rootGravity = Math.sqrt(data.density15KgM3 / WATER_DENSITY_KG_M3);
    const lowShear = this.viscosityPaS(HTHS_TEMPERATURE_K);
    this.filmShare = data.hthsPaS === undefined ? 1 : Math.min(1, data.hthsPaS / lowShear);
  }

  /** Kinematic viscosity [m²/s]. @param temperatureK > 0 @source ASTM D341 */
  kinematicViscosityM2S(temperatureK: number): number {
    return kinematicViscosityM2S(this.line, temperatureK);
  }

  /** Density ρ15·(1 − α(T − 288.15)) [kg/m³]. @source linear expansion, common practice */
  densityKgM3(temperatureK: number): number {
    return this.data.density15KgM3 * (1 - this.data.expansionPerK * (temperatureK - DENSITY_REFERENCE_K));
  }

  /** Low-shear dynamic viscosity [Pa·s]. */
  viscosityPaS(temperatureK: number): number {
    return this.kinematicViscosityM2S(temperatureK) * this.densityKgM3(temperatureK);
  }

  /**
   * Viscosity in a sheared bearing film [Pa·s].
   * @source HTHS ratio at 150 °C, SAE J300 (the property); its use at all temperatures: engineering judgement
   */
  filmViscosityPaS(temperatureK: number): number {
    return this.viscosityPaS(temperatureK) * this.filmShare;
  }

  /**
   * {@link filmViscosityPaS} with its slope, for solvers: what the two share is worked out once.
   * @param out receives μ_film [Pa·s] in [0], d ln μ/dT [1/K] in [1]
   */
  filmViscosityInto(out: Float64Array, temperatureK: number): void {
    kinematicViscosityInto(out, this.line, temperatureK);
    const density = this.densityKgM3(temperatureK);
    out[0] = out[0]! * density * this.filmShare;
    out[1]! -= (this.data.density15KgM3 * this.data.expansionPerK) / density;
  }

  /** Specific heat [J/(kg K)]. @source Cragoe, NBS Misc. Publ. 97 (1929), in SI */
  specificHeatJKgK(temperatureK: number): number {
    return (1684.8 + 3.391 * (temperatureK - 273.15)) / this.rootGravity;
  }

  /** Enthalpy over 0 °C [J/kg]: the integral of the specific heat, so that mixing and heating balance exactly. */
  enthalpyJKg(temperatureK: number): number {
    const t = temperatureK - 273.15;
    return (1684.8 * t + 0.5 * 3.391 * t * t) / this.rootGravity;
  }

  /** Temperature at an enthalpy [K]: the inverse of {@link enthalpyJKg}. */
  temperatureK(enthalpyJKg: number): number {
    const h = enthalpyJKg * this.rootGravity;
    return 273.15 + (2 * h) / (1684.8 + Math.sqrt(1684.8 * 1684.8 + 2 * 3.391 * h));
  }

  /** Thermal conductivity [W/(m K)]. @source Cragoe, NBS Misc. Publ. 97 (1929), in SI */
  conductivityWMK(temperatureK: number): number {
    return (0.1173 * (1 - 0.00054 * (temperatureK - 273.15))) / this.rootGravity ** 2;
  }
}
