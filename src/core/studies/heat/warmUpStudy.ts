import { z } from 'zod';
import { HeatSolver } from '../../heat/heatSolver';
import { warmUp, type WarmUpResult } from '../../heat/transient';
import { driveOf, numberOption } from '../job/command';
import { inShares, oneTask, type StudyKind } from '../job/study';
import { driveSchema } from './drive';
import { sampleRows, warmSampleSchema } from './warmSample';

const LONGEST_S = 24 * 3600;
const USUAL_MINUTES = 30;

const requestSchema = z.strictObject({
  drive: driveSchema,
  startK: z.number(),
  durationS: z.number().positive().max(LONGEST_S),
});
type Request = z.infer<typeof requestSchema>;
const figure = z.number().nullable();
const answerSchema = z.strictObject({
  samples: z.array(warmSampleSchema).readonly(),
  opensS: figure,
  fullS: figure,
  settledS: figure,
  solved: z.boolean(),
});

const after = (s: number | null) => (s === null ? 'not' : `after ${s.toFixed(0)} s`);

/** From a cold start at one state. */
export const WARM_UP_STUDY = {
  name: 'warmUp',
  requestSchema,
  taskSchema: requestSchema,
  replySchema: answerSchema,
  answerSchema,
  start: oneTask<Request, WarmUpResult>,
  work: (circuits, { drive, startK, durationS }) =>
    inShares(warmUp(new HeatSolver(circuits.freshCircuit()), drive, startK, durationS), durationS),
  commands: [
    {
      name: 'warmup',
      question: (asked) => {
        const drive = driveOf(asked);
        const minutes = numberOption(asked, 'minutes', USUAL_MINUTES, 0.1, LONGEST_S / 60);
        return { drive, startK: drive.airTemperatureK, durationS: 60 * minutes };
      },
      table: ({ samples }) => sampleRows(samples),
      remarks: ({ opensS, fullS, settledS, solved }) => [
        `Thermostat opens ${after(opensS)}, fully ${after(fullS)}; settled ${after(settledS)}.`,
        ...(solved ? [] : ['One step could not be solved; the rows before it are valid.']),
      ],
      isGood: ({ solved }) => solved,
    },
  ],
} as const satisfies StudyKind<Request, Request, WarmUpResult, WarmUpResult>;
