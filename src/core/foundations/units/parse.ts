import { FOOT_M, INCH_M } from './conversions';
import { dashBoreM, numberDrillM } from './boreSizes';
import { displayUnit, fromDisplay, type UnitChoice } from './displayUnit';
import { NUMERAL, numeralReadings, type NumeralReadings } from './numeral';
import { QUANTITIES, type Quantity } from './quantity';
import type { DisplayUnit } from './shownUnit';
import { spelledUnits } from './spellings';
import { US_UNITS } from './system';

/** What a typed figure turned out to be. */
export type ParsedQuantity =
  | {
      readonly ok: true;
      readonly si: number;
      /** The dash size that was named, where one was. */
      readonly dash?: number;
      /** Id of the unit that was typed, where it is one of those that are shown. */
      readonly unit?: string;
    }
  | { readonly ok: false; readonly reason: 'empty' | 'notANumber' | 'unknownUnit' | 'unknownDash' }
  /** It can be meant in two ways that are both plausible: whoever typed it is asked. */
  | { readonly ok: false; readonly reason: 'either'; readonly readings: readonly number[] };

/** What a bare number sign means where a bore is typed: a hose's dash size, or a drill's number. */
export type BoreNames = 'dash' | 'drill';

/** What is known of the place where a figure is typed. */
interface Place {
  /** The reader's units. */
  readonly units?: UnitChoice;
  /** What "#8" means where a bore is typed. */
  readonly names?: BoreNames;
  /** What users meet there [SI]: decides how "1,275" is read. */
  readonly typical?: readonly [number, number] | undefined;
}

const GLYPHS: Readonly<Record<string, string>> = {
  '¼': ' 1/4',
  '½': ' 1/2',
  '¾': ' 3/4',
  '⅛': ' 1/8',
  '⅜': ' 3/8',
  '⅝': ' 5/8',
  '⅞': ' 7/8',
};
const ONE = new RegExp(`^(${NUMERAL})\\s*(.*)$`, 'i');
const FEET_AND_INCHES = new RegExp(
  `^(${NUMERAL})\\s*(?:ft|feet|foot|'|′|’)\\s*(${NUMERAL})\\s*(?:in|inch|inches|"|″|”|'')?$`,
  'i',
);
const IN_LENGTHS: readonly Quantity[] = ['bore', 'length', 'cutLength', 'clearance'];
/** What users meet in a field, and this much beyond on either side, is plausible there. */
const BEYOND_TYPICAL = 3;
/** Two readings that differ by less are one [relative]. */
const SAME = 1e-9;

/** Units in which an engine's size is said without naming them, by the reader's own. */
const SIZES_BARE: Readonly<Record<string, readonly string[]>> = { L: ['L', 'cc'], cc: ['cc', 'L'], ci: ['ci', 'L'] };

/** A worth of one typed unit: a figure to SI. */
interface Worth {
  readonly id?: string;
  readonly si: (figure: number) => number;
}

/**
 * Reads a typed figure, with or without a unit, to SI: "1.5", "1,275 cc", "60 thou", "37 1/2 in", "7/16", "5 ft 3 in",
 * "1/4 turn", comma or point. Without a unit the reader's own applies, but a bare fraction of a length is inches. A bore
 * may be named: "dash 8", "AN8", "8AN", "-8", "drill 53". Where a figure can be read in two ways, the one that is
 * plausible counts; where both are, none is taken.
 */
