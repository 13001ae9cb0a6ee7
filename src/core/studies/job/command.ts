import { displayUnit, fromDisplay, toDisplay, type Quantity } from '../../foundations/units';
import { type parseQuantity } from '../../foundations/units/parse';
import { DEFAULT_CONDITIONS, type Conditions } from '../../heat/surroundings';
import type { CircuitSolver } from '../../network/circuitSolver';
import type { SpeedAndOil } from '../../network/solve/state';
import { StudyRefused } from './studyRefused';

/** Options that a study's command may take. */
export type OptionName =
  | 'variant'
  | 'variants'
  | 'rpm'
  | 'oil-temp'
  | 'air-temp'
  | 'road-speed'
  | 'load'
  | 'minutes'
  | 'for'
  | 'over'
  | 'samples'
  | 'seed'
  | 'pairs'
  | 'json'
  | 'csv';

/** What was asked on the command line, read and compiled. */
export interface Asked {
  readonly circuit: CircuitSolver;
  /** Words behind the file. */
  readonly word: string | undefined;
  /**
   * The rows of a CSV file that `word` names; read when they are asked for.
   * @throws StudyRefused where it cannot be read
   */
  readTable(): readonly (readonly string[])[];
  /** Reads a figure: what the command line brings along, since the page that has the studies too types none of them. */
  readonly readFigure: typeof parseQuantity;
  /** Options that were given, as text. */
  readonly given: Readonly<Partial<Record<OptionName, string>>>;
}

/** A table as CSV has it. */
export interface CsvTable {
  readonly columns: readonly string[];
  readonly rows: readonly (readonly (string | number | boolean | null)[])[];
}

/**
 * How the command line asks for a study and prints its answer. The words stand in the study's own module of sentences.
 */
export interface StudyCommand<P, A> {
  readonly name: string;
  /** False where the same command asked so is another study's. */
  fits?(asked: Asked): boolean;
  /** @throws StudyRefused where what was asked is no question */
  question(asked: Asked): P;
  /** The answer as `--json` prints it, behind project and variant. Absent: there is no such form. */
  json?(answer: A, asked: Asked): object;
  /** The answer as `--csv` prints it. Absent: there is no such form. */
  table?(answer: A, asked: Asked): CsvTable;
  /** The answer in sentences. Absent: one of the other forms must be asked for. */
  lines?(answer: A, asked: Asked): readonly string[];
  /** What goes to the error stream besides. */
  remarks?(answer: A, asked: Asked): readonly string[];
  /** True for exit code 0. */
  isGood(answer: A, asked: Asked): boolean;
}

const MOST_RPM = 25_000;
const OIL_C = [-60, 250] as const;
const AIR_C = [-60, 60] as const;
const MOST_KMH = 500;
const DEFAULT_OIL_C = 100;
const celsius = displayUnit('temperature');
const rpm = displayUnit('speed');
const kmh = displayUnit('roadSpeed');

/** What an option's figure is, where it may come with a unit, and the unit that it is in without one. */
const QUANTITY_OF: Readonly<Partial<Record<OptionName, readonly [Quantity, string]>>> = {
  rpm: ['speed', 'rpm'],
  'oil-temp': ['temperature', 'degC'],
  'air-temp': ['temperature', 'degC'],
  'road-speed': ['roadSpeed', 'kmh'],
  minutes: ['time', 'min'],
};
const DIGITS = 12;

/**
 * A number that was given, in the option's own unit: "6500", "6,500", "212F". @throws StudyRefused when it is not one, can
 * be read in two ways, or is out of range
 */
export function numberOption(
  { given, readFigure }: Asked,
  name: OptionName,
  fallback: number,
  low: number,
  high: number,
): number {
  const text = given[name];
  if (text === undefined) return fallback;
  const [quantity, id] = QUANTITY_OF[name] ?? ['ratio', '1'];
  const units = { [quantity]: id };
  const u = displayUnit(quantity, units);
  const typical = name in QUANTITY_OF ? undefined : ([low, high] as const);
  const parsed = readFigure(text, quantity, { units, typical });
  if (!parsed.ok && parsed.reason === 'either')
    throw new StudyRefused(
      `--${name}: "${text}" can be read as ${parsed.readings.map((si) => Number(toDisplay(si, u).toPrecision(DIGITS))).join(' or ')}. Write it without a sign between thousands.`,
    );
  if (!parsed.ok) throw new StudyRefused(`--${name}: a number is needed, "${text}" is there.`);
  const value = Number(toDisplay(parsed.si, u).toPrecision(DIGITS));
  if (value < low || value > high)
    throw new StudyRefused(`--${name}: ${value} is out of range; give ${low} to ${high}.`);
  return value;
}

/** Engine speed [rev/s]; without --rpm the engine's maximum. @throws StudyRefused */
function speedOf(asked: Asked): number {
  const most = toDisplay(asked.circuit.project.engine.maximumSpeedRevS, rpm);
  return fromDisplay(numberOption(asked, 'rpm', most, 0, MOST_RPM), rpm);
}

/** Oil temperature, held [K]; without --oil-temp 100 °C. @throws StudyRefused */
export function oilTemperatureOf(asked: Asked): number {
  return fromDisplay(numberOption(asked, 'oil-temp', DEFAULT_OIL_C, ...OIL_C), celsius);
}

/** The state that was asked for. @throws StudyRefused */
export function stateOf(asked: Asked): SpeedAndOil {
  return { speedRevS: speedOf(asked), oilTemperatureK: oilTemperatureOf(asked) };
}

/** Surroundings that were asked for, usual ones for the rest. @throws StudyRefused */
export function conditionsOf(asked: Asked): Conditions {
  const d = DEFAULT_CONDITIONS;
  return {
    airTemperatureK: fromDisplay(
      numberOption(asked, 'air-temp', toDisplay(d.airTemperatureK, celsius), ...AIR_C),
      celsius,
    ),
    roadSpeedMS: fromDisplay(numberOption(asked, 'road-speed', toDisplay(d.roadSpeedMS, kmh), 0, MOST_KMH), kmh),
    load: numberOption(asked, 'load', d.load, 0, 1),
  };
}

/** Speed and surroundings that were asked for. @throws StudyRefused */
export function driveOf(asked: Asked): Conditions & { readonly speedRevS: number } {
  return { speedRevS: speedOf(asked), ...conditionsOf(asked) };
}
