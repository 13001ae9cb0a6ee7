/** Clogging at which an element is usually changed: three times a new one's loss. @source engineering judgement */
export const USUAL_CHANGE_LOAD = 3;

/**
 * Hours until an element's viscous loss has grown to a multiple of a new one's. The loss grows exponentially with the
 * dirt that is held,
 * as elements under test do until they are nearly shut: load = 3^(h·s/T).
 *
 * @param from clogging now, ≥ 1 [-]
 * @param to clogging asked about, ≥ 1 [-]
 * @param usualHours T: hours in which an element that gets all of the dirt comes from new to {@link USUAL_CHANGE_LOAD},
 *   > 0 [h]
 * @param dirtShare s: share of the engine's dirt that ends in this element, 0 to 1 [-]
 * @returns hours from now; 0 where it is there already; infinite for an element that gets nothing [h]
 * @source exponential growth of the loss with held dirt: usual shape of multi-pass tests (ISO 16889), from memory; the
 *   rate is judgement
 * @example hoursToLoad(1, 9, 200, 0.5) // 800
 */
export function hoursToLoad(from: number, to: number, usualHours: number, dirtShare: number): number {
  if (to <= from) return 0;
  return (usualHours * Math.log(to / from)) / (Math.log(USUAL_CHANGE_LOAD) * dirtShare);
}
