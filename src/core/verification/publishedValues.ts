import values from './publishedValues.json';

/** One outside value: handbook, standard, worked example or closed form, with its source. */
export interface PublishedValue {
  readonly id: string;
  readonly group: string;
  readonly quantity: string;
  readonly inputs: Readonly<Record<string, readonly [number, string]>>;
  readonly expected: readonly [number, string];
  readonly tolerance: { readonly type: string; readonly value: number };
  readonly source: string;
}

const INCH = 0.0254;
const PSI = 6894.757293168361;

/** To SI: factor and offset of each unit met in the table. */
const UNITS: Readonly<Record<string, readonly [number, number]>> = {
  '1': [1, 0],
  degC: [1, 273.15],
  'mm2/s': [1e-6, 0],
  'Pa.s': [1, 0],
  'mPa.s': [1e-3, 0],
  ureyn: [PSI * 1e-6, 0],
  in: [INCH, 0],
  mm: [1e-3, 0],
  um: [1e-6, 0],
  m: [1, 0],
  bar: [1e5, 0],
  kPa: [1e3, 0],
  psi: [PSI, 0],
  'L/min': [1e-3 / 60, 0],
  'm3/h': [1 / 3600, 0],
  'cm3/rev': [1e-6, 0],
  'rev/min': [1 / 60, 0],
  'rev/s': [1, 0],
  'rad/s': [1, 0],
  'kg/m3': [1, 0],
  'kJ/(kg.K)': [1e3, 0],
  'W/(m.K)': [1, 0],
  'lbf.in': [4.4482216152605 * INCH, 0],
};

/** A figure of the table in SI. @throws when the unit is not listed */
export function toSi([value, unit]: readonly [number, string]): number {
  const conversion = UNITS[unit];
  if (!conversion) throw new Error(`unit ${unit} is not listed`);
  return value * conversion[0] + conversion[1];
}

/**
 * All values of a group; `only` keeps those whose id starts so.
 * @throws when there are none, so that no test runs on nothing
 */
export function published(group: string, only = ''): readonly PublishedValue[] {
  const rows = (values as unknown as readonly PublishedValue[]).filter(
    (row) => row.group === group && row.id.startsWith(only),
  );
  if (rows.length === 0) throw new Error(`no published values in ${group} ${only}`);
  return rows;
}

/** One value by id. */
export function publishedValue(id: string): PublishedValue {
  const row = (values as unknown as readonly PublishedValue[]).find((each) => each.id === id);
  if (!row) throw new Error(`no published value ${id}`);
  return row;
}

/** Input of a row in SI. */
export const input = (row: PublishedValue, name: string): number => toSi(row.inputs[name]!);

/** Largest difference from the expected value that the row allows, in SI. */
export function allowance(row: PublishedValue): number {
  return row.tolerance.type === 'rel' ? Math.abs(toSi(row.expected)) * row.tolerance.value : row.tolerance.value;
}

/** Fails with the row's own words when a computed SI value is outside its tolerance. */
export function expectPublished(row: PublishedValue, actual: number): void {
  const expected = toSi(row.expected);
  if (!(Math.abs(actual - expected) <= allowance(row) * (1 + 1e-9)))
    throw new Error(`${row.id}: ${row.quantity}: got ${actual}, published ${expected} (${row.source})`);
}
