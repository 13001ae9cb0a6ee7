import { formatQuantity, type Quantity } from '../../foundations/units';
import { oneTask, type StudyKind } from '../job/study';
import { guessesSchema, requestSchema, type Guesses, type GuessRequest } from './guessSchema';
import { guessWork } from './guessWork';
import { sayGuess, sayTightest } from './sayGuesses';

/** What is still a guess, by how much it matters, and how to measure it. */
export const GUESS_STUDY = {
  name: 'guesses',
  requestSchema,
  taskSchema: requestSchema,
  replySchema: guessesSchema,
  answerSchema: guessesSchema,
  start: oneTask<GuessRequest, Guesses>,
  work: (circuits) => guessWork(circuits),
  commands: [
    {
      name: 'guesses',
      question: () => ({}),
      json: (answer) => answer,
      table: ({ rows }) => ({
        columns: ['id', 'stated_si', 'plus_minus_si', 'effect_si', 'fitted', 'measure'],
        rows: rows.map((r) => [r.id, r.stated, r.plusMinus, r.effect, r.fitted, r.measure]),
      }),
      lines: (answer) => [
        sayTightest(answer),
        ...answer.rows
          .slice(0, MOST_LINES)
          .map(
            (row) =>
              `${sayGuess(row)}  ${formatQuantity(Math.abs(row.effect), answer.tightest!.check.quantity as Quantity)}`,
          ),
      ],
      isGood: ({ tightest }) => tightest !== null,
    },
  ],
} as const satisfies StudyKind<GuessRequest, GuessRequest, Guesses, Guesses>;

/** Lines of the ranking that are printed; JSON and CSV have all. */
const MOST_LINES = 15;
