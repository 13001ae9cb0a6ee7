import { z } from 'zod';
import type { Part } from '../../document/parts/part';
import type { Project, Variant } from '../../document/project/project';
import { stuckThermostat, withoutCooling } from '../../heat/alteredParts';
import { SHEDS_WATER_K } from '../../heat/heatResult';
import { HeatSolver } from '../../heat/heatSolver';
import { CircuitSolver } from '../../network/circuitSolver';
import type { Study, StudyKind } from '../job/study';
import type { StudyCircuits } from '../job/studyCircuits';
import { balanceAlong } from './balanceAlong';
import { driveSchema } from './drive';

/** How a circuit is looked at: as it is, with its coolers idle, with its thermostats held open. */
export const OPTIONS = ['asIs', 'noCooler', 'noThermostat'] as const;
export type StudyOption = (typeof OPTIONS)[number];
const AXES = ['road', 'air'] as const;

/** Ranges of the curves: SI. */
export const ROAD_SPEEDS_MS = Array.from({ length: 13 }, (_, i) => 5 * i);
export const AIR_TEMPERATURES_K = Array.from({ length: 14 }, (_, i) => 253.15 + 5 * i);

const pointSchema = z.strictObject({ x: z.number(), sumpK: z.number().nullable() });
type Point = z.infer<typeof pointSchema>;
const curveSchema = z.strictObject({ option: z.enum(OPTIONS), points: z.array(pointSchema) });
export const curvesSchema = z.strictObject({
  byRoad: z.array(curveSchema),
  byAir: z.array(curveSchema),
  limitHotK: z.number(),
  limitColdK: z.number(),
  /**
   * As it is: air below which the oil stays too cold to boil off water, and air above which it is too hot; null where
   * neither is met.
   */
  coldBelowK: z.number().nullable(),
  hotAboveK: z.number().nullable(),
});
export type Curves = z.infer<typeof curvesSchema>;

const requestSchema = z.strictObject({ drive: driveSchema });
type Request = z.infer<typeof requestSchema>;
const taskSchema = z.strictObject({ drive: driveSchema, option: z.enum(OPTIONS), axis: z.enum(AXES) });
type Task = z.infer<typeof taskSchema>;
const replySchema = z.strictObject({
  option: z.enum(OPTIONS),
  axis: z.enum(AXES),
  /** Null where the option changes nothing. */
  points: z.array(pointSchema).nullable(),
});
type Reply = z.infer<typeof replySchema>;

function* start(project: Project, { drive }: Request): Study<Task, Reply, Curves> {
  return curvesOf(project, yield OPTIONS.flatMap((option) => AXES.map((axis) => ({ drive, option, axis }))));
}

/**
 * The circuit with its coolers shut off in heat but not in flow, or its thermostats stuck open; undefined where that
 * changes nothing.
 */
export function optionSolver(circuit: CircuitSolver, option: StudyOption): HeatSolver | undefined {
  if (option === 'asIs') return new HeatSolver(circuit);
  const { project, variant } = circuit;
  const change = option === 'noCooler' ? withoutCooling : (part: Part) => stuckThermostat(part, 'open');
  const parts = variant.circuit.parts.map(change);
  if (parts.every((p, i) => p === variant.circuit.parts[i])) return undefined;
  const altered: Variant = { ...variant, circuit: { ...variant.circuit, parts } };
  const made = CircuitSolver.of({ ...project, variants: [altered], activeVariant: altered.id } satisfies Project);
  return made.ok ? new HeatSolver(made.circuit) : undefined;
}

function work(circuits: StudyCircuits, { drive, option, axis }: Task): Reply {
  const heat = optionSolver(circuits.freshCircuit(), option);
  if (!heat) return { option, axis, points: null };
  const { speedRevS, ...conditions } = drive;
  const [xs, at] =
    axis === 'road'
      ? [ROAD_SPEEDS_MS, (roadSpeedMS: number) => ({ ...conditions, roadSpeedMS })]
      : [AIR_TEMPERATURES_K, (airTemperatureK: number) => ({ ...conditions, airTemperatureK })];
  const sumpK = balanceAlong(heat, speedRevS, xs.map(at));
  return { option, axis, points: xs.map((x, i) => ({ x, sumpK: sumpK[i]! })) };
}

/** The curves from the replies that are there. */
function curvesOf(project: Project, replies: readonly Reply[]): Curves {
  const by = (axis: Task['axis']) =>
    replies.flatMap((r) => (r.axis === axis && r.points ? [{ option: r.option, points: r.points }] : []));
  const byAir = by('air');
  const own = byAir.find((c) => c.option === 'asIs')?.points ?? [];
  const limitHotK = project.range.hottestOilK;
  return {
    byRoad: by('road'),
    byAir,
    limitHotK,
    limitColdK: SHEDS_WATER_K,
    coldBelowK: crossing(own, SHEDS_WATER_K),
    hotAboveK: crossing(own, limitHotK),
  };
}

/** Where a rising curve goes through a level, linear between its points; null where it does not. */
function crossing(points: readonly Point[], level: number): number | null {
  for (let i = 1; i < points.length; i++) {
    const [a, b] = [points[i - 1]!, points[i]!];
    if (a.sumpK === null || b.sumpK === null || (a.sumpK - level) * (b.sumpK - level) > 0 || a.sumpK === b.sumpK)
      continue;
    return a.x + ((level - a.sumpK) / (b.sumpK - a.sumpK)) * (b.x - a.x);
  }
  return null;
}

/** Balance temperature against road speed and against air temperature, with what the coolers and thermostats do. */
export const CURVE_STUDY = {
  name: 'curves',
  requestSchema,
  taskSchema,
  replySchema,
  answerSchema: curvesSchema,
  start,
  work,
  partial: (project, _request, replies) => curvesOf(project, replies),
} as const satisfies StudyKind<Request, Task, Reply, Curves>;
