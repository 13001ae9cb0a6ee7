import { numberOption, stateOf } from '../job/command';
import type { StudyKind } from '../job/study';
import { spreadLines } from './saySpread';
import {
  isTally,
  replySchema,
  requestSchema,
  spreadSchema,
  start,
  summary,
  taskSchema,
  type Spread,
  type SpreadReply,
  type SpreadRequest,
  type SpreadTask,
} from './spreadTasks';
import { spreadWork } from './spreadWork';

const USUAL_SAMPLES = 4096;
const MOST_SAMPLES = 1_000_000;
const LARGEST_SEED = 4_294_967_295;
/** A chance below this counts as not supplied on the command line. */
const SURE_ENOUGH = 0.999;

/**
 * Tolerances: every figure drawn from its tolerance at once, many times over, by a quasi-random sequence. The chance
 * that each consumer is supplied, the band of its pressure, and what to tighten first.
 */
export const SPREAD_STUDY = {
  name: 'spread',
  requestSchema,
  taskSchema,
  replySchema,
  answerSchema: spreadSchema,
  start,
  work: spreadWork,
  partial: (_project, request, replies) => {
    const first = replies[0];
    const tallies = replies.filter(isTally).filter((t) => t.halved === null);
    return first?.kind === 'nominal' && tallies.length > 0 ? summary(request, first.nominal, tallies) : undefined;
  },
  commands: [
    {
      name: 'spread',
      question: (asked) => ({
        states: [stateOf(asked)],
        samples: Math.round(numberOption(asked, 'samples', USUAL_SAMPLES, 64, MOST_SAMPLES)),
        seed: Math.round(numberOption(asked, 'seed', 1, 0, LARGEST_SEED)),
      }),
      json: (answer) => answer,
      table: (answer) => ({
        columns: [
          'consumer',
          'chance',
          'standard_error',
          'pressure_5_pa',
          'pressure_50_pa',
          'pressure_95_pa',
          'flow_5_m3s',
          'flow_50_m3s',
          'flow_95_m3s',
        ],
        rows: answer.consumers.map((c) => {
          const [p, q] = [c.pressurePa[0], c.flowM3S[0]];
          const band = (b: typeof p) => [b?.low ?? null, b?.middle ?? null, b?.high ?? null];
          return [c.part, c.chance, c.error, ...band(p), ...band(q)];
        }),
      }),
      lines: spreadLines,
      isGood: (answer) => answer.all.chance >= SURE_ENOUGH && answer.unsolved === 0,
    },
  ],
} as const satisfies StudyKind<SpreadRequest, SpreadTask, SpreadReply, Spread>;
