import { QUANTITIES, type Quantity } from './quantity';
import type { Spelling } from './shownUnit';

const plain = (typed: string) =>
  typed
    .toLowerCase()
    .replace(/µ|μ/g, 'u')
    .replace(/²/g, '2')
    .replace(/³/g, '3')
    .replace(/[\s·.^*()-]/g, '')
    .replace(/(.)°/g, '$1')
    .replace(/^°(?=.)/, '');

/** The units that a quantity has by a typed name: more than one where two countries call different things alike. */
export function spelledUnits(quantity: Quantity, typed: string): readonly Spelling[] {
  const name = plain(typed);
  return (QUANTITIES[quantity].typed as readonly Spelling[]).filter((each) =>
    each.names.some((known) => plain(known) === name),
  );
}
