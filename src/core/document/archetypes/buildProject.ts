import { Oil } from '../../physics/oil/oil';
import { sayIssue } from '../project/issue';
import { idsTaken, type KeptProject } from '../project/keptProject';
import { actsAs } from '../parts/part';
import { isReservoir } from '../parts/ports';
import { partVolumeM3 } from '../parts/partVolume';
import type { Circuit, Project } from '../project/project';
import { circuitOf, deriveProject } from '../changes/deriveProject';
import { makeChange } from '../changes/editing';
import { keptOf } from '../changes/keptOf';
import { withReadings } from '../changes/readings';
import { UNKNOWN_OIL_K } from '../project/calibration';
import { atSpeedRevS } from '../project/conditions';
import { fieldIssue } from '../project/fieldIssue';
import type { JobSite } from '../jobs/job';
import { JOB_IDS, jobMoves, jobOf, type JobId } from '../jobs/jobs';
import { answersSchema, completeAnswers, type Answers, type FullAnswers } from './answers';
import { archetypeOf } from './archetypes';
import { newProject, oilOf } from './newProject';
import { makeStockCircuit } from './stockCircuit';

/** What takes something away comes before what is put on; else in the order of the list. */
const ORDER: readonly JobId[] = ['coolerDeleted', ...JOB_IDS.filter((id) => id !== 'coolerDeleted')];

/** What was answered of its gauge and its book: readings that describe the engine, and a relief that is known. */
function withGauge(kept: KeptProject, answers: FullAnswers): KeptProject {
  const { hotIdlePa, atSpeedPa, atSpeedRpm, gaugeOilK, senderAt, reliefPa, idleRpm, redlineRpm } = answers;
  const holds = kept.asItIs.circuit.parts.find((p) => actsAs(p, 'tank')) ?? kept.asItIs.circuit.parts.find(isReservoir);
  const oil = gaugeOilK === undefined ? UNKNOWN_OIL_K : { oilTemperatureK: gaugeOilK };
  const at = senderAt === 'beforeFilter' ? { at: BEFORE_FILTER } : {};
  const read = (speedRevS: number, pressurePa: number | undefined) =>
    pressurePa === undefined
      ? []
      : [
          {
            by: 'gauge' as const,
            with: kept.asItIs.id,
            forFit: true as const,
            reading: { kind: 'pressure' as const, speedRevS, ...oil, pressurePa, ...at },
          },
        ];
  const speedRevS = atSpeedRpm === undefined ? atSpeedRevS(redlineRpm / 60) : atSpeedRpm / 60;
  const known = [
    ...(reliefPa === undefined ? [] : [{ part: 'relief', path: 'crackPa', source: 'its book' }]),
    ...(answers.oilFillM3 === undefined || !holds
      ? []
      : [{ part: holds.id, path: 'volumeM3', source: FILL_SOURCE[answers.oilFillFrom] }]),
  ];
  return withReadings({ ...kept, known: [...kept.known, ...known] }, [
    ...read(idleRpm / 60, hotIdlePa),
    ...read(speedRevS, atSpeedPa),
  ]);
}
const BEFORE_FILTER = 'filter.in';
const FILL_SOURCE = { book: 'its book', drained: 'measured as it was drained' } as const;
const LEAST_FILL_M3 = 0.2e-3;

/** The stock circuit with the oil that the answers say it takes: what its filter holds is not in the pan. */
function stockCircuit(answers: FullAnswers): Circuit {
  const circuit = makeStockCircuit(answers, new Oil(oilOf(answers)));
  const { oilFillM3 } = answers;
  const holds = circuit.parts.find((p) => actsAs(p, 'tank')) ?? circuit.parts.find(isReservoir);
  if (oilFillM3 === undefined || !holds) return circuit;
  const inFilters = circuit.parts.filter((p) => actsAs(p, 'filter')).reduce((sum, p) => sum + partVolumeM3(p), 0);
  const volumeM3 = Math.max(LEAST_FILL_M3, oilFillM3 - inFilters);
  return { ...circuit, parts: circuit.parts.map((p) => (p === holds ? { ...holds, volumeM3 } : p)) };
}

/** What the answers build: the project, or why a change cannot be made. */
export type Built =
  | { readonly ok: true; readonly kept: KeptProject; readonly project: Project }
  | { readonly ok: false; readonly why: string };

/**
 * A working project from the answers: the stock circuit as the engine as it is, and where anything is to be changed a
 * variant with one change for each thing that is wanted.
 * @returns the project, or why the changes cannot all be made
 */
export function buildFromAnswers(given: Answers): Built {
  const answers = completeAnswers(given);
  const label = archetypeOf(answers.archetype).label;
  const description =
    answers.description ||
    `${(answers.displacementM3 * 1e3).toFixed(1)} L, ${answers.cylinders} ${answers.cylinders === 1 ? 'cylinder' : 'cylinders'}, ${label.toLowerCase()}`;
  const circuit = stockCircuit(answers);
  const stock = withGauge(keptOf(newProject({ ...answers, description }, circuit)), answers);
  if (answers.wants.length === 0) return { ok: true, kept: stock, project: deriveProject(stock) };
  const modified = { id: 'modified', name: 'Modified', basedOn: stock.asItIs.id, note: '', waivers: [], acts: [] };
  let kept: KeptProject = { ...stock, variants: [modified], activeVariant: modified.id };
  for (const want of ORDER) {
    if (!answers.wants.includes(want)) continue;
    const { label: name } = jobOf(want);
    const site = { circuit: circuitOf(kept, modified.id), engine: kept.engine, taken: idsTaken(kept) };
    const planned = jobMoves(want, site, answers.asked[want]);
    if (!planned.ok) return { ok: false, why: `${name}: ${planned.why}` };
    const made = makeChange(kept, planned.moves, { name });
    if (!made.ok) return { ok: false, why: `${name}: ${made.why}` };
    kept = made.kept;
  }
  return { ok: true, kept, project: deriveProject(kept) };
}

/** The stock engine that the answers describe, as jobs are planned on it. */
export function stockSite(answers: FullAnswers): JobSite {
  const circuit = stockCircuit(answers);
  return { circuit, engine: newProject(answers, circuit).engine };
}

/** The same from answers that nobody has checked, as a file holds them. */
export function buildFromJson(value: unknown): Built {
  const read = answersSchema.safeParse(value, { reportInput: true });
  return read.success
    ? buildFromAnswers(read.data)
    : { ok: false, why: read.error.issues.map((issue) => sayIssue(fieldIssue(issue, value))).join('\n') };
}
