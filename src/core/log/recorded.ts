import { PSI_PA } from '../foundations/units';
import { columnForm, numeralReadings, readWith } from '../foundations/units/numeral';
import { z } from 'zod';

/** Channels that a recorded log may have, with the units that loggers write. Factors to SI: figure × scale + offset. */
export const RECORDED_CHANNELS = {
  speedRevS: { title: 'Engine speed', units: { rpm: [1 / 60, 0], '1/s': [1, 0] } },
  oilTemperatureK: { title: 'Oil temperature', units: { '°C': [1, 273.15], '°F': [1 / 1.8, 459.67 / 1.8], K: [1, 0] } },
  pressurePa: { title: 'Oil pressure', units: { bar: [1e5, 0], psi: [PSI_PA, 0], kPa: [1e3, 0] } },
} as const satisfies Readonly<
  Record<string, { readonly title: string; readonly units: Readonly<Record<string, readonly [number, number]>> }>
>;
export type RecordedChannel = keyof typeof RECORDED_CHANNELS;
export const CHANNEL_KEYS = Object.keys(RECORDED_CHANNELS) as readonly RecordedChannel[];

const columnSchema = z.strictObject({ column: z.int().min(0), unit: z.string() });
export const mappingSchema = z.strictObject({
  speedRevS: columnSchema,
  oilTemperatureK: columnSchema,
  pressurePa: columnSchema,
  decimalComma: z.boolean(),
});
export type Mapping = z.infer<typeof mappingSchema>;

/** What the head of a file looks like. */
export interface RecordedHead {
  readonly delimiter: string;
  readonly columns: readonly string[];
  /** Row of the header, from 0. */
  readonly headerRow: number;
  readonly decimalComma: boolean;
  readonly sample: readonly (readonly string[])[];
}

const isFigure = (cell: string): boolean => numeralReadings(cell).values.length > 0;
const SAMPLE_ROWS = 5;
/** Engine speeds of a log lie within this [1/min]: thousands of its other columns are read alike. */
const LIKELY_RPM = [30, 25_000] as const;

/** Whether a file writes decimal commas: what one of its likely channels proves, else any of its columns. */
function hasDecimalComma(rows: readonly (readonly string[])[], columns: readonly string[]): boolean {
  const isChannel = (name: string) => CHANNEL_KEYS.some((key) => LIKELY[key].test(name));
  const signs = columns.map((name, at) => {
    const isSpeed = LIKELY.speedRevS.test(name);
    const cells = rows.map((r) => r[at] ?? '').filter((c) => /[.,]/.test(c));
    const form = columnForm(cells, (value) => !isSpeed || (value >= LIKELY_RPM[0] && value <= LIKELY_RPM[1]));
    return { isChannel: isChannel(name), sign: cells.length > 0 && form.ok ? form.sign : undefined };
  });
  const proven = signs.filter((s) => s.isChannel && s.sign !== undefined);
  return (proven.length > 0 ? proven : signs).some((s) => s.sign === ',');
}

/**
 * Finds header, columns and decimal sign in the first rows of a file: the header is the last row without figures above
 * the first row of figures.
 */
function headOf(rows: readonly (readonly string[])[], delimiter: string): RecordedHead | undefined {
  const firstData = rows.findIndex((r) => r.length > 1 && r.filter(isFigure).length >= Math.max(2, r.length / 2));
  if (firstData < 0) return undefined;
  const named = rows.slice(0, firstData).findLastIndex((r) => r.length > 1 && r.some((c) => /[a-z]/i.test(c)));
  const width = rows[firstData]!.length;
  const columns = Array.from(
    { length: width },
    (_, i) => (named >= 0 ? rows[named]![i]?.trim() : undefined) || `column ${i + 1}`,
  );
  const sample = rows.slice(firstData, firstData + SAMPLE_ROWS);
  return {
    delimiter,
    columns,
    headerRow: named,
    decimalComma: hasDecimalComma(rows.slice(firstData), columns),
    sample,
  };
}

/** Delimiters in the order in which they are tried: a comma last, since it may be the decimal sign. */
const DELIMITERS = [';', '\t', '|', ','] as const;

