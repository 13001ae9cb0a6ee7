import type { Pan } from '../../document/parts/pan';
import { PannedPickup, type Way } from './bareAt';
import type { PickupResult } from './pickupResult';

/** The least acceleration at which the mouth is bare in a way, at both marks; null: covered as far as is tried. */
export interface EdgePoint extends Way {
  readonly bareAtFullMS2: number | null;
  readonly bareAtLowerMS2: number | null;
}

const WAYS = 36;

/** How hard the oil may be pressed all round before the mouth is bare, for a picture. */
export function pickupEdge(pan: Pan, { fullM3, lowerM3 }: NonNullable<PickupResult['worst']>): EdgePoint[] {
  const pickup = new PannedPickup(pan);
  return Array.from({ length: WAYS }, (_, i) => {
    const angle = (2 * Math.PI * i) / WAYS;
    const way = { forward: Math.cos(angle), right: Math.sin(angle) };
    return {
      ...way,
      bareAtFullMS2: pickup.bareAtMS2(fullM3, way),
      bareAtLowerMS2: pickup.bareAtMS2(lowerM3, way),
    };
  });
}
