import { z } from 'zod';
import { STANDARD_GRAVITY_M_S2 } from '../foundations/units/conversions';
import type { Conditions } from './surroundings';
import { columnForm, readWith, sayColumn, type DecimalSign } from '../foundations/units/numeral';
import { TIME_STEP_S, WarmUp, type Drive, type WarmSample } from './transient';
import type { HeatSolver } from './heatSolver';

/** One row of a recorded or invented trace, SI. */
export const traceRowSchema = z.strictObject({
  timeS: z.number(),
  speedRevS: z.number().min(0),
  load: z.number().min(0).max(1),
  roadSpeedMS: z.number().min(0),
  /** How the vehicle is accelerated: to its right, as in a right turn, and forward. */
  rightMS2: z.number().optional(),
  forwardMS2: z.number().optional(),
});
export type TraceRow = z.infer<typeof traceRowSchema>;

interface TraceColumn {
  /** It goes by any of these. */
  readonly names: readonly [string, ...string[]];
  readonly toSi: number;
  /** What is likely in it at most [SI]. */
  readonly most: number;
  readonly what: string;
  readonly isOptional?: true;
}

/** Columns of a trace. */
export const TRACE_COLUMNS = {
  timeS: { names: ['time_s', 'time', 't'], toSi: 1, most: 86_400, what: 'time in seconds' },
  speedRevS: { names: ['rpm', 'engine_speed_rpm', 'speed_rpm'], toSi: 1 / 60, most: 420, what: 'engine speed in rpm' },
  load: { names: ['load', 'load_share'], toSi: 1, most: 1, what: 'load from 0 to 1' },
  roadSpeedMS: { names: ['road_speed_kmh', 'speed_kmh', 'kmh'], toSi: 1 / 3.6, most: 120, what: 'road speed in km/h' },
  rightMS2: {
    names: ['lat_g', 'lateral_g', 'g_lat'],
    toSi: STANDARD_GRAVITY_M_S2,
    most: 80,
    what: 'lateral acceleration in g',
    isOptional: true,
  },
  forwardMS2: {
    names: ['long_g', 'longitudinal_g', 'g_long'],
    toSi: STANDARD_GRAVITY_M_S2,
    most: 80,
    what: 'longitudinal acceleration in g',
    isOptional: true,
  },
} as const satisfies Record<keyof TraceRow, TraceColumn>;

const MOST_ROWS = 400_000;
const LONGEST_S = 24 * 3600;

/** A table as a CSV reader gives it: a header and rows of texts. */
export interface CsvTable {
  readonly header: readonly string[];
  readonly rows: readonly (readonly string[])[];
}

/** Reads a trace from a table. @returns rows in time, or what is wrong and where */
export function readTrace(
  table: CsvTable,
): { readonly ok: true; readonly rows: readonly TraceRow[] } | { readonly ok: false; readonly why: string } {
  const header = table.header.map((h) => h.trim().toLowerCase());
  const found = Object.entries(TRACE_COLUMNS).map(([key, c]: [string, TraceColumn]) => ({
    key: key as keyof TraceRow,
    ...c,
    at: header.findIndex((h) => c.names.includes(h)),
  }));
  const columns = found.filter((c) => c.at >= 0);
  const absent = found.filter((c) => c.at < 0 && !c.isOptional);
  if (absent.length > 0)
    return {
      ok: false,
      why: `The recording has no column for ${absent.map((c) => `${c.what} (${c.names[0]})`).join(' and ')}. Its columns are ${table.header.join(', ')}.`,
    };
  if (table.rows.length < 2) return { ok: false, why: 'The recording needs at least two rows.' };
  if (table.rows.length > MOST_ROWS)
    return {
      ok: false,
      why: `The recording has ${table.rows.length} rows; ${MOST_ROWS} are the most. Use fewer rows.`,
    };
  const signs = new Map<string, DecimalSign>();
  for (const c of columns) {
    const form = columnForm(
      table.rows.map((cells) => cells[c.at] ?? ''),
      (value) => Math.abs(value) * c.toSi <= c.most,
    );
    if (!form.ok) return { ok: false, why: sayColumn(c.names[0], form) };
    signs.set(c.key, form.sign);
  }
  const rows: TraceRow[] = [];
  for (const [i, cells] of table.rows.entries()) {
    const row: Record<string, number> = {};
    for (const c of columns) {
      const value = readWith(cells[c.at] ?? '', signs.get(c.key)!);
      if (!Number.isFinite(value))
        return { ok: false, why: `Row ${i + 2}, ${c.names[0]}: “${cells[c.at] ?? ''}” is not a number.` };
      row[c.key] = value * c.toSi;
    }
    const parsed = traceRowSchema.safeParse(row);
    if (!parsed.success)
      return {
        ok: false,
        why: `Row ${i + 2}: ${String(parsed.error.issues[0]?.path[0])} is out of range. Load goes from 0 to 1; speeds are not negative.`,
      };
    const before = rows[rows.length - 1];
    if (before && parsed.data.timeS <= before.timeS)
      return { ok: false, why: `Row ${i + 2}: time does not rise. Sort the recording by time.` };
    rows.push(parsed.data);
  }
  if (rows[rows.length - 1]!.timeS - rows[0]!.timeS > LONGEST_S)
    return { ok: false, why: 'The recording is longer than a day. Shorten it.' };
  return { ok: true, rows };
}

