import { z } from 'zod';
import { moveSchema, type Move } from '../../document/moves/move';
import { partIdSchema } from '../../document/parts/partBase';
import { oilSchema } from '../../document/project/project';
import type { OilData } from '../../physics/oil/oil';

/** Kinds of change that a builder can make outside the engine: the user can forbid each. */
export const CHANGE_KINDS = [
  'job',
  'remedy',
  'restrictor',
  'hose',
  'drain',
  'cooler',
  'thermostat',
  'spring',
  'needle',
  'filter',
  'tap',
  'oil',
] as const;
export type ChangeKind = (typeof CHANGE_KINDS)[number];

export const CHANGE_KIND_WORDS: Readonly<Record<ChangeKind, string>> = {
  job: 'whole jobs',
  remedy: 'what a finding proposes',
  restrictor: 'restrictors: size, added, taken out',
  hose: 'hoses: size',
  drain: 'drains: size, route',
  cooler: 'coolers: size',
  thermostat: 'thermostats: opening, left out',
  spring: 'relief springs',
  needle: 'needle valves',
  filter: 'filters: size, bypass valve',
  tap: 'taps: place',
  oil: 'oil grade',
};

/** One thing that could be done: a size, a part moved, or a whole job, which counts as one. */
export interface Change {
  readonly id: string;
  readonly kind: ChangeKind;
  /** As it is said where it is proposed: "Restrictor: 1.20 mm instead of 1.50 mm". */
  readonly label: string;
  readonly moves: readonly Move[];
  /** Another oil, in place of moves. */
  readonly oil?: OilData | undefined;
  /** Parts that it touches: one that is locked forbids it. */
  readonly parts: readonly string[];
  /** The figure that it sets, by part: two changes that set the same exclude each other. */
  readonly slot: string | null;
}

export const changeSchema: z.ZodType<Change> = z.strictObject({
  id: z.string(),
  kind: z.enum(CHANGE_KINDS),
  label: z.string(),
  moves: z.array(moveSchema),
  oil: oilSchema.optional(),
  parts: z.array(partIdSchema),
  slot: z.string().nullable(),
});

/** What a search is asked for. */
export const fixRequestSchema = z.strictObject({
  /** Parts that stay as they are. */
  locked: z.array(partIdSchema).max(2000),
  forbidden: z.array(z.enum(CHANGE_KINDS)),
  /** Oil grades that the maker allows beside the one that is filled. */
  oils: z.array(z.string().max(80)).max(20),
  /** Changes in one way, at most. */
  mostChanges: z.int().min(1).max(4),
  /** Hours of the whole job, at most; null: any. */
  mostMinutes: z.number().positive().nullable(),
});
export type FixRequest = z.infer<typeof fixRequestSchema>;

export const USUAL_FIX: FixRequest = { locked: [], forbidden: [], oils: [], mostChanges: 4, mostMinutes: null };
