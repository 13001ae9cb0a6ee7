import { SPREAD_STUDY } from '../core/studies/spread/spreadStudy';
import { studyHere } from '../core/studies/works';
import { formatQuantity } from '../core/foundations/units';
import { load, numberOption, opened, type Options } from './load';
import { stateOf } from './stateOptions';

const USUAL_SAMPLES = 4096;
const MOST_SAMPLES = 1_000_000;
const LARGEST_SEED = 4_294_967_295;

/** `tidal spread`: how sure supply is with every figure drawn from its tolerance. Exits 1 where something is not supplied in one circuit of a thousand or more. */
export function spread(file: string, options: Options): number {
  const circuit = load(file, options.variant);
  const samples = Math.round(numberOption(options.samples, 'samples', USUAL_SAMPLES, 64, MOST_SAMPLES));
  const seed = Math.round(numberOption(options.seed, 'seed', 1, 0, LARGEST_SEED));
  const answer = studyHere(SPREAD_STUDY, opened(circuit), { states: [stateOf(options, circuit)], samples, seed });
  if (options.json)
    console.log(JSON.stringify({ project: circuit.project.name, variant: circuit.variant.id, ...answer }, null, 1));
  else if (options.csv) {
    console.log(
      'consumer,chance,standard_error,pressure_5_pa,pressure_50_pa,pressure_95_pa,flow_5_m3s,flow_50_m3s,flow_95_m3s',
    );
    for (const c of answer.consumers) {
      const [p, q] = [c.pressurePa[0], c.flowM3S[0]];
      console.log(
        [
          c.part,
          c.chance,
          c.error,
          p?.low ?? '',
          p?.middle ?? '',
          p?.high ?? '',
          q?.low ?? '',
          q?.middle ?? '',
          q?.high ?? '',
        ].join(','),
      );
    }
  } else {
    for (const c of answer.consumers) {
      const band = c.pressurePa[0];
      console.log(
        `${c.name.padEnd(20)} ${(100 * c.chance).toFixed(2)} % ± ${(100 * c.error).toFixed(2)}${band ? `, ${formatQuantity(band.low, 'pressure')} to ${formatQuantity(band.high, 'pressure')}` : ''}`,
      );
    }
    console.log(
      `All supplied: ${(100 * answer.all.chance).toFixed(2)} % ± ${(100 * answer.all.error).toFixed(2)} of ${answer.samples} circuits, seed ${answer.seed}.`,
    );
    if (answer.tighten)
      console.log(
        `Tighten first: ${answer.tighten.name}. Halved, ${answer.tighten.consumer} is supplied in ${(100 * answer.tighten.chance).toFixed(2)} % instead of ${(100 * answer.tighten.before).toFixed(2)} %.`,
      );
    if (answer.unsolved > 0) console.log(`${answer.unsolved} circuits did not solve.`);
  }
  return answer.all.chance < 0.999 || answer.unsolved > 0 ? 1 : 0;
}
