import { kindOf, type Part } from '../document/parts/part';

/**
 * True for what is bought, bolted or screwed on from outside; false for what is inside the engine: passages, bearings,
 * jets, its own pump and relief.
 */
export function isBolted(part: Part): boolean {
  const { bolted } = kindOf(part);
  return typeof bolted === 'boolean' ? bolted : bolted(part);
}
