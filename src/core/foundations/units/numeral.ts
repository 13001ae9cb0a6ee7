/**
 * A number as people write it: "1275", "1.5", "1,5", "1,275.5", "1.275,5", "1 275", "1'275", "37 1/2", "7/16", "2e-6".
 * One source, for whatever stands around it.
 */
export const NUMERAL = String.raw`[+-]?(?:\d+\s+\d+\s*/\s*\d+|\d+\s*/\s*\d+|(?:\d{1,3}(?:[\u0020\u00a0\u202f'’]\d{3})+(?![\d/])(?:[.,]\d*)?|\d+(?:[.,]\d+)*[.,]?|[.,]\d+)(?:e[+-]?\d+)?)`;

/** What a numeral can mean. */
export interface NumeralReadings {
  /** Its values: one, or the decimal reading and then the one of thousands; none where it is no number. */
  readonly values: readonly number[];
  /** The sign that can be read in two ways. */
  readonly sign?: ',' | '.';
}

const NONE: NumeralReadings = { values: [] };
const GROUP = 3;

const one = (value: number): NumeralReadings => (Number.isFinite(value) ? { values: [value] } : NONE);
const areGroups = (parts: readonly string[]): boolean =>
  parts[0]!.length >= 1 && parts[0]!.length <= GROUP && parts.slice(1).every((part) => part.length === GROUP);

/**
 * Reads a numeral in every way in which it can be meant. Points and commas are decimal signs or group thousands: what
 * stands last is decimal where both are there, what is there more than once groups; a single one before three digits can
 * be either, and the caller knows what is plausible.
 * @param text a numeral alone @example numeralReadings('1,275').values // [1.275, 1275]
 */
export function numeralReadings(text: string): NumeralReadings {
  const typed = text.trim().replace(/[−–]/g, '-');
  const mixed = /^([+-]?)(?:(\d+)\s+)?(\d+)\s*\/\s*(\d+)$/.exec(typed);
  if (mixed) {
    const value = Number(mixed[2] ?? 0) + Number(mixed[3]) / Number(mixed[4]);
    return one(mixed[1] === '-' ? -value : value);
  }
  const parted = /^([+-]?)([\d.,\s'’]+)((?:e[+-]?\d+)?)$/i.exec(typed);
  if (!parted) return NONE;
  const [, minus, body, exponent] = parted as unknown as [string, string, string, string];
  const grouped = /^\d{1,3}(?:[\s'’]\d{3})+(?:[.,]\d*)?$/.test(body);
  if (/[\s'’]/.test(body) && !grouped) return NONE;
  const digits = body.replace(/[\s'’]/g, '');
  const signs = digits.replace(/\d/g, '');
  const value = (plain: string): number => Number(`${minus}${plain}${exponent}`);
  if (digits.length === signs.length) return NONE;
  if (signs.length <= 1) {
    const decimal = value(digits.replace(',', '.'));
    const isEither = !grouped && exponent === '' && /^[1-9]\d{0,2}[.,]\d{3}$/.test(digits);
    if (!isEither) return one(decimal);
    return { values: [decimal, value(digits.replace(/[.,]/, ''))], sign: signs as ',' | '.' };
  }
  const last = signs.at(-1)!;
  if (signs === last.repeat(signs.length)) {
    const parts = digits.split(last);
    return !grouped && areGroups(parts) ? one(value(parts.join(''))) : NONE;
  }
  // Both are there: the last is the decimal sign, once, and the other groups what stands before it.
  const before = digits.slice(0, digits.lastIndexOf(last));
  const other = last === ',' ? '.' : ',';
  if (grouped || before.includes(last) || !areGroups(before.split(other))) return NONE;
  return one(value(`${before.replaceAll(other, '')}.${digits.slice(digits.lastIndexOf(last) + 1)}`));
}

/** The sign before the decimals, as a whole column of figures writes it. */
export type DecimalSign = '.' | ',';

/** The decimal sign that a numeral proves; undefined where it has none, or either could be it. */
function provenSign(text: string): DecimalSign | undefined {
  const { values, sign } = numeralReadings(text);
  const signs = text.replace(/[^.,]/g, '');
  if (values.length !== 1 || sign !== undefined || signs === '') return undefined;
  const last = signs.at(-1) as DecimalSign;
  const groups = signs.length > 1 && signs === last.repeat(signs.length);
  return groups ? (last === ',' ? '.' : ',') : last;
}

/** How a column is read. */
export type ColumnForm =
  | { readonly ok: true; readonly sign: DecimalSign }
  /** It proves both signs, or proves none and both readings of this cell are plausible. */
  | { readonly ok: false; readonly cell: string; readonly readings: readonly number[] };

/**
 * The one way in which a column of figures is read. What is proven by one cell holds for all; where none proves it, the
 * reading that is plausible does, and a point before three digits is a decimal point unless that is not.
 * @param cells as they are written, empty ones too
 * @param isPlausible whether a figure can be meant in this column
 */
export function columnForm(cells: Iterable<string>, isPlausible: (value: number) => boolean): ColumnForm {
  let proven: DecimalSign | undefined;
  let open: { readonly cell: string; readonly sign: DecimalSign; readonly values: readonly number[] } | undefined;
  let [asDecimal, asThousands] = [true, true];
  for (const raw of cells) {
    const cell = raw.trim();
    const { values, sign } = numeralReadings(cell);
    if (sign !== undefined) {
      open ??= { cell, sign, values };
      asDecimal &&= isPlausible(values[0]!);
      asThousands &&= isPlausible(values[1]!);
      // A column that writes commas and points before three digits alike proves nothing of either.
      if (sign !== open.sign) return { ok: false, cell, readings: values };
      continue;
    }
    const here = provenSign(cell);
    if (here !== undefined && proven !== undefined && here !== proven) return { ok: false, cell, readings: values };
    proven ??= here;
  }
  if (proven !== undefined || open === undefined) return { ok: true, sign: proven ?? '.' };
  const other = open.sign === ',' ? '.' : ',';
  if (asDecimal !== asThousands) return { ok: true, sign: asDecimal ? open.sign : other };
  return open.sign === '.' ? { ok: true, sign: '.' } : { ok: false, cell: open.cell, readings: open.values };
}

/** Why a column cannot be read. */
export const sayColumn = (name: string, { cell, readings }: Extract<ColumnForm, { ok: false }>): string =>
  readings.length > 1
    ? `${name}: “${cell}” can be read as ${readings.join(' or ')}. Write this column without a sign between thousands.`
    : `${name}: “${cell}” has another decimal sign than the figures above it. Write the column in one way.`;

/** A figure of a column whose decimal sign is known; NaN where it is none. @param sign the other one groups thousands */
export function readWith(text: string, sign: DecimalSign): number {
  const { values, sign: either } = numeralReadings(text);
  if (values.length === 0) return NaN;
  if (either !== undefined) return values[either === sign ? 0 : 1]!;
  const proven = provenSign(text.trim());
  return proven === undefined || proven === sign ? values[0]! : NaN;
}
