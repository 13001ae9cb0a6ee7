import { faultStudy } from '../core/faults/faultStudy';
import { sayGauge, sayOutcome } from '../core/faults/sayFault';
import { runToEnd } from '../core/sweep/runToEnd';
import { load, type Options } from './load';

/** `tidal faults`: each single fault in turn, worst first. Exits 1 where one starves a consumer. */
export function faults(file: string, options: Options): number {
  const circuit = load(file, options.variant);
  const outcomes = runToEnd(faultStudy(circuit.project, circuit.variant, options.pairs));
  if (options.json) console.log(JSON.stringify({ project: circuit.project.name, variant: circuit.variant.id, faults: outcomes }, null, 1));
  else for (const fault of outcomes) {
    console.log(fault.title);
    console.log(`  ${sayOutcome(fault)}`);
    console.log(`  ${sayGauge(fault)}`);
  }
  return outcomes.every((o) => o.outcome === 'harmless') ? 0 : 1;
}
