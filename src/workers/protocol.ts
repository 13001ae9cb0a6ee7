import { z } from 'zod';
import { solveResultSchema } from '../core/network/result';
import { findingSchema } from '../core/audit';
import { sweepSchema } from '../core/sweep/sweep';

/** What the page and its workers say to each other. Both sides check what they receive. */
export const solveRequestSchema = z.strictObject({ speedRevS: z.number().min(0), oilTemperatureK: z.number().positive() });
export type SolveRequest = z.infer<typeof solveRequestSchema>;

const refusedSchema = z.strictObject({ kind: z.literal('refused'), sentences: z.array(z.string()) });

export const openReplySchema = z.discriminatedUnion('kind', [z.strictObject({ kind: z.literal('opened'), warnings: z.array(z.string()) }), refusedSchema]);
export type OpenReply = z.infer<typeof openReplySchema>;

export const solveReplySchema = z.discriminatedUnion('kind', [z.strictObject({ kind: z.literal('solved'), result: solveResultSchema }), refusedSchema]);
export type SolveReply = z.infer<typeof solveReplySchema>;

export const sweepReplySchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('swept'), sweep: sweepSchema }),
  z.strictObject({ kind: z.literal('cancelled') }),
  refusedSchema,
]);
export type SweepReply = z.infer<typeof sweepReplySchema>;

export const auditReplySchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('audited'), findings: z.array(findingSchema).readonly() }),
  z.strictObject({ kind: z.literal('cancelled') }),
  refusedSchema,
]);
export type AuditReply = z.infer<typeof auditReplySchema>;

/** What a circuit worker offers. */
export interface CircuitWorkerApi {
  /** Takes a project, checks and compiles its active variant. */
  open(project: unknown): OpenReply;
  solve(request: unknown): SolveReply;
  /** Sweeps the reachable states; a newer sweep or `open` cancels an older one. */
  sweep(): Promise<SweepReply>;
  /** Judges the circuit by every rule; a newer audit or `open` cancels an older one. */
  audit(): Promise<AuditReply>;
}
