import { formatQuantity } from '../core/foundations/units';
import { sweepToEnd } from '../core/judgement/sweep/sweep';
import { sayMargin, sayWhy, VERDICT_WORDS } from '../core/judgement/supply/say';
import { load, type Options } from './load';

/** `tidal check`: every reachable state, each consumer at its worst. */
export function check(file: string, options: Options): number {
  const circuit = load(file, options.variant);
  const sweep = sweepToEnd(circuit);
  if (options.json) {
    const { nodeLowPa, nodeHighPa, ...rest } = sweep;
    const nodes = circuit.compiled.network.nodeName.map((name, i) => ({
      name,
      lowestPressurePa: nodeLowPa[i],
      highestPressurePa: nodeHighPa[i],
    }));
    console.log(
      JSON.stringify({ project: circuit.project.name, variant: circuit.variant.id, ...rest, nodes }, null, 1),
    );
  } else {
    for (const consumer of sweep.consumers) {
      const { worst } = consumer;
      console.log(
        `${consumer.name.padEnd(20)} ${VERDICT_WORDS[consumer.verdict].padEnd(18)} ${worst?.decisive ? sayMargin(worst.decisive) : ''}`,
      );
      if (worst)
        console.log(
          `  worst at ${formatQuantity(worst.state.speedRevS, 'speed')}, ${formatQuantity(worst.state.oilTemperatureK, 'temperature')}. ${sayWhy(worst.verdict, worst.decisive)}`,
        );
    }
    console.log(
      sweep.supplied ? `All supplied over ${sweep.states} states.` : `Not all supplied over ${sweep.states} states.`,
    );
  }
  for (const state of sweep.notConverged)
    console.error(
      `Not solved: ${formatQuantity(state.speedRevS, 'speed')}, ${formatQuantity(state.oilTemperatureK, 'temperature')}.`,
    );
  return sweep.supplied ? 0 : 1;
}
