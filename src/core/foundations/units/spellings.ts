import { QUANTITIES, type Quantity, type Spelling } from './quantity';

const plain = (typed: string) =>
  typed
    .toLowerCase()
    .replace(/µ|μ/g, 'u')
    .replace(/²/g, '2')
    .replace(/³/g, '3')
    .replace(/[\s·.^*-]/g, '')
    .replace(/(.)°/g, '$1')
    .replace(/^°(?=.)/, '');

/** The unit that a quantity has by a typed name. @returns undefined where it has none such */
export function spelledUnit(quantity: Quantity, typed: string): Spelling | undefined {
  const name = plain(typed);
  return (QUANTITIES[quantity].typed as readonly Spelling[]).find((each) =>
    each.names.some((known) => plain(known) === name),
  );
}
