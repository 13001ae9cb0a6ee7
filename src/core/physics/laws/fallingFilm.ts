import { STANDARD_GRAVITY_M_S2 } from '../../foundations/units/conversions';

/**
 * Thickness of a film that runs down a wall by its own weight: δ = (3νq/g)^(1/3).
 *
 * Laminar, smooth, as it is far from where it is thrown on.
 *
 * Range: q ≥ 0, ν > 0.
 *
 * @param viscosityM2S kinematic, ν [m²/s] @param flowM2S q, flow for each metre of wetted width [m²/s]
 * @returns δ [m] @source Nusselt, W. (1916), Zeitschrift des Vereines Deutscher Ingenieure 60, 541–546.
 * @example fallingFilmM(11.5e-6, 3.1e-4) // 0.00102933
 */
export const fallingFilmM = (viscosityM2S: number, flowM2S: number): number =>
  Math.cbrt((3 * viscosityM2S * Math.max(0, flowM2S)) / STANDARD_GRAVITY_M_S2);
