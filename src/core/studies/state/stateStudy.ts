import { z } from 'zod';
import { isFound } from '../../heat/comingToRest';
import { conditionsSchema, heatResultSchema } from '../../heat/heatResult';
import { solveState } from '../../judgement/judgeState';
import { solveBalanced } from '../../judgement/solveBalanced';
import { solveResultSchema, type SolveResult } from '../../judgement/stateResult';
import { driveOf, stateOf } from '../job/command';
import { oneTask, type StudyKind } from '../job/study';
import type { StudyCircuits } from '../job/studyCircuits';
import { balanceLines, balanceRemarks, coolerRemarks, stateLines, stateRemarks } from './sayState';

const requestSchema = z.strictObject({
  speedRevS: z.number().min(0),
  oilTemperatureK: z.number().positive(),
  /** Present when the oil temperature is to be Calculated balance in these surroundings. */
  found: conditionsSchema.optional(),
});
type Request = z.infer<typeof requestSchema>;
const answerSchema = z.strictObject({ result: solveResultSchema, heat: heatResultSchema.nullable() });
type Answer = z.infer<typeof answerSchema>;

const hasImpossibleCooler = ({ notes }: SolveResult) => notes.some((note) => note.code === 'impossibleCooler');

function work(circuits: StudyCircuits, { speedRevS, oilTemperatureK, found }: Request): Answer {
  const circuit = circuits.circuit();
  if (found) return solveBalanced(circuit, speedRevS, found);
  return { result: solveState(circuit, circuit.stateAt(speedRevS, oilTemperatureK)), heat: null };
}

/** One state: pressures, flows and verdicts, the oil temperature held or Calculated. */
export const STATE_STUDY = {
  name: 'state',
  requestSchema,
  taskSchema: requestSchema,
  replySchema: answerSchema,
  answerSchema,
  start: oneTask<Request, Answer>,
  work,
  commands: [
    {
      name: 'solve',
      question: stateOf,
      json: ({ result }) => result,
      lines: ({ result }) => stateLines(result),
      remarks: ({ result }) => stateRemarks(result),
      isGood: ({ result }) => result.supplied && !hasImpossibleCooler(result),
    },
    {
      name: 'balance',
      question: (asked) => {
        const { speedRevS, ...found } = driveOf(asked);
        return { ...stateOf(asked), speedRevS, found };
      },
      json: ({ heat, result }) => ({ heat, ...result }),
      lines: ({ heat, result }) => balanceLines(result, heat!),
      remarks: ({ heat }) => [...coolerRemarks(heat!), ...balanceRemarks(heat!)],
      isGood: ({ heat, result }) =>
        isFound(heat!.status) && result.supplied && !hasImpossibleCooler(result) && heat!.sumpK <= heat!.limitHotK,
    },
  ],
} as const satisfies StudyKind<Request, Request, Answer, Answer>;
