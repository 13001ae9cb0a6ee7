import type { PickupResult } from './pickupResult';

/**
 * What is said of the pickup beside "all supplied"; empty where nothing need be. One that nobody measured is said of a
 * use that is hard on it.
 */
export function pickupBeside(pickup: Pick<PickupResult, 'verdict' | 'isNeeded'> | undefined): string {
  if (pickup?.verdict === 'bare' || pickup?.verdict === 'lowLevel') return '; pickup bare';
  return pickup?.verdict === 'unknown' && pickup.isNeeded ? '; pickup not measured' : '';
}
