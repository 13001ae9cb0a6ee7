import { formatQuantity } from '../core/foundations/units';
import { sayMargin, sayWhy, VERDICT_WORDS } from '../core/judgement/supply/say';
import { load, type Options } from './load';
import { stateOf } from './stateOptions';
import type { SolveResult } from '../core/judgement/stateResult';
import { solveState } from '../core/judgement/judgeState';

/** `tidal solve`: one state. Without --rpm the engine's maximum speed, without --oil-temp 100 °C. */
export function solve(file: string, options: Options): number {
  const circuit = load(file, options.variant);
  const { speedRevS, oilTemperatureK } = stateOf(options, circuit);
  const result = solveState(circuit, circuit.stateAt(speedRevS, oilTemperatureK));
  if (options.json)
    console.log(JSON.stringify({ project: circuit.project.name, variant: circuit.variant.id, ...result }, null, 1));
  else console.log(describe(result));
  if (result.convergence.status !== 'converged')
    console.error(
      `Not solved (${result.convergence.status}): the worst place is ${result.convergence.worstNode || result.convergence.worstElement}.`,
    );
  return result.supplied ? 0 : 1;
}

function describe(result: SolveResult): string {
  const { state, convergence } = result;
  const lines = [
    `${formatQuantity(state.speedRevS, 'speed')}, oil held at ${formatQuantity(state.oilTemperatureK, 'temperature')}: ${convergence.status} in ${convergence.iterations} iterations`,
    '',
    ...result.elements.map(
      (e) =>
        `${e.name.padEnd(34)} ${formatQuantity(e.flowM3S, 'flow').padStart(14)}  ${e.pressureInPa === null ? '—' : formatQuantity(e.pressureInPa, 'pressure').padStart(10)} → ${e.pressureOutPa === null ? '—' : formatQuantity(e.pressureOutPa, 'pressure').padStart(10)}`,
    ),
    '',
    ...result.consumers.map(
      (c) =>
        `${c.name.padEnd(20)} ${VERDICT_WORDS[c.verdict].padEnd(18)} ${c.decisive ? sayMargin(c.decisive) : ''}\n  ${sayWhy(c.verdict, c.decisive)}`,
    ),
  ];
  return lines.join('\n');
}
