import { namedBoreM } from './boreSizes';
import { displayUnit, fromDisplay, QUANTITIES, type DisplayUnit, type Quantity, type UnitChoice } from './quantity';

/** What a typed figure turned out to be. */
export type ParsedQuantity =
  | { readonly ok: true; readonly si: number }
  | { readonly ok: false; readonly reason: 'empty' | 'notANumber' | 'unknownUnit' };

/**
 * Reads a typed figure, with or without a unit ("1.5", "60 thou", "0.059 in"), comma or point, to SI; a bore by its name too ("drill 53", "dash 10").
 * Without a unit the reader's own applies.
 */
export function parseQuantity(text: string, quantity: Quantity, choice: UnitChoice = {}): ParsedQuantity {
  const trimmed = text.trim().replace(/−/g, '-');
  if (trimmed === '') return { ok: false, reason: 'empty' };
  const named = quantity === 'bore' ? namedBoreM(trimmed) : undefined;
  if (named !== undefined) return { ok: true, si: named };
  const match = /^([+-]?(?:\d+(?:[.,]\d*)?|[.,]\d+)(?:e[+-]?\d+)?)\s*(.*)$/i.exec(trimmed);
  if (!match) return { ok: false, reason: 'notANumber' };
  const figure = Number(match[1]!.replace(',', '.'));
  if (!Number.isFinite(figure)) return { ok: false, reason: 'notANumber' };
  const suffix = match[2]!.trim();
  const units: readonly DisplayUnit[] = QUANTITIES[quantity];
  const u =
    suffix === ''
      ? displayUnit(quantity, choice)
      : units.find((each) => spelled(each.symbol) === spelled(suffix) || spelled(each.id) === spelled(suffix));
  return u ? { ok: true, si: fromDisplay(figure, u) } : { ok: false, reason: 'unknownUnit' };
}

const spelled = (symbol: string) =>
  symbol.toLowerCase().replace(/[\s°]/g, '').replace('µ', 'u').replace('²', '2').replace('³', '3');
