import { PSI_PA, QUANTITIES } from '../../foundations/units';
import { columnForm, readWith, sayColumn, type DecimalSign } from '../../foundations/units/numeral';
import { MOST_READINGS, readingSchema, type Reading } from '../../document/project/calibration';
import type { CsvTable } from '../../heat/trace';

const RPM = 1 / 60;
const C = 273.15;
const BAR = 1e5;
const KMH = 1 / 3.6;
const MPH = 0.44704;

/** Columns of a table of readings: what each is named, and its figure in SI. */
const COLUMNS = {
  speedRevS: { rpm: (v: number) => v * RPM, engine_speed_rpm: (v: number) => v * RPM },
  oilTemperatureK: {
    oil_c: (v: number) => v + C,
    oil_temp_c: (v: number) => v + C,
    oil_f: (v: number) => (v + 459.67) / 1.8,
  },
  pressurePa: {
    pressure_bar: (v: number) => v * BAR,
    bar: (v: number) => v * BAR,
    pressure_psi: (v: number) => v * PSI_PA,
    psi: (v: number) => v * PSI_PA,
    pressure_kpa: (v: number) => v * 1e3,
  },
  airTemperatureK: { air_c: (v: number) => v + C, air_f: (v: number) => (v + 459.67) / 1.8 },
  roadSpeedMS: { road_kmh: (v: number) => v * KMH, road_mph: (v: number) => v * MPH },
  load: { load: (v: number) => v },
} as const satisfies Readonly<Record<string, Readonly<Record<string, (value: number) => number>>>>;
type Column = keyof typeof COLUMNS;
const QUANTITY_OF = {
  speedRevS: 'speed',
  oilTemperatureK: 'temperature',
  pressurePa: 'pressure',
  airTemperatureK: 'temperature',
  roadSpeedMS: 'roadSpeed',
  load: 'share',
} as const satisfies Readonly<Record<Column, keyof typeof QUANTITIES>>;

const PORT = ['at', 'port'];
/** What a table must have, as its reader is told. */
export const READING_COLUMNS =
  'rpm, oil_C and pressure_bar (or pressure_psi, pressure_kPa); for the oil on the road rpm, oil_C, air_C, road_kmh and load';

type Read = { readonly ok: true; readonly readings: readonly Reading[] } | { readonly ok: false; readonly why: string };
const refused = (why: string): Read => ({ ok: false, why });

/**
 * Reads gauge readings from a table. A row with a pressure is the gauge's; one without is what the oil came to on the
 * road.
 */
export function readReadings({ header, rows }: CsvTable): Read {
  const names = header.map((h) => h.trim().toLowerCase());
  const columns = new Map<
    Column,
    { readonly at: number; readonly name: string; readonly si: (value: number) => number }
  >();
  for (const [key, known] of Object.entries(COLUMNS) as [Column, Readonly<Record<string, (v: number) => number>>][]) {
    const name = Object.keys(known).find((n) => names.includes(n));
    if (name) columns.set(key, { at: names.indexOf(name), name, si: known[name]! });
  }
  if (!columns.has('speedRevS') || !columns.has('oilTemperatureK'))
    return refused(`The readings need the columns ${READING_COLUMNS}. There are ${header.join(', ')}.`);
  if (rows.length === 0) return refused('There is no reading below the header.');
  if (rows.length > MOST_READINGS)
    return refused(`There are ${rows.length} readings; ${MOST_READINGS} are the most. Keep those that differ most.`);
  const signs = new Map<Column, DecimalSign>();
  for (const [key, { at, name, si }] of columns) {
    const [low, high] = QUANTITIES[QUANTITY_OF[key]].plausible;
    const form = columnForm(
      rows.map((cells) => cells[at] ?? ''),
      (value) => si(value) >= low && si(value) <= high,
    );
    if (!form.ok) return refused(sayColumn(name, form));
    signs.set(key, form.sign);
  }
  const portAt = names.findIndex((name) => PORT.includes(name));
  const readings: Reading[] = [];
  for (const [i, cells] of rows.entries()) {
    const row: Record<string, unknown> = {};
    for (const [key, { at, name, si }] of columns) {
      const text = (cells[at] ?? '').trim();
      if (text === '') continue;
      const value = readWith(text, signs.get(key)!);
      if (!Number.isFinite(value)) return refused(`Row ${i + 2}, ${name}: “${text}” is not a number.`);
      row[key] = si(value);
    }
    const kind = row['pressurePa'] === undefined ? 'temperature' : 'pressure';
    const { speedRevS, oilTemperatureK, pressurePa, load, airTemperatureK, roadSpeedMS } = row;
    const at = portAt < 0 ? '' : (cells[portAt] ?? '').trim();
    const parsed = readingSchema.safeParse(
      kind === 'pressure'
        ? { kind, speedRevS, oilTemperatureK, pressurePa, ...(at === '' ? {} : { at }) }
        : { kind, speedRevS, oilTemperatureK, load, airTemperatureK, roadSpeedMS },
    );
    if (!parsed.success)
      return refused(
        `Row ${i + 2}: ${String(parsed.error.issues[0]?.path[0] ?? 'a figure')} is missing or out of range. A reading has ${READING_COLUMNS}.`,
      );
    readings.push(parsed.data);
  }
  return { ok: true, readings };
}