export function parseQuantity(text: string, quantity: Quantity, place: Place = {}): ParsedQuantity {
  const { units = {}, names = 'drill' } = place;
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
  const whole = ONE.exec(typed);
  const feet = IN_LENGTHS.includes(quantity) ? FEET_AND_INCHES.exec(typed) : null;
  if (feet && whole?.[2] !== '') {
    const [ft, inch] = [numeralReadings(feet[1]!).values[0] ?? NaN, numeralReadings(feet[2]!).values[0] ?? NaN];
    const si = ft * FOOT_M + inch * INCH_M;
    return Number.isFinite(si) ? { ok: true, si } : { ok: false, reason: 'notANumber' };
  }
  if (!whole) return { ok: false, reason: 'notANumber' };
  const numeral = numeralReadings(whole[1]!);
  if (numeral.values.length === 0) return { ok: false, reason: 'notANumber' };
  const worths = worthsOf(whole[2]!.trim(), whole[1]!.includes('/'), quantity, units);
  if (worths.length === 0) return { ok: false, reason: 'unknownUnit' };
  return likeliest(numeral, worths, plausibleRanges(quantity, place.typical));
}

/** What a suffix can be worth; without one, what bare figures of this quantity are typed in. */
function worthsOf(suffix: string, isFraction: boolean, quantity: Quantity, units: UnitChoice): readonly Worth[] {
  const shown: readonly DisplayUnit[] = QUANTITIES[quantity].shown;
  const ofShown = (u: DisplayUnit): Worth => ({ id: u.id, si: (figure) => fromDisplay(figure, u) });
  if (suffix === '') {
    if (isFraction && IN_LENGTHS.includes(quantity)) return [{ si: (figure) => figure * INCH_M }];
    const own = displayUnit(quantity, units);
    // An engine's size is said in litres or in cubic inches, and nobody says which.
    return quantity === 'engineSize'
      ? SIZES_BARE[own.id]!.map((id) => shown.find((u) => u.id === id)!).map(ofShown)
      : [ofShown(own)];
  }
  const exact = shown.find((u) => u.symbol === suffix || u.id === suffix);
  const spelled = spelledUnits(quantity, suffix);
  const isUs = units[quantity] !== undefined && units[quantity] === US_UNITS[quantity];
  const meant = spelled.length > 1 && isUs ? spelled.filter((s) => s.isUs) : spelled;
  if (meant.length > 0)
    return meant.map((s) => {
      const same = shown.find((u) => Math.abs(fromDisplay(1, u) - (s.scale + (s.offset ?? 0))) <= SAME * s.scale);
      return { ...(same ? { id: same.id } : {}), si: (figure) => figure * s.scale + (s.offset ?? 0) };
    });
  return exact ? [ofShown(exact)] : [];
}

/** Ranges in which a reading is looked for, one after another. */
function plausibleRanges(quantity: Quantity, typical: Place['typical']): readonly (readonly [number, number])[] {
  return typical
    ? [typical, [typical[0] / BEYOND_TYPICAL, typical[1] * BEYOND_TYPICAL]]
    : [QUANTITIES[quantity].plausible];
}

/** The reading that is plausible; several are asked about, but a decimal point is what the app itself writes. */
function likeliest(
  { values, sign }: NumeralReadings,
  worths: readonly Worth[],
  ranges: readonly (readonly [number, number])[],
): ParsedQuantity {
  const readings = worths.flatMap((worth) => values.map((value, i) => ({ id: worth.id, si: worth.si(value), i })));
  const given = (of: (typeof readings)[number]): ParsedQuantity =>
    Number.isFinite(of.si)
      ? { ok: true, si: of.si, ...(of.id === undefined ? {} : { unit: of.id }) }
      : { ok: false, reason: 'notANumber' };
  const [first] = readings as [(typeof readings)[number]];
  if (readings.length === 1) return given(first);
  const within = (range: readonly [number, number]) =>
    readings.filter(({ si }) => Math.abs(si) >= range[0] && Math.abs(si) <= range[1]);
  const plausible = ranges.map(within).find((found) => found.length > 0) ?? [];
  if (plausible.length === 1) return given(plausible[0]!);
  const asDecimal = plausible.filter((r) => r.i === 0);
  if (sign !== ',' && asDecimal.length === 1) return given(asDecimal[0]!);
  if (plausible.length === 0 && sign !== ',') return given(first);
  const open = (plausible.length > 0 ? plausible : readings).map((r) => r.si);
  return { ok: false, reason: 'either', readings: open };
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
