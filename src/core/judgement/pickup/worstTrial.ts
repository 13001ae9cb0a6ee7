import { STANDARD_GRAVITY_M_S2 } from '../../foundations/units/conversions';
import type { PickupTrial } from './pickupResult';

/** How hard anything is tried: beyond this no tyre holds [m/s²]. */
export const TRIED_TO_MS2 = 2 * STANDARD_GRAVITY_M_S2;

/** True where the mouth is bare within what the use presses it to. */
export const isBare = (bareAtMS2: number | null, limitMS2: number): boolean =>
  bareAtMS2 !== null && bareAtMS2 < limitMS2;

/** The way in which the pickup is nearest to bare, against what its use asks. */
export function worstTrial(trials: readonly PickupTrial[]): PickupTrial | undefined {
  const share = ({ bareAtLowerMS2, limitMS2 }: PickupTrial) => (bareAtLowerMS2 ?? Infinity) / limitMS2;
  return trials.reduce<PickupTrial | undefined>((a, b) => (!a || share(b) < share(a) ? b : a), undefined);
}
