import { readFileSync, statSync } from 'node:fs';
import Papa from 'papaparse';
import { isFound } from '../core/heat/balance';
import { HeatSolver } from '../core/heat/heatSolver';
import { solveBalanced } from '../core/judgement/solveBalanced';
import { readTrace, runTrace } from '../core/heat/trace';
import { warmUp, type WarmSample } from '../core/heat/transient';
import { displayUnit, formatQuantity, toDisplay } from '../core/foundations/units';
import { load, numberOption, Refusal, type Options } from './load';
import { runToEnd } from '../core/foundations/runToEnd';
import { driveOf } from './stateOptions';

const LARGEST_TRACE_BYTES = 64 * 1024 * 1024;
const celsius = displayUnit('temperature');
const rpm = displayUnit('speed');

/** `tidal balance`: where the oil settles, and where its heat comes from and goes to. */
export function balance(file: string, options: Options): number {
  const circuit = load(file, options.variant);
  const drive = driveOf(options, circuit);
  const { result, heat } = solveBalanced(circuit, drive.speedRevS, drive);
  if (options.json)
    console.log(
      JSON.stringify({ project: circuit.project.name, variant: circuit.variant.id, heat, ...result }, null, 1),
    );
  else {
    const kw = (w: number) => formatQuantity(w, 'heatFlow').padStart(10);
    console.log(
      `${formatQuantity(drive.speedRevS, 'speed')}, load ${drive.load}, air ${formatQuantity(drive.airTemperatureK, 'temperature')}, road ${formatQuantity(drive.roadSpeedMS, 'roadSpeed')}: ${heat.status} at ${formatQuantity(heat.sumpK, 'temperature', {}, 1)} in the sump`,
    );
    if (heat.status === 'hunting')
      console.log(
        'No rest was found there: a core that plugs with cold oil and frees itself holds the sump near that temperature.',
      );
    if (heat.other)
      console.log(
        `From the hot side: ${heat.other.status} at ${formatQuantity(heat.other.sumpK, 'temperature', {}, 1)}. Which of the two is met depends on how the engine came there.`,
      );
    for (const part of heat.impossibleCoolers)
      console.error(`${part}: no exchanger could do what its rating point says; it cools nothing here.`);
    console.log('\nHeat in');
    for (const { key, heatW } of heat.heatIn) console.log(`  ${key.padEnd(20)} ${kw(heatW)}`);
    console.log('Heat out');
    for (const { name, heatW } of heat.heatOut) console.log(`  ${name.padEnd(20)} ${kw(heatW)}`);
    console.log('\nIn and out');
    for (const p of heat.parts)
      console.log(
        `  ${p.name.padEnd(20)} ${formatQuantity(p.inK, 'temperature', {}, 1).padStart(9)} → ${formatQuantity(p.outK, 'temperature', {}, 1)}`,
      );
  }
  if (!isFound(heat.status)) {
    console.error(
      heat.status === 'tooHot'
        ? 'No balance below 250 °C: heat in stays above heat out.'
        : heat.status === 'tooCold'
          ? 'No balance above −50 °C: heat out stays above heat in.'
          : 'Not solved.',
    );
    return 1;
  }
  return result.supplied && heat.sumpK <= heat.limitHotK ? 0 : 1;
}

const COLUMNS = 'time_s,engine_speed_rpm,sump_C,gallery_C,cooler_out_C,metal_C,thermostat,fan';

function row(s: WarmSample): string {
  const c = (k: number | null) => (k === null ? '' : toDisplay(k, celsius).toFixed(3));
  const share = (x: number | null) => (x === null ? '' : x.toFixed(4));
  return [
    s.timeS.toFixed(1),
    toDisplay(s.speedRevS, rpm).toFixed(1),
    c(s.sumpK),
    c(s.galleryK),
    c(s.coolerOutK),
    c(s.metalK),
    share(s.opening),
    share(s.fan),
  ].join(',');
}

/** `tidal warmup --csv`: from a cold start at one state. */
export function warmup(file: string, options: Options): number {
  if (!options.csv) throw new Refusal('warmup: say --csv; it is the only form so far.');
  const circuit = load(file, options.variant);
  const drive = driveOf(options, circuit);
  const minutes = numberOption(options.minutes, 'minutes', 30, 0.1, 24 * 60);
  const { samples, opensS, fullS, settledS, solved } = runToEnd(
    warmUp(new HeatSolver(circuit), drive, drive.airTemperatureK, 60 * minutes),
  );
  console.log([COLUMNS, ...samples.map(row)].join('\n'));
  console.error(
    `Thermostat opens ${opensS === null ? 'not' : `after ${opensS.toFixed(0)} s`}, fully ${fullS === null ? 'not' : `after ${fullS.toFixed(0)} s`}; settled ${settledS === null ? 'not' : `after ${settledS.toFixed(0)} s`}.`,
  );
  if (!solved) console.error('A step did not solve; the rows up to it stand.');
  return solved ? 0 : 1;
}

/** `tidal trace FILE LOG.csv --csv`: driven by a recorded or invented trace. */
export function trace(file: string, options: Options, log: string | undefined): number {
  if (!options.csv || log === undefined) throw new Refusal('trace: give a project, a log, and --csv.');
  const circuit = load(file, options.variant);
  const drive = driveOf(options, circuit);
  let text: string;
  try {
    if (statSync(log).size > LARGEST_TRACE_BYTES) throw new Refusal(`${log}: over 64 MiB. Thin it out.`);
    text = readFileSync(log, 'utf8');
  } catch (error) {
    if (error instanceof Refusal) throw error;
    throw new Refusal(`${log}: it cannot be read.`);
  }
  const { data } = Papa.parse<string[]>(text, { skipEmptyLines: true });
  const read = readTrace({ header: data[0] ?? [], rows: data.slice(1) });
  if (!read.ok) throw new Refusal(`${log}: ${read.why}`);
  const r = runToEnd(
    runTrace(new HeatSolver(circuit), read.rows, drive, drive.airTemperatureK, circuit.project.range.hottestOilK),
  );
  console.log([COLUMNS, ...r.samples.map(row)].join('\n'));
  console.error(
    `Peak ${formatQuantity(r.peakK, 'temperature', {}, 1)} at ${r.peakS.toFixed(0)} s; ${r.overS.toFixed(0)} s above ${formatQuantity(r.limitK, 'temperature')}.`,
  );
  return r.solved && r.overS === 0 ? 0 : 1;
}
