import { z } from 'zod';
import { itemsOf, costOf } from '../bench/items/itemList';
import { isBought } from '../bench/items/item';
import { planJob } from '../bench/plan/jobPlan';
import { actsAs, type Part } from '../document/parts/part';
import { partVolumeM3 } from '../document/parts/partVolume';
import { isReservoir } from '../document/parts/ports';
import { galleryPort, gaugePort } from '../document/plumbing/gaugePort';
import { conditionOf } from '../document/project/conditions';
import { activeVariant, type Project } from '../document/project/project';
import { isFound } from '../heat/comingToRest';
import { SHEDS_WATER_K } from '../heat/heatResult';
import { HeatSolver } from '../heat/heatSolver';
import { warmUp } from '../heat/transient';
import { WEIGHTS } from '../judgement/audit/finding';
import { designDrives } from '../judgement/designDrives';
import { solveDrive } from '../judgement/solveDrive';
import { checkSchema as supplyCheckSchema } from '../judgement/stateResult';
import { judgedSchema } from '../judgement/verdict/check';
import { certaintySchema, verdictSchema } from '../judgement/verdict/verdict';
import { CircuitSolver } from '../network/circuitSolver';
import { certaintyOf } from '../studies/inputs/certainty';
import { judgeWhole } from '../studies/inputs/fullCheck';
import { runToEnd } from '../foundations/runToEnd';

const figure = z.number().nullable();

const actedSchema = z.strictObject({
  rule: z.string(),
  title: z.string(),
  part: z.string().nullable(),
  weight: z.enum(WEIGHTS),
  is: z.enum(['fails', 'holds', 'unknown']),
});

/** The figures that a change is weighed by, each at a condition of its own; null where there is none. */
export const measuresSchema = z.strictObject({
  verdict: verdictSchema,
  certainty: certaintySchema.nullable(),
  /** Findings that are to be acted on, dismissed ones left out. */
  acted: z.array(actedSchema),
  /** In the hardest drive of the use: oil in the sump and at the gallery. */
  hotDay: z.strictObject({ drive: z.string(), sumpK: figure, galleryK: figure }),
  coldCruiseK: figure,
  /** Until the sump sheds water, from the cold air of that cruise; null: not within the time that is looked at. */
  warmUpS: figure,
  /** At the gauge. */
  idlePa: figure,
  fullSpeedPa: figure,
  /** Highest before the filter over the range: with the coldest oil. */
  coldStartPa: figure,
  /** Each component's margin at its worst. */
  margins: z.array(z.strictObject({ part: z.string(), name: z.string(), check: supplyCheckSchema.nullable() })),
  oilM3: z.number(),
  /** Of what is new, where it is stated. */
  massKg: z.number(),
  items: z.int(),
  minutes: z.number(),
});
export type Measures = z.infer<typeof measuresSchema>;

/** How long a warm-up is looked at, and its step [s]. */
const WARM_UP_S = 3600;
const WARM_STEP_S = 4;

/**
 * Measures the open variant.
 * @param project in full
 * @param from the variant that the job begins at; undefined: there is no job
 * @param sure false leaves the certainty out
 * @returns undefined where the circuit cannot be computed
 */
export function measure(project: Project, from: string | undefined, sure: boolean): Measures | undefined {
  const made = CircuitSolver.of(project);
  if (!made.ok) return undefined;
  const { circuit } = made;
  const judged = runToEnd(judgeWhole(circuit));
  const certainty = sure ? runToEnd(certaintyOf(circuit.project, judged.verdict)) : null;
  return { ...figuresOf(circuit, judged), certainty, ...workOf(project, from) };
}

function figuresOf(
  circuit: CircuitSolver,
  { sweep, findings, verdict }: z.infer<typeof judgedSchema>,
): Omit<Measures, 'certainty' | 'massKg' | 'items' | 'minutes' | 'oilM3'> {
  const { project, variant, compiled } = circuit;
  const { parts } = variant.circuit;
  const { hotDay, coldCruise } = designDrives(project.engine);
  const heat = new HeatSolver(circuit);
  const hot = solveDrive(circuit, hotDay, heat);
  const port = galleryPort(parts);
  const cold = solveDrive(circuit, coldCruise, heat).heat;
  const warm = runToEnd(
    warmUp(new HeatSolver(circuit), coldCruise, coldCruise.airTemperatureK, WARM_UP_S, {
      dtS: WARM_STEP_S,
      keepEveryS: WARM_STEP_S,
    }),
  );
  const filter = parts.find((p) => actsAs(p, 'filter'));
  const filterNode = filter && compiled.nodeOfPort.get(`${filter.id}.in`);
  const isHot = isFound(hot.heat.status);
  return {
    verdict,
    acted: findings
      .filter((f) => f.waived === null && (f.weight === 'stop' || f.weight === 'mend'))
      .map(({ rule, title, part, weight, is }) => ({ rule, title, part, weight, is })),
    hotDay: {
      drive: hotDay.name ?? '',
      sumpK: isHot ? hot.heat.sumpK : null,
      galleryK: isHot && port ? (hot.result.nodes.find((n) => n.ports.includes(port))?.temperatureK ?? null) : null,
    },
    coldCruiseK: isFound(cold.status) ? cold.sumpK : null,
    warmUpS: warm.samples.find((s) => s.sumpK >= SHEDS_WATER_K)?.timeS ?? null,
    idlePa: gaugeAt(circuit, 'hotIdle'),
    fullSpeedPa: gaugeAt(circuit, 'fullSpeed'),
    coldStartPa: filterNode === undefined ? null : (sweep.nodeHighPa[filterNode] ?? null),
    margins: sweep.consumers.map(({ part, name, worst }) => ({ part, name, check: worst?.decisive ?? null })),
  };
}

function gaugeAt(circuit: CircuitSolver, id: 'hotIdle' | 'fullSpeed'): number | null {
  const port = gaugePort(circuit.variant.circuit.parts);
  const node = port === undefined ? undefined : circuit.compiled.nodeOfPort.get(port);
  const { speedRevS, oilTemperatureK } = conditionOf(circuit.project, id);
  circuit.solver.reset();
  const { status } = circuit.solveOnly(circuit.stateAt(speedRevS, oilTemperatureK));
  return node === undefined || status !== 'converged' ? null : circuit.solver.workspace.pressurePa[node]!;
}

/** Items, minutes, weight and oil of the job that leads to the open variant. */
export function workOf(
  project: Project,
  from: string | undefined,
): Pick<Measures, 'massKg' | 'items' | 'minutes' | 'oilM3'> {
  const variant = activeVariant(project);
  const before = project.variants.find((v) => v.id === from && v !== variant);
  const oilM3 = oilIn(variant);
  if (!before) return { massKg: 0, items: 0, minutes: 0, oilM3 };
  const items = itemsOf(project, variant, before).filter(isBought);
  return {
    oilM3,
    massKg: costOf(items).massKg,
    items: items.length,
    minutes: planJob(project, before, variant).plannedMin,
  };
}

const oilIn = ({ circuit: { parts } }: { readonly circuit: { readonly parts: readonly Part[] } }): number =>
  parts.reduce((sum, p) => sum + (isReservoir(p) ? 0 : partVolumeM3(p)), 0);
