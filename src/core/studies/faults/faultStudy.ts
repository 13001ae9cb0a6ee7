import type { z } from 'zod';
import type { StudyKind } from '../job/study';
import {
  knownSoFar,
  replySchema,
  requestSchema,
  start,
  taskSchema,
  type FaultOutcome,
  type FaultTask,
} from './faultTasks';
import { faultWork } from './faultWork';
import { sayGauge, sayOutcome } from './sayFault';

/**
 * Puts each single fault into a variant in turn: who starves first, and what the gauge shows (oil temperature held).
 * The answer is worst first.
 */
export const FAULT_STUDY = {
  name: 'faults',
  requestSchema,
  taskSchema,
  replySchema,
  answerSchema: replySchema,
  start,
  work: faultWork,
  partial: (_project, _request, replies) => knownSoFar(replies.flat()),
  commands: [
    {
      name: 'faults',
      question: ({ given }) => ({ pairs: given.pairs !== undefined }),
      json: (faults) => ({ faults }),
      table: (outcomes) => ({
        columns: [
          'fault',
          'outcome',
          'starves_first',
          'verdict',
          'speed_rev_s',
          'oil_temp_k',
          'gauge_normal_pa',
          'gauge_faulty_pa',
          'noticed',
        ],
        rows: outcomes.map(({ id, outcome, starved: [first], gauge, noticed }) => [
          id,
          outcome,
          first?.part ?? null,
          first?.verdict ?? null,
          first?.speedRevS ?? null,
          first?.oilTemperatureK ?? null,
          gauge?.normalPa ?? null,
          gauge?.faultyPa ?? null,
          noticed,
        ]),
      }),
      lines: (outcomes) => outcomes.flatMap((f) => [f.title, `  ${sayOutcome(f)}`, `  ${sayGauge(f)}`]),
      isGood: (outcomes) => outcomes.every((o) => o.outcome === 'harmless'),
    },
  ],
} as const satisfies StudyKind<z.infer<typeof requestSchema>, FaultTask, FaultOutcome[], FaultOutcome[]>;