/**
 * The head of a file by the first delimiter that gives rows of figures.
 * @param rowsBy the first rows, cut at a delimiter
 */
export function findHead(rowsBy: (delimiter: string) => readonly (readonly string[])[]): RecordedHead | undefined {
  for (const delimiter of DELIMITERS) {
    const head = headOf(rowsBy(delimiter), delimiter);
    if (head) return head;
  }
  return undefined;
}

const LIKELY: Readonly<Record<RecordedChannel, RegExp>> = {
  speedRevS: /rpm|engine.?speed|rev/i,
  oilTemperatureK: /oil.*(temp|_c\b|_f\b|°)|temp.*oil|oilt/i,
  pressurePa: /oil.*(press|bar|psi|kpa)|press.*oil|oilp/i,
};
const LIKELY_UNITS: Readonly<Record<RecordedChannel, readonly (readonly [RegExp, string])[]>> = {
  speedRevS: [[/./, 'rpm']],
  oilTemperatureK: [
    [/°?f\b|_f\b|fahren/i, '°F'],
    [/./, '°C'],
  ],
  pressurePa: [
    [/psi/i, 'psi'],
    [/kpa/i, 'kPa'],
    [/./, 'bar'],
  ],
};

/** A first guess of which column is what; undefined for a channel that no column's name suggests. */
export function guessMapping({ columns, decimalComma }: RecordedHead): {
  readonly [K in RecordedChannel]?: { column: number; unit: string };
} & {
  readonly decimalComma: boolean;
} {
  const found = Object.fromEntries(
    CHANNEL_KEYS.flatMap((key) => {
      const column = columns.findIndex((c) => LIKELY[key].test(c));
      return column < 0
        ? []
        : [[key, { column, unit: LIKELY_UNITS[key].find(([test]) => test.test(columns[column]!))![1] }]];
    }),
  );
  return { ...found, decimalComma };
}

const SPEED_BIN_REV_S = 500 / 60;
const OIL_BIN_K = 10;
const LEAST_SAMPLES = 5;

/** A condition that the engine was in: means of what was recorded there. */
export interface RecordedState {
  readonly speedRevS: number;
  readonly oilTemperatureK: number;
  readonly pressurePa: number;
  readonly samples: number;
}

/** Sums up a recorded log row by row: by speed and oil temperature, so that memory does not grow with the file. */
export class RecordedLog {
  rows = 0;
  /** Rows that could not be read. */
  bad = 0;
  private readonly bins = new Map<string, { n: number; speed: number; oil: number; pressure: number }>();

  constructor(private readonly mapping: Mapping) {}

  add(cells: readonly string[]): void {
    this.rows++;
    const [speed, oil, pressure] = CHANNEL_KEYS.map((key) => this.figure(key, cells)) as [number, number, number];
    if (!Number.isFinite(speed + oil + pressure) || speed < 0 || oil <= 0) {
      this.bad++;
      return;
    }
    const key = `${Math.round(speed / SPEED_BIN_REV_S)} ${Math.round(oil / OIL_BIN_K)}`;
    const bin = this.bins.get(key) ?? { n: 0, speed: 0, oil: 0, pressure: 0 };
    bin.n++;
    bin.speed += speed;
    bin.oil += oil;
    bin.pressure += pressure;
    this.bins.set(key, bin);
  }

  private figure(key: RecordedChannel, cells: readonly string[]): number {
    const { column, unit } = this.mapping[key];
    const text = (cells[column] ?? '').trim();
    if (text === '') return NaN;
    const value = readWith(text, this.mapping.decimalComma ? ',' : '.');
    const units: Readonly<Record<string, readonly [number, number]>> = RECORDED_CHANNELS[key].units;
    const [scale, offset] = units[unit] ?? [NaN, 0];
    return value * scale + offset;
  }

  /** Conditions with enough samples, those met most first. */
  get states(): readonly RecordedState[] {
    return [...this.bins.values()]
      .filter((b) => b.n >= LEAST_SAMPLES)
      .map((b) => ({
        speedRevS: b.speed / b.n,
        oilTemperatureK: b.oil / b.n,
        pressurePa: Math.max(0, b.pressure / b.n),
        samples: b.n,
      }))
      .sort((a, b) => b.samples - a.samples);
  }
}
