import { kindOf, type Part } from '../document/parts/part';
import { isConsumer, placeOf } from '../document/parts/ports';

const BOLTED_KINDS: ReadonlySet<Part['kind']> = new Set<Part['kind']>([
  'plate',
  'cover',
  'cooler',
  'filter',
  'sideStream',
  'thermostat',
  'valve',
  'tee',
  'cross',
  'fitting',
  'orifice',
  'checkValve',
  'gauge',
  'plug',
  'accumulator',
  'drain',
  'scavenge',
  'tank',
]);

/**
 * True for what is bought, bolted or screwed on from outside; false for what is inside the engine: passages, bearings,
 * jets, its own pump and relief.
 */
export function isBolted(part: Part): boolean {
  if (part.kind === 'line') return part.form === 'hose' || part.form === 'hardLine';
  if (isConsumer(part)) return kindOf(part).sitsOutside?.(part) === true;
  return BOLTED_KINDS.has(part.kind) || placeOf(part) === 'apart';
}
