import { DEFAULT_CONDITIONS, type Conditions } from '../core/heat/conditions';
import type { CircuitSolver } from '../core/network/circuitSolver';
import { displayUnit, fromDisplay, toDisplay } from '../core/foundations/units';
import { numberOption, type Options } from './load';

const MOST_RPM = 25_000;
const OIL_C = [-60, 250] as const;
const AIR_C = [-60, 60] as const;
const MOST_KMH = 500;
const DEFAULT_OIL_C = 100;
const celsius = displayUnit('temperature');
const rpm = displayUnit('speed');
const kmh = displayUnit('roadSpeed');

/** Engine speed [rev/s]; without --rpm the engine's maximum. @throws Refusal */
function speedRevS(options: Options, { project }: CircuitSolver): number {
  return fromDisplay(
    numberOption(options.rpm, 'rpm', toDisplay(project.engine.maximumSpeedRevS, rpm), 0, MOST_RPM),
    rpm,
  );
}

/** Oil temperature, held [K]; without --oil-temp 100 °C. @throws Refusal */
export function oilTemperatureK(options: Options): number {
  return fromDisplay(numberOption(options.oilTempC, 'oil-temp', DEFAULT_OIL_C, ...OIL_C), celsius);
}

/** The state that the words name. @throws Refusal */
export function stateOf(
  options: Options,
  circuit: CircuitSolver,
): { readonly speedRevS: number; readonly oilTemperatureK: number } {
  return { speedRevS: speedRevS(options, circuit), oilTemperatureK: oilTemperatureK(options) };
}

/** Surroundings from the words, usual ones for the rest. @throws Refusal */
export function conditionsOf(options: Options): Conditions {
  const d = DEFAULT_CONDITIONS;
  return {
    airTemperatureK: fromDisplay(
      numberOption(options.airTempC, 'air-temp', toDisplay(d.airTemperatureK, celsius), ...AIR_C),
      celsius,
    ),
    roadSpeedMS: fromDisplay(
      numberOption(options.roadSpeedKmh, 'road-speed', toDisplay(d.roadSpeedMS, kmh), 0, MOST_KMH),
      kmh,
    ),
    load: numberOption(options.load, 'load', d.load, 0, 1),
  };
}

/** Speed and surroundings from the words. @throws Refusal */
export function driveOf(options: Options, circuit: CircuitSolver): { readonly speedRevS: number } & Conditions {
  return { speedRevS: speedRevS(options, circuit), ...conditionsOf(options) };
}
