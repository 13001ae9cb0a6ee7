import { entryFor } from './catalogue';
import { actsAs, kindOf, type Part } from './part';

/**
 * Oil that a part holds when it is full [m³]: as stated, else from its bore and length, else the default of its kind.
 * Reservoirs give their charge; bearings and passages too small to matter give 0.
 * @source closed form; defaults by engineering judgement
 */
export function partVolumeM3(part: Part): number {
  return part.oilVolumeM3 ?? kindOf(part).volumeM3?.(part) ?? entryFor(part)?.oilVolumeM3 ?? 0;
}

/** A canister that runs empty when the engine stops: what it held is in the pan then. */
export const emptiesWhenStopped = (part: Part): boolean => actsAs(part, 'sideStream') && part.returnBy === 'gravity';
