import { z } from 'zod';
import type { Project } from '../../document/project/project';
import { SHEDS_WATER_K } from '../../heat/heatResult';
import { HeatSolver } from '../../heat/heatSolver';
import { inPieces, type Study, type StudyKind } from '../job/study';
import type { StudyCircuits } from '../job/studyCircuits';
import { balanceAlong } from './balanceAlong';
import { driveSchema } from './drive';

const AIRS = 30;
const ROADS = 20;
/** Rows of the map that are solved from one another; another worker begins its own. */
const ROWS_A_TASK = 5;
export const MAP_AIR_K = Array.from({ length: AIRS }, (_, i) => 253.15 + (65 * i) / (AIRS - 1));
export const MAP_ROAD_MS = Array.from({ length: ROADS }, (_, i) => (60 * i) / (ROADS - 1));

export const heatMapSchema = z.strictObject({
  airK: z.array(z.number()),
  roadMS: z.array(z.number()),
  /** Sump temperature, air by road: `sumpK[air][road]`; null where no balance was found. */
  sumpK: z.array(z.array(z.number().nullable())),
  limitHotK: z.number(),
  limitColdK: z.number(),
  complete: z.boolean(),
});
export type HeatMap = z.infer<typeof heatMapSchema>;

const requestSchema = z.strictObject({ drive: driveSchema.pick({ speedRevS: true, load: true }) });
type Request = z.infer<typeof requestSchema>;
const taskSchema = z.strictObject({
  ...requestSchema.shape,
  airs: z.array(
    z
      .int()
      .min(0)
      .max(AIRS - 1),
  ),
});
type Task = z.infer<typeof taskSchema>;
const rowSchema = z.strictObject({ air: z.int(), sumpK: z.array(z.number().nullable()) });
const replySchema = z.array(rowSchema);
type Reply = z.infer<typeof replySchema>;

function* start(project: Project, { drive }: Request): Study<Task, Reply, HeatMap> {
  const airs = MAP_AIR_K.map((_, i) => i);
  // Hot air first: what is too hot is known first.
  const tasks = inPieces(airs, ROWS_A_TASK).map((piece) => ({ drive, airs: piece }));
  return mapOf(project, yield tasks.reverse());
}

function work(circuits: StudyCircuits, { drive, airs }: Task): Reply {
  // A snake, so that each state is a neighbour of the last; mostly from one air to the next, which moves the sump least.
  const places = MAP_ROAD_MS.flatMap((_, road) => {
    const along = airs.map((air) => ({ air, road }));
    return road % 2 === 0 ? along : along.reverse();
  });
  const found = balanceAlong(
    new HeatSolver(circuits.freshCircuit()),
    drive.speedRevS,
    places.map(({ air, road }) => ({
      airTemperatureK: MAP_AIR_K[air]!,
      roadSpeedMS: MAP_ROAD_MS[road]!,
      load: drive.load,
    })),
  );
  const rows = new Map(airs.map((air) => [air, new Array<number | null>(ROADS).fill(null)]));
  places.forEach(({ air, road }, i) => (rows.get(air)![road] = found[i]!));
  return [...rows].map(([air, sumpK]) => ({ air, sumpK }));
}

/** The map from the rows that are there. */
function mapOf(project: Project, replies: readonly Reply[]): HeatMap {
  const rows = new Map(replies.flat().map((row) => [row.air, row.sumpK]));
  return {
    airK: MAP_AIR_K,
    roadMS: MAP_ROAD_MS,
    sumpK: MAP_AIR_K.map((_, air) => rows.get(air) ?? new Array<number | null>(ROADS).fill(null)),
    limitHotK: project.range.hottestOilK,
    limitColdK: SHEDS_WATER_K,
    complete: rows.size === AIRS,
  };
}

/** Balance temperature over air temperature and road speed. */
export const MAP_STUDY = {
  name: 'map',
  requestSchema,
  taskSchema,
  replySchema,
  answerSchema: heatMapSchema,
  start,
  work,
  partial: (project, _request, replies) => mapOf(project, replies),
} as const satisfies StudyKind<Request, Task, Reply, HeatMap>;
