const MM = 1e-3;
/** Nearer than this to an exhaust a hose wants a sleeve and a shield. @source engineering judgement */
const SLEEVE_WITHIN_M = 50 * MM;
/** Nearer than this it wants another way. @source engineering judgement */
const REROUTE_WITHIN_M = 25 * MM;

/**
 * What a hose so near to an exhaust wants; undefined where it may lie as it does, or nobody has measured it.
 * @param distanceM its least distance, ≥ 0
 */
export function wantedNearExhaust(
  distanceM: number | undefined,
  isSleeved: boolean,
): 'anotherWay' | 'sleeve' | undefined {
  if (distanceM === undefined || distanceM >= SLEEVE_WITHIN_M) return undefined;
  if (distanceM < REROUTE_WITHIN_M) return 'anotherWay';
  return isSleeved ? undefined : 'sleeve';
}
