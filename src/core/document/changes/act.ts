import { z } from 'zod';
import { moveSchema } from '../moves/move';
import { figureSchema } from '../moves/figure';
import { partIdSchema } from '../parts/partBase';

/** Moves that one act may hold: a whole job is one act. */
const MOST_MOVES = 200;

/** A move as it was made: replay makes it the same way wherever it is made again. */
export const madeMoveSchema = z.strictObject({
  move: moveSchema,
  /** As it was said when it was made: names of parts that may be gone by now. */
  said: z.string().max(400).optional(),
  /** Ids that the parts it made got, in the order in which it makes them; replay never takes one from a name. */
  gives: z.array(partIdSchema).max(400).optional(),
  /** What is known by now of the parts that it made: they have these figures from the beginning. */
  figures: z.array(figureSchema).max(4000).optional(),
});
export type MadeMove = z.infer<typeof madeMoveSchema>;

/** One thing done to the engine, or a whole job: a change, in the words of the screen. */
export const actSchema = z.strictObject({
  id: partIdSchema,
  /** As the user calls it; absent: as its moves are said. */
  name: z.string().min(1).max(80).optional(),
  moves: z.array(madeMoveSchema).min(1).max(MOST_MOVES),
  /** Switched off for a look. */
  off: z.literal(true).optional(),
  /** A fault put in to look at: never work. */
  whatIf: z.literal(true).optional(),
  /** Older files kept it in this variant alone though it was typed, measured or fitted; the user is asked once. */
  asked: z.literal('known').optional(),
});
export type Act = z.infer<typeof actSchema>;
