import { z } from 'zod';
import { conditionsSchema, heatResultSchema } from '../core/heat/heatResult';
import { solveResultSchema } from '../core/judgement/stateResult';

/** What the page and its workers say to each other. Both sides check what they receive. */
export const solveRequestSchema = z.strictObject({
  speedRevS: z.number().min(0),
  oilTemperatureK: z.number().positive(),
  /** Present when the oil temperature is to be Calculated balance in these surroundings. */
  found: conditionsSchema.optional(),
});
export type SolveRequest = z.infer<typeof solveRequestSchema>;

const refusedSchema = z.strictObject({ kind: z.literal('refused'), sentences: z.array(z.string()) });

export const openReplySchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('opened'), warnings: z.array(z.string()) }),
  refusedSchema,
]);
export type OpenReply = z.infer<typeof openReplySchema>;

export const solveReplySchema = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('solved'),
    of: z.string(),
    result: solveResultSchema,
    heat: heatResultSchema.nullable(),
  }),
  refusedSchema,
]);
export type SolveReply = z.infer<typeof solveReplySchema>;

/** What a study's task gave; the study's own schema checks it. */
export const taskReplySchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('done'), of: z.string(), reply: z.unknown() }),
  z.strictObject({ kind: z.literal('stopped') }),
  refusedSchema,
]);
export type TaskReply = z.infer<typeof taskReplySchema>;

/** What a circuit worker offers. */
export interface CircuitWorkerApi {
  /** Takes a project, checks and compiles its active variant. @param key what later replies say they are of */
  open(project: unknown, key: string): OpenReply;
  solve(request: unknown): SolveReply;
  /**
   * Does one task of a study of the open project.
   * @param name of the study @param onProgress receives the share of the task that is done, where it is a long one
   */
  task(name: string, task: unknown, onProgress: (share: number) => void): Promise<TaskReply>;
  /** Stops the task that is under way, if it is a long one; a short one ends by itself. */
  stop(): void;
}
