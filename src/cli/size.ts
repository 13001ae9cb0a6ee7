import { partFields } from '../core/circuit/partFields';
import { SIZING_STUDY } from '../core/sizing/sizingStudy';
import { saySizing } from '../core/sizing/saySizing';
import { sizablesOf } from '../core/sizing/sizable';
import { studyHere } from '../core/studies/works';
import { load, opened, Refusal, type Options } from './load';

/** `tidal size FILE PART.FIELD`: which sizes keep everything supplied, or one consumer. Exits 0 where one will do, 1 where none does. */
export function size(file: string, options: Options, where: string | undefined): number {
  const circuit = load(file, options.variant);
  const { parts } = circuit.variant.circuit;
  const all = parts.flatMap((part) => sizablesOf(part).map((sizable) => ({ part, sizable, name: `${part.id}.${sizable.path.join('.')}` })));
  const found = all.find((s) => s.name === where);
  if (!found) {
    const part = parts.find((p) => p.id === where?.split('.')[0]);
    const why = part && partFields(part).some((f) => `${part.id}.${f.path.join('.')}` === where) ? `${where} is not a size that is searched for` : `There is no ${where ?? 'PART.FIELD'} in this variant`;
    throw new Refusal(`${why}. These are: ${all.map((s) => s.name).join(', ')}.`);
  }
  if (options.for !== undefined && !parts.some((p) => p.id === options.for && 'supply' in p)) throw new Refusal(`--for: ${options.for} is not a consumer of this variant.`);
  const sizing = studyHere(SIZING_STUDY, opened(circuit), { part: found.part.id, path: [...found.sizable.path], ...(options.for === undefined ? {} : { consumer: options.for }) });
  if (options.json) console.log(JSON.stringify({ project: circuit.project.name, variant: circuit.variant.id, ...sizing }, null, 1));
  else if (options.csv) {
    console.log('low_si,high_si,fails_below,fails_above');
    for (const b of sizing.bands) console.log([b.low, b.high, b.below?.part ?? '', b.above?.part ?? ''].join(','));
  } else {
    for (const sentence of saySizing(sizing, found.sizable.quantity)) console.log(sentence);
    if (sizing.fitting.length > 0) console.log(`Sizes to be had: ${sizing.fitting.map((s) => s.label).join(', ')}.`);
  }
  return sizing.bands.length > 0 ? 0 : 1;
}
