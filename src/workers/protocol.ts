import { z } from 'zod';
import { conditionsSchema, heatResultSchema } from '../core/heat/heatResult';
import { curvesSchema, heatMapSchema } from '../core/studies/heat/heatStudies';
import { traceRowSchema } from '../core/heat/trace';
import { findingSchema } from '../core/judgement/audit';
import { sweepSchema } from '../core/judgement/sweep/sweep';
import { solveResultSchema } from '../core/judgement/stateResult';

/** What the page and its workers say to each other. Both sides check what they receive. */
export const solveRequestSchema = z.strictObject({
  speedRevS: z.number().min(0),
  oilTemperatureK: z.number().positive(),
  /** Present when the oil temperature is to be found by heat balance in these surroundings. */
  found: conditionsSchema.optional(),
});
export type SolveRequest = z.infer<typeof solveRequestSchema>;

const refusedSchema = z.strictObject({ kind: z.literal('refused'), sentences: z.array(z.string()) });
const cancelledSchema = z.strictObject({ kind: z.literal('cancelled') });

export const openReplySchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('opened'), warnings: z.array(z.string()) }),
  refusedSchema,
]);
export type OpenReply = z.infer<typeof openReplySchema>;

export const solveReplySchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('solved'), result: solveResultSchema, heat: heatResultSchema.nullable() }),
  refusedSchema,
]);
export type SolveReply = z.infer<typeof solveReplySchema>;

export const sweepReplySchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('swept'), sweep: sweepSchema }),
  cancelledSchema,
  refusedSchema,
]);
export type SweepReply = z.infer<typeof sweepReplySchema>;

export const auditReplySchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('audited'), findings: z.array(findingSchema).readonly() }),
  cancelledSchema,
  refusedSchema,
]);
export type AuditReply = z.infer<typeof auditReplySchema>;

const driveSchema = z.strictObject({ speedRevS: z.number().min(0), ...conditionsSchema.shape });
/** Long work about heat: each runs with progress and can be stopped by asking for another. */
export const heatJobSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('curves'), drive: driveSchema }),
  z.strictObject({ kind: z.literal('map'), drive: driveSchema }),
  z.strictObject({
    kind: z.literal('warmUp'),
    drive: driveSchema,
    startK: z.number(),
    durationS: z
      .number()
      .positive()
      .max(24 * 3600),
  }),
  z.strictObject({
    kind: z.literal('trace'),
    rows: z.array(traceRowSchema).min(2),
    airTemperatureK: z.number(),
    startK: z.number(),
    limitK: z.number(),
  }),
]);
export type HeatJob = z.infer<typeof heatJobSchema>;

const figure = z.number().nullable();
const sampleSchema = z.strictObject({
  timeS: z.number(),
  sumpK: z.number(),
  galleryK: figure,
  coolerOutK: figure,
  opening: figure,
  fan: figure,
  metalK: z.number(),
  speedRevS: z.number(),
});
export const heatJobReplySchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('curves'), curves: curvesSchema }),
  z.strictObject({ kind: z.literal('map'), map: heatMapSchema }),
  z.strictObject({
    kind: z.literal('warmUp'),
    warmUp: z.strictObject({
      samples: z.array(sampleSchema).readonly(),
      opensS: figure,
      fullS: figure,
      settledS: figure,
      solved: z.boolean(),
    }),
  }),
  z.strictObject({
    kind: z.literal('trace'),
    trace: z.strictObject({
      samples: z.array(sampleSchema).readonly(),
      peakK: z.number(),
      peakS: z.number(),
      overS: z.number(),
      limitK: z.number(),
      solved: z.boolean(),
    }),
  }),
  cancelledSchema,
  refusedSchema,
]);
export type HeatJobReply = z.infer<typeof heatJobReplySchema>;

/** What a study's task gave; the study's own schema checks it. */
export const taskReplySchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('done'), reply: z.unknown() }),
  refusedSchema,
]);
export type TaskReply = z.infer<typeof taskReplySchema>;

/** What a circuit worker offers. */
export interface CircuitWorkerApi {
  /** Takes a project, checks and compiles its active variant. */
  open(project: unknown): OpenReply;
  solve(request: unknown): SolveReply;
  /** Sweeps the reachable states; a newer sweep or `open` cancels an older one. */
  sweep(): Promise<SweepReply>;
  /** Judges the circuit by every rule; a newer audit or `open` cancels an older one. */
  audit(): Promise<AuditReply>;
  /** Long work about heat; a newer job, `stopHeat` or `open` cancels an older one. @param onProgress receives the share done */
  heat(job: unknown, onProgress: (share: number) => void): Promise<HeatJobReply>;
  stopHeat(): void;
  /** Does one task of a study of the open project. Tasks are short: whoever wants to stop sends no more. @param name of the study */
  task(name: string, task: unknown): TaskReply;
}
