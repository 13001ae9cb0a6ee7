import type { Part } from './parts';
import { entryFor } from '../catalogue/catalogue';

const area = (boreM: number) => 0.25 * Math.PI * boreM * boreM;

/**
 * Oil that a part holds when it is full [m³]: as stated, else from its bore and length, else the default of its kind.
 * Reservoirs give their charge; bearings and passages too small to matter give 0.
 * @source closed form; defaults by engineering judgement
 */
export function partVolumeM3(part: Part): number {
  if (part.oilVolumeM3 !== undefined) return part.oilVolumeM3;
  switch (part.kind) {
    case 'line':
      return area(part.boreM) * part.lengthM;
    case 'pickup':
      return area(part.tube.boreM) * part.tube.lengthM;
    case 'drain':
      // It runs half full.
      return 0.5 * area(part.boreM) * part.lengthM;
    case 'sump':
    case 'tank':
      return part.volumeM3 ?? 0;
    default:
      return entryFor(part)?.oilVolumeM3 ?? 0;
  }
}