/** What a trace came to. */
export interface TraceResult {
  readonly samples: readonly WarmSample[];
  readonly peakK: number;
  readonly peakS: number;
  /** Time above the limit [s]. */
  readonly overS: number;
  readonly limitK: number;
  readonly solved: boolean;
}

/** What a trace is driven in. */
export interface TraceConditions extends Pick<Conditions, 'airTemperatureK'> {
  /** Oil and metal at the start. */
  readonly startK: number;
  /** Sump temperature whose exceeding is counted. */
  readonly limitK: number;
}

/** Sees the rows of a step, with the sump's temperature at its end; the solver holds the step's flows. */
export type OnTraceStep = (rows: readonly TraceRow[], sumpK: number) => void;

/**
 * Drives the model with a trace, a second at a time: each step takes the trace's mean over its second. Yields the time
 * done; the return value is the result.
 * @param conditions what it is driven in
 * @param dtS step [s] @param onStep sees each step as it is solved
 */
export function* runTrace(
  heat: HeatSolver,
  rows: readonly TraceRow[],
  { startK, limitK, ...air }: TraceConditions,
  { dtS = TIME_STEP_S, onStep }: { readonly dtS?: number; readonly onStep?: OnTraceStep } = {},
): Generator<number, TraceResult> {
  const run = new WarmUp(heat, startK);
  const samples: WarmSample[] = [];
  const start = rows[0]!.timeS;
  const duration = rows[rows.length - 1]!.timeS - start;
  let at = 0;
  let peakK = startK;
  let peakS = 0;
  let overS = 0;
  while (run.timeS < duration - 1e-9) {
    const from = start + run.timeS;
    const step = Math.min(dtS, duration - run.timeS);
    let [n, speed, load, road] = [0, 0, 0, 0];
    while (at < rows.length - 1 && rows[at + 1]!.timeS <= from) at++;
    for (let i = at; i < rows.length && rows[i]!.timeS < from + step; i++) {
      n++;
      speed += rows[i]!.speedRevS;
      load += rows[i]!.load;
      road += rows[i]!.roadSpeedMS;
    }
    const drive: Drive = { ...air, speedRevS: speed / n, load: load / n, roadSpeedMS: road / n };
    if (!run.step(drive, step)) break;
    const now = run.sample(drive);
    samples.push(now);
    onStep?.(rows.slice(at, at + n), now.sumpK);
    if (now.sumpK > peakK) [peakK, peakS] = [now.sumpK, now.timeS];
    if (now.sumpK > limitK) overS += step;
    yield now.timeS;
  }
  return { samples, peakK, peakS, overS, limitK, solved: run.solved };
}
