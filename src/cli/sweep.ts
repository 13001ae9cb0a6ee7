import { probesOf, readProbe } from '../core/judgement/supply/probe';
import { stillNodes } from '../core/network/describe/stillNodes';
import { sweepToEnd } from '../core/judgement/sweep/sweep';
import { displayUnit, toDisplay } from '../core/foundations/units';
import { load, Refusal, type Options } from './load';

/** `tidal sweep --csv`: one row a state and consumer, SI but for the two columns that name their unit. */
export function sweep(file: string, options: Options): number {
  if (!options.csv) throw new Refusal('sweep: say --csv; it is the only form so far.');
  const circuit = load(file, options.variant);
  const probes = probesOf(circuit.variant.circuit, circuit.compiled);
  const rows = ['speed_rpm,oil_temperature_C,part,verdict,pressure_Pa,flow_m3_s,low_water_Pa,margin,margin_of'];
  const result = sweepToEnd(circuit, undefined, undefined, (state) => {
    const at = circuit.stateAt(state.speedRevS, state.oilTemperatureK);
    const still = stillNodes(circuit.compiled.network, circuit.solver.workspace);
    for (const probe of probes) {
      const reading = readProbe(probe, circuit.compiled.network, circuit.solver.workspace, at, still);
      const decisive = reading.checks[0];
      rows.push(
        [
          toDisplay(state.speedRevS, displayUnit('speed')).toFixed(1),
          toDisplay(state.oilTemperatureK, displayUnit('temperature')).toFixed(2),
          probe.part.id,
          reading.verdict,
          figure(reading.pressurePa),
          figure(reading.flowM3S),
          figure(reading.lowPressurePa),
          figure(decisive?.margin ?? null),
          decisive ? `${decisive.quantity} ${decisive.side}` : '',
        ].join(','),
      );
    }
  });
  console.log(rows.join('\n'));
  return result.supplied ? 0 : 1;
}

const figure = (x: number | null) => (x === null ? '' : x.toPrecision(7));
