import { SENSITIVITY_STUDY } from '../core/studies/sensitivity/sensitivityStudy';
import { studyHere } from '../core/studies/works';
import { sayMargin } from '../core/judgement/supply/say';
import { formatQuantity, type Quantity } from '../core/foundations/units';
import { load, opened, Refusal, type Options } from './load';
import { stateOf } from './stateOptions';

/** Effects below this share of the largest are left out of the words; JSON and CSV have them all. */
const WORTH_SAYING = 0.01;

/** `tidal sensitivity FILE CONSUMER`: what moves its margin most. Exits 0, or 1 where the state did not solve. */
export function sensitivity(file: string, options: Options, consumer: string | undefined): number {
  const circuit = load(file, options.variant);
  const consumers = circuit.variant.circuit.parts.filter((p) => 'supply' in p).map((p) => p.id);
  if (consumer === undefined || !consumers.includes(consumer))
    throw new Refusal(
      `${consumer === undefined ? 'Name a consumer' : `${consumer} is not a consumer of this variant`}. These are: ${consumers.join(', ')}.`,
    );
  const answer = studyHere(SENSITIVITY_STUDY, opened(circuit), { ...stateOf(options, circuit), consumer });
  const { check } = answer;
  if (options.json)
    console.log(JSON.stringify({ project: circuit.project.name, variant: circuit.variant.id, ...answer }, null, 1));
  else if (options.csv) {
    console.log('input,quantity,stated_si,step_si,margin_per_step_si');
    for (const r of answer.rows) console.log([r.id, r.quantity, r.stated, r.step, r.perStep].join(','));
  } else if (!check)
    console.log(answer.solved ? `${answer.name}: nothing is asked of it at this state.` : 'This state did not solve.');
  else {
    console.log(`${answer.name}: ${sayMargin(check)}. One step of each, upward, changes that by:`);
    const most = Math.abs(answer.rows[0]?.perStep ?? 0);
    for (const r of answer.rows.filter((row) => Math.abs(row.perStep) >= WORTH_SAYING * most))
      console.log(
        `${r.name.padEnd(48)} +${formatQuantity(r.step, r.quantity === 'temperature' ? 'temperatureDifference' : (r.quantity as Quantity)).padEnd(14)} ${r.perStep < 0 ? '-' : '+'}${formatQuantity(Math.abs(r.perStep), check.quantity)}`,
      );
  }
  return answer.solved ? 0 : 1;
}
