import { displayUnit, formatQuantity, fromDisplay, toDisplay } from '../core/units';
import { sayMargin, sayWhy, VERDICT_WORDS } from '../core/supply/say';
import type { SolveResult } from '../core/network/result';
import { load, numberOption, type Options } from './load';

const MOST_RPM = 25_000;
const COLDEST_C = -60;
const HOTTEST_C = 250;
const DEFAULT_OIL_C = 100;

/** `tidal solve`: one state. Without --rpm the engine's maximum speed, without --oil-temp 100 °C. */
export function solve(file: string, options: Options): number {
  const circuit = load(file, options.variant);
  const rpm = displayUnit('speed');
  const celsius = displayUnit('temperature');
  const speed = numberOption(options.rpm, 'rpm', toDisplay(circuit.project.engine.maximumSpeedRevS, rpm), 0, MOST_RPM);
  const oil = numberOption(options.oilTempC, 'oil-temp', DEFAULT_OIL_C, COLDEST_C, HOTTEST_C);
  const result = circuit.solve(circuit.stateAt(fromDisplay(speed, rpm), fromDisplay(oil, celsius)));
  if (options.json) console.log(JSON.stringify({ project: circuit.project.name, variant: circuit.variant.id, ...result }, null, 1));
  else console.log(describe(result));
  if (result.convergence.status !== 'converged')
    console.error(`Not solved (${result.convergence.status}): the worst place is ${result.convergence.worstNode || result.convergence.worstElement}.`);
  return result.supplied ? 0 : 1;
}

function describe(result: SolveResult): string {
  const { state, convergence } = result;
  const lines = [
    `${formatQuantity(state.speedRevS, 'speed')}, oil held at ${formatQuantity(state.oilTemperatureK, 'temperature')}: ${convergence.status} in ${convergence.iterations} iterations`,
    '',
    ...result.elements.map((e) =>
      `${e.name.padEnd(34)} ${formatQuantity(e.flowM3S, 'flow').padStart(14)}  ${e.pressureInPa === null ? '—' : formatQuantity(e.pressureInPa, 'pressure').padStart(10)} → ${e.pressureOutPa === null ? '—' : formatQuantity(e.pressureOutPa, 'pressure').padStart(10)}`),
    '',
    ...result.consumers.map((c) =>
      `${c.name.padEnd(20)} ${VERDICT_WORDS[c.verdict].padEnd(18)} ${c.decisive ? sayMargin(c.decisive) : ''}\n  ${sayWhy(c.verdict, c.decisive)}`),
  ];
  return lines.join('\n');
}
