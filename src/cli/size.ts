import { partFields } from '../core/document/parts/partFields';
import { SIZING_STUDY } from '../core/studies/sizing/sizingStudy';
import type { CircuitSolver } from '../core/network/circuitSolver';
import { partFamiliesOf } from '../core/studies/sizing/partFamilies';
import { familiesAt, ROW_STUDY } from '../core/studies/sizing/rowStudy';
import { sayRow, sayRowFails, sayRows } from '../core/studies/sizing/sayRows';
import { saySizing } from '../core/studies/sizing/saySizing';
import { sizablesOf } from '../core/studies/sizing/sizable';
import { studyHere } from '../core/studies/works';
import { formatQuantity } from '../core/foundations/units';
import { load, opened, Refusal, type Options } from './load';

/** `tidal size FILE PART.FIELD`: which sizes keep everything supplied, or one consumer; `tidal size FILE PART` for a cooler or a thermostat. Exits 0 where one will do, 1 where none does. */
export function size(file: string, options: Options, where: string | undefined): number {
  const circuit = load(file, options.variant);
  const { parts } = circuit.variant.circuit;
  const all = parts.flatMap((part) =>
    sizablesOf(part).map((sizable) => ({ part, sizable, name: `${part.id}.${sizable.path.join('.')}` })),
  );
  const whole = parts.find((p) => p.id === where && partFamiliesOf(p).length > 0);
  if (whole) return sizeWhole(circuit, whole.id, options);
  const found = all.find((s) => s.name === where);
  if (!found) {
    const part = parts.find((p) => p.id === where?.split('.')[0]);
    const why =
      part && partFields(part).some((f) => `${part.id}.${f.path.join('.')}` === where)
        ? `${where} is not a size that is searched for`
        : `There is no ${where ?? 'PART.FIELD'} in this variant`;
    throw new Refusal(
      `${why}. These are: ${[...all.map((s) => s.name), ...parts.filter((p) => partFamiliesOf(p).length > 0).map((p) => p.id)].join(', ')}.`,
    );
  }
  if (options.for !== undefined && !parts.some((p) => p.id === options.for && 'supply' in p))
    throw new Refusal(`--for: ${options.for} is not a consumer of this variant.`);
  const sizing = studyHere(SIZING_STUDY, opened(circuit), {
    part: found.part.id,
    path: [...found.sizable.path],
    ...(options.for === undefined ? {} : { consumer: options.for }),
  });
  if (options.json)
    console.log(JSON.stringify({ project: circuit.project.name, variant: circuit.variant.id, ...sizing }, null, 1));
  else if (options.csv) {
    console.log('low_si,high_si,fails_below,fails_above');
    for (const b of sizing.bands) console.log([b.low, b.high, b.below?.part ?? '', b.above?.part ?? ''].join(','));
  } else {
    for (const sentence of saySizing(sizing, found.sizable.quantity)) console.log(sentence);
    if (sizing.fitting.length > 0) console.log(`Sizes to be had: ${sizing.fitting.map((s) => s.label).join(', ')}.`);
  }
  return sizing.bands.length > 0 ? 0 : 1;
}

/** A cooler or a thermostat as a whole: the sizes that can be had. */
function sizeWhole(circuit: CircuitSolver, part: string, options: Options): number {
  const rows = studyHere(ROW_STUDY, opened(circuit), { part });
  const { families } = familiesAt(circuit.variant.circuit.parts, part);
  const settles = (k: number | null) => (k === null ? 'no balance' : formatQuantity(k, 'temperature', {}, 1));
  if (options.json)
    console.log(JSON.stringify({ project: circuit.project.name, variant: circuit.variant.id, ...rows }, null, 1));
  else if (options.csv) {
    console.log('family,size_si,hot_day_k,cold_cruise_k,fails');
    for (const r of rows.rows)
      console.log(
        [r.family ?? '', r.family === null ? '' : r.size, r.hotDayK ?? '', r.coldCruiseK ?? '', r.fails.join(' ')].join(
          ',',
        ),
      );
  } else {
    for (const sentence of sayRows(rows, families)) console.log(sentence);
    for (const r of rows.rows)
      console.log(
        `${sayRow(families, r).padEnd(20)} hot day ${settles(r.hotDayK).padEnd(12)} cold cruise ${settles(r.coldCruiseK).padEnd(12)} ${sayRowFails(r)}`.trimEnd(),
      );
  }
  return rows.rows.some((r) => r.family !== null && r.fails.length === 0) ? 0 : 1;
}
