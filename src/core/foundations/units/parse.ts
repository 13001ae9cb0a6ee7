import { FOOT_M, INCH_M } from './conversions';
import { dashBoreM, numberDrillM } from './boreSizes';
import { displayUnit, fromDisplay, QUANTITIES, type DisplayUnit, type Quantity, type UnitChoice } from './quantity';
import { spelledUnit } from './spellings';

/** What a typed figure turned out to be. */
export type ParsedQuantity =
  | {
      readonly ok: true;
      readonly si: number;
      /** The dash size that was named, where one was. */ readonly dash?: number;
    }
  | { readonly ok: false; readonly reason: 'empty' | 'notANumber' | 'unknownUnit' | 'unknownDash' };

/** What a bare number sign means where a bore is typed: a hose's dash size, or a drill's number. */
export type BoreNames = 'dash' | 'drill';

const GLYPHS: Readonly<Record<string, string>> = {
  '¼': ' 1/4',
  '½': ' 1/2',
  '¾': ' 3/4',
  '⅛': ' 1/8',
  '⅜': ' 3/8',
  '⅝': ' 5/8',
  '⅞': ' 7/8',
};
const FIGURE = String.raw`[+-]?(?:\d+\s+\d+\s*/\s*\d+|\d+\s*/\s*\d+|(?:\d+(?:[.,]\d*)?|[.,]\d+)(?:e[+-]?\d+)?)`;
const ONE = new RegExp(`^(${FIGURE})\\s*(.*)$`, 'i');
const FEET_AND_INCHES = new RegExp(
  `^(${FIGURE})\\s*(?:ft|feet|foot|'|′|’)\\s*(${FIGURE})\\s*(?:in|inch|inches|"|″|”|'')?$`,
  'i',
);
const IN_LENGTHS: readonly Quantity[] = ['bore', 'length', 'cutLength', 'clearance'];

/**
 * Reads a typed figure, with or without a unit, to SI: "1.5", "60 thou", "37 1/2 in", "7/16", "5 ft 3 in", "1/4 turn",
 * comma or point. Without a unit the reader's own applies, but a bare fraction of a length is inches. A bore may be
 * named: "dash 8", "AN8", "8AN", "-8", "drill 53".
 *
 * @param names what "#8" means where a bore is typed
 */
export function parseQuantity(
  text: string,
  quantity: Quantity,
  choice: UnitChoice = {},
  names: BoreNames = 'drill',
): ParsedQuantity {
  const typed = text
    .trim()
    .replace(/[−–]/g, '-')
    .replace(/[¼½¾⅛⅜⅝⅞]/g, (glyph) => GLYPHS[glyph]!)
    .trim();
  if (typed === '') return { ok: false, reason: 'empty' };
  if (quantity === 'bore') {
    const named = namedBore(typed, names);
    if (named) return named;
  }
  const feet = IN_LENGTHS.includes(quantity) ? FEET_AND_INCHES.exec(typed) : null;
  if (feet) return found(figureOf(feet[1]!, quantity) * FOOT_M + figureOf(feet[2]!, quantity) * INCH_M);
  const match = ONE.exec(typed);
  if (!match) return { ok: false, reason: 'notANumber' };
  const figure = figureOf(match[1]!, quantity);
  if (!Number.isFinite(figure)) return { ok: false, reason: 'notANumber' };
  const suffix = match[2]!.trim();
  if (suffix === '')
    return match[1]!.includes('/') && IN_LENGTHS.includes(quantity)
      ? found(figure * INCH_M)
      : found(fromDisplay(figure, displayUnit(quantity, choice)));
  const spelled = spelledUnit(quantity, suffix);
  if (spelled) return found(figure * spelled.scale + (spelled.offset ?? 0));
  const shown = (QUANTITIES[quantity].shown as readonly DisplayUnit[]).find(
    (u) => u.symbol === suffix || u.id === suffix,
  );
  return shown ? found(fromDisplay(figure, shown)) : { ok: false, reason: 'unknownUnit' };
}

const found = (si: number): ParsedQuantity =>
  Number.isFinite(si) ? { ok: true, si } : { ok: false, reason: 'notANumber' };

/** "37 1/2", "7/16", "1,5", "6,250" where nothing is ever typed to a thousandth. */
function figureOf(typed: string, quantity: Quantity): number {
  const mixed = /^([+-]?)(?:(\d+)\s+)?(\d+)\s*\/\s*(\d+)$/.exec(typed);
  if (mixed) {
    const value = Number(mixed[2] ?? 0) + Number(mixed[3]) / Number(mixed[4]);
    return mixed[1] === '-' ? -value : value;
  }
  const grouped = quantity === 'speed' && /^\d{1,3}(,\d{3})+$/.test(typed);
  return Number(grouped ? typed.replace(/,/g, '') : typed.replace(',', '.'));
}

/** A bore by its name; undefined where the text is none. A drill's number counts only where a drill is meant. */
function namedBore(typed: string, names: BoreNames): ParsedQuantity | undefined {
  const dash =
    /^(?:dash|an)\s*-?\s*(\d{1,2})(?:\s*an)?$/i.exec(typed) ??
    /^-?\s*(\d{1,2})\s*an$/i.exec(typed) ??
    /^-(\d{1,2})$/.exec(typed) ??
    (names === 'dash' ? /^#\s*(\d{1,2})$/.exec(typed) : null);
  if (dash) {
    const size = Number(dash[1]);
    const si = dashBoreM(size);
    return si === undefined ? { ok: false, reason: 'unknownDash' } : { ok: true, si, dash: size };
  }
  const drill = names === 'drill' ? /^(?:drill\s*(?:no\.?\s*)?#?|#|no\.?)\s*(\d{1,2})$/i.exec(typed) : null;
  if (!drill) return undefined;
  const si = numberDrillM(Number(drill[1]));
  return si === undefined ? { ok: false, reason: 'notANumber' } : { ok: true, si };
}
