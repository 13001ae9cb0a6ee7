/** What of the mean load is there without power, comes with it, and comes with speed. They add up to 1. */
const IDLE_SHARE = 0.1;
const GAS_SHARE = 0.5;
const INERTIA_SHARE = 0.4;

/**
 * Mean specific load of a crank's bearing as a share of that at full load and full speed: a little at idle, gas forces
 * with the load, inertia with the square of speed.
 * @param load share of full torque, 0 to 1 @param speedShare speed over the redline, ≥ 0 @returns [-], at least 0.1
 * @source engineering judgement; gas and inertia forces of a crank, closed form in each
 * @example meanLoadShare(1, 1) // 1
 */
export const meanLoadShare = (load: number, speedShare: number): number =>
  IDLE_SHARE + GAS_SHARE * load + INERTIA_SHARE * speedShare * speedShare;

/**
 * The load that goes with a speed where none is stated: none at idle, full at the redline.
 * @param speedRevS, idleRevS, maximumRevS @returns 0 to 1 @source engineering judgement
 * @example usualLoad(60, 20, 100) // 0.5
 */
export const usualLoad = (speedRevS: number, idleRevS: number, maximumRevS: number): number =>
  Math.min(1, Math.max(0, (speedRevS - idleRevS) / (maximumRevS - idleRevS)));
