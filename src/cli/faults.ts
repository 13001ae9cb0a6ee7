import { FAULT_STUDY } from '../core/studies/faults/faultStudy';
import { sayGauge, sayOutcome } from '../core/studies/faults/sayFault';
import { studyHere } from '../core/studies/works';
import { load, opened, type Options } from './load';

/** `tidal faults`: each single fault in turn, worst first. Exits 1 where one starves a consumer. */
export function faults(file: string, options: Options): number {
  const circuit = load(file, options.variant);
  const outcomes = studyHere(FAULT_STUDY, opened(circuit), { pairs: options.pairs });
  if (options.json)
    console.log(
      JSON.stringify({ project: circuit.project.name, variant: circuit.variant.id, faults: outcomes }, null, 1),
    );
  else if (options.csv) {
    console.log('fault,outcome,starves_first,verdict,speed_rev_s,oil_temp_k,gauge_normal_pa,gauge_faulty_pa,noticed');
    for (const {
      id,
      outcome,
      starved: [first],
      gauge,
      noticed,
    } of outcomes)
      console.log(
        [
          id,
          outcome,
          first?.part ?? '',
          first?.verdict ?? '',
          first?.speedRevS ?? '',
          first?.oilTemperatureK ?? '',
          gauge?.normalPa ?? '',
          gauge?.faultyPa ?? '',
          noticed,
        ].join(','),
      );
  } else
    for (const fault of outcomes) {
      console.log(fault.title);
      console.log(`  ${sayOutcome(fault)}`);
      console.log(`  ${sayGauge(fault)}`);
    }
  return outcomes.every((o) => o.outcome === 'harmless') ? 0 : 1;
}
