import { z } from 'zod';
import { formatQuantity } from '../../foundations/units';
import { HeatSolver } from '../../heat/heatSolver';
import { readTrace, runTrace, traceRowSchema, type TraceResult } from '../../heat/trace';
import { driveOf, type Asked } from '../job/command';
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
});

/** @throws StudyRefused where the log cannot be read */
function questionOf(asked: Asked): Request {
  const { airTemperatureK } = driveOf(asked);
  const [header = [], ...rows] = asked.readTable();
  const read = readTrace({ header, rows });
  if (!read.ok) throw new StudyRefused(`${asked.word!}: ${read.why}`);
  const limitK = asked.circuit.project.range.hottestOilK;
  return { rows: [...read.rows], airTemperatureK, startK: airTemperatureK, limitK };
}

/** Driven by a recorded or invented trace. */
export const TRACE_STUDY = {
  name: 'trace',
  requestSchema,
  taskSchema: requestSchema,
  replySchema: answerSchema,
  answerSchema,
  start: oneTask<Request, TraceResult>,
  work: (circuits, { rows, startK, limitK, ...air }) => {
    const lengthS = rows[rows.length - 1]!.timeS - rows[0]!.timeS;
    return inShares(runTrace(new HeatSolver(circuits.freshCircuit()), rows, { ...air, startK, limitK }), lengthS);
  },
  commands: [
    {
      name: 'trace',
      question: questionOf,
      table: ({ samples }) => sampleRows(samples),
      remarks: (r) => [
        ...(r.solved ? [] : ['The recording could not be solved to its end: the last rows are missing.']),
        `Peak ${formatQuantity(r.peakK, 'temperature', {}, 1)} at ${r.peakS.toFixed(0)} s; ${r.overS.toFixed(0)} s above ${formatQuantity(r.limitK, 'temperature')}.`,
      ],
      isGood: ({ solved, overS }) => solved && overS === 0,
    },
  ],
} as const satisfies StudyKind<Request, Request, TraceResult, TraceResult>;
