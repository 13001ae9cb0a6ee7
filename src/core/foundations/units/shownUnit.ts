import {
  BTU_J,
  FOOT_M,
  HORSEPOWER_W,
  HOUR_S,
  IMPERIAL_GALLON_M3,
  INCH_M,
  MILE_M,
  MINUTE_S,
  US_GALLON_M3,
} from './conversions';

/** One way of showing a quantity: shown = SI·factor + offset. */
export interface DisplayUnit {
  readonly id: string;
  /** As written after a figure. */
  readonly symbol: string;
  /** As written where a drawing leaves little room. */
  readonly shortSymbol: string;
  readonly factor: number;
  readonly offset: number;
  /** Decimals that a reading of ordinary size deserves. */
  readonly decimals: number;
}

/** How a unit may be typed, and what it is worth: SI = figure × scale + offset. */
export interface Spelling {
  /** Compared without case, spaces, dots and carets. */
  readonly names: readonly string[];
  readonly scale: number;
  readonly offset?: number;
  /** Of two that are spelled alike, the one that US readers mean. */
  readonly isUs?: true;
}

/** @param siPerUnit worth of one in SI @param offset of the figure shown */
export const unit = (id: string, symbol: string, siPerUnit: number, decimals: number, offset = 0): DisplayUnit => ({
  id,
  symbol,
  shortSymbol: symbol.replace(/^US /, ''),
  factor: 1 / siPerUnit,
  offset,
  decimals,
});

/** @param scale worth of one in SI */
export const spelled = (scale: number, ...names: string[]): Spelling => ({ names, scale });

export const LENGTH = [
  spelled(1, 'm', 'metre', 'metres', 'meter', 'meters'),
  spelled(1e-2, 'cm', 'centimetre', 'centimetres', 'centimeter', 'centimeters'),
  spelled(1e-3, 'mm', 'millimetre', 'millimetres', 'millimeter', 'millimeters'),
  spelled(1e-6, 'um', 'micron', 'microns'),
  spelled(INCH_M, 'in', 'ins', 'inch', 'inches', '"', '″', '”', "''"),
  spelled(FOOT_M, 'ft', 'foot', 'feet', "'", '′', '’'),
  spelled(INCH_M / 1000, 'thou', 'mil', 'mils'),
];
export const AREA = [
  spelled(1, 'm2', 'sqm'),
  spelled(1e-4, 'cm2', 'sqcm'),
  spelled(1e-6, 'mm2', 'sqmm'),
  spelled(INCH_M * INCH_M, 'in2', 'sqin'),
];
export const VOLUME: readonly Spelling[] = [
  spelled(1, 'm3'),
  spelled(1e-3, 'l', 'litre', 'litres', 'liter', 'liters', 'ltr', 'lt', 'dm3'),
  spelled(1e-6, 'ml', 'cc', 'ccm', 'cm3', 'ccs'),
  spelled(US_GALLON_M3 / 4, 'qt', 'usqt', 'quart', 'quarts', 'us quarts'),
  spelled(US_GALLON_M3, 'gal', 'usgal', 'gallon', 'gallons', 'us gallons'),
  spelled(IMPERIAL_GALLON_M3, 'imp gal', 'uk gal', 'imperial gallon', 'imperial gallons', 'imp gallons', 'uk gallons'),
  spelled(IMPERIAL_GALLON_M3 / 4, 'imp qt', 'uk qt', 'imperial quart', 'imperial quarts'),
  // Pints differ by a fifth: which are meant is the reader's system, or asked.
  { names: ['us pt', 'us pint', 'us pints', 'pt', 'pint', 'pints'], scale: US_GALLON_M3 / 8, isUs: true },
  spelled(IMPERIAL_GALLON_M3 / 8, 'imp pt', 'uk pint', 'imperial pint', 'imperial pints', 'pt', 'pint', 'pints'),
  spelled(US_GALLON_M3 / 128, 'fl oz', 'us fl oz', 'floz'),
  spelled(INCH_M ** 3, 'in3', 'cuin', 'ci', 'cid'),
];
export const SPEED = [
  spelled(1, 'm/s', 'ms'),
  spelled(1 / 3.6, 'km/h', 'kmh', 'kph'),
  spelled(MILE_M / HOUR_S, 'mph', 'mi/h'),
  spelled(FOOT_M, 'ft/s', 'fps', 'fts'),
  spelled(1852 / HOUR_S, 'kn', 'kt', 'kts', 'knot', 'knots'),
];
export const POWER = [
  spelled(1, 'w', 'watt', 'watts'),
  spelled(1e3, 'kw', 'kilowatt', 'kilowatts'),
  spelled(HORSEPOWER_W, 'hp', 'bhp', 'horsepower'),
  spelled(735.49875, 'ps', 'cv', 'metrichp'),
  spelled(BTU_J / HOUR_S, 'btu/h', 'btuh'),
];
export const TIMES = [
  spelled(1, 's', 'sec', 'secs', 'second', 'seconds'),
  spelled(MINUTE_S, 'min', 'mins', 'minute', 'minutes'),
  spelled(HOUR_S, 'h', 'hr', 'hrs', 'hour', 'hours'),
  spelled(24 * HOUR_S, 'day', 'days'),
];
