import { z } from 'zod';
import { formatQuantity } from '../../foundations/units';
import { HeatSolver } from '../../heat/heatSolver';
import { LapWatch, lapPickupSchema, type LapPickup } from '../../judgement/pickup/lapPickup';
import { sayLap } from '../../judgement/pickup/sayPickup';
import type { CircuitSolver } from '../../network/circuitSolver';
import { readTrace, runTrace, traceRowSchema, type TraceResult, type TraceRow } from '../../heat/trace';
import { driveOf, type Asked } from '../job/command';
import { SWEEP_READING } from '../job/asked';
import { inShares, oneTask, type StudyKind } from '../job/study';
import { sampleRows, warmSampleSchema } from './warmSample';
import { StudyRefused } from '../job/studyRefused';

const requestSchema = z.strictObject({
  rows: z.array(traceRowSchema).min(2),
  airTemperatureK: z.number(),
  startK: z.number(),
  limitK: z.number(),
});
type Request = z.infer<typeof requestSchema>;
const answerSchema = z.strictObject({
  samples: z.array(warmSampleSchema).readonly(),
  peakK: z.number(),
  peakS: z.number(),
  overS: z.number(),
  limitK: z.number(),
  solved: z.boolean(),
  /** Null where the pan, its oil or the accelerations are not known. */
  pickup: lapPickupSchema.nullable(),
});
type Answer = TraceResult & { readonly pickup: LapPickup | null };

/** @throws StudyRefused where the log cannot be read */
function questionOf(asked: Asked): Request {
  const { airTemperatureK } = driveOf(asked);
  const [header = [], ...rows] = asked.readTable();
  const read = readTrace({ header, rows });
  if (!read.ok) throw new StudyRefused(`${asked.word!}: ${read.why}`);
  const limitK = asked.circuit.project.range.hottestOilK;
  return { rows: [...read.rows], airTemperatureK, startK: airTemperatureK, limitK };
}

/** Heat through the lap, and the pickup with it. */
function* driveWith(circuit: CircuitSolver, { rows, startK, limitK, ...air }: Request): Generator<number, Answer> {
  const lap = LapWatch.of(circuit, rows);
  const onStep = lap && ((step: readonly TraceRow[], sumpK: number) => lap.step(step, sumpK));
  const run = runTrace(new HeatSolver(circuit), rows, { ...air, startK, limitK }, onStep ? { onStep } : {});
  const result = yield* run;
  return { ...result, pickup: lap?.result ?? null };
}

/** Driven by a recorded or invented trace. */
export const TRACE_STUDY = {
  name: 'trace',
  reads: SWEEP_READING.reads!,
  requestSchema,
  taskSchema: requestSchema,
  replySchema: answerSchema,
  answerSchema,
  start: oneTask<Request, Answer>,
  work: (circuits, request) => {
    const { rows } = request;
    const lengthS = rows[rows.length - 1]!.timeS - rows[0]!.timeS;
    return inShares(driveWith(circuits.freshCircuit(), request), lengthS);
  },
  commands: [
    {
      name: 'trace',
      question: questionOf,
      table: ({ samples }) => sampleRows(samples),
      remarks: (r) => [
        ...(r.solved ? [] : ['The recording could not be solved to its end: the last rows are missing.']),
        `Peak ${formatQuantity(r.peakK, 'temperature', {}, 1)} at ${r.peakS.toFixed(0)} s; ${r.overS.toFixed(0)} s above ${formatQuantity(r.limitK, 'temperature')}.`,
        ...(r.pickup ? [sayLap(r.pickup)] : []),
      ],
      isGood: ({ solved, overS, pickup }) => solved && overS === 0 && (pickup?.lower.withoutS ?? 0) === 0,
    },
  ],
} as const satisfies StudyKind<Request, Request, Answer, Answer>;
