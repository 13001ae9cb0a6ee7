import { z } from 'zod';
import { actSchema } from '../changes/act';
import { aimsSchema } from './aims';
import { partIdSchema } from '../parts/partBase';
import { benchSchema, planNoteSchema } from './bench';
import { fitSchema, keptReadingsSchema } from './calibration';
import { keptLogSchema } from './log';
import {
  circuitSchema,
  columnsSchema,
  PROJECT_FORMAT,
  projectHead,
  seasonSchema,
  toleranceSchema,
  waiverSchema,
} from './project';

/** The version in which files and the store hold a project. */
export const FILE_VERSION = 6;

/** What is said of the engine as it is, and of each variant, alike. */
const variantBase = {
  id: partIdSchema,
  name: z.string().min(1).max(80),
  note: z.string().max(2000).default(''),
  /** Columns of the drawing as the user left them; absent: as its acts lay them. */
  columns: columnsSchema.optional(),
  /** Findings that the user answers for. */
  waivers: z.array(waiverSchema).max(200).default([]),
  season: seasonSchema.optional(),
  /** What it is for, in figures. */
  aims: aimsSchema.optional(),
};

/** The engine as it is: the one circuit that is kept. All variants hang on it. */
export const engineAsItIsSchema = z.strictObject({ ...variantBase, circuit: circuitSchema });

/** A variant: a named list of acts on the engine as it is, or on another variant. */
export const keptVariantSchema = z.strictObject({
  ...variantBase,
  basedOn: partIdSchema,
  acts: z.array(actSchema).max(400),
  /** The variant that the job to this one begins at; absent: the one that the engine is in. */
  jobFrom: partIdSchema.optional(),
  /** A fit that older files kept in this variant alone. */
  fit: fitSchema.optional(),
});
export type KeptVariant = z.infer<typeof keptVariantSchema>;

/** A figure of a part of which more is known than a usual value. */
export const knownFigureSchema = z.strictObject({
  part: partIdSchema,
  /** Field by field, with dots. */
  path: z.string().min(1).max(160),
  /** Measured how, from which data sheet, fitted. */
  source: z.string().max(120).optional(),
  on: z.iso.date().optional(),
  /** What stood there before it was known: it can be put back. */
  before: z.json().optional(),
});

/** What is noted of parts, joints and things to buy: theirs in every variant in which they are. */
export const partNotesSchema = benchSchema.omit({ plan: true, level: true });
export type PartNotes = z.infer<typeof partNotesSchema>;

/** The work that leads from one variant to another: ticks, minutes, what came out of the sump. */
export const jobNoteSchema = z.strictObject({
  from: partIdSchema,
  to: partIdSchema,
  plan: planNoteSchema.omit({ from: true }).optional(),
  level: benchSchema.shape.level,
});

/** Tolerances that an engine may have of its own. */
export const MOST_TOLERANCES = 500;

/** A project as it is kept, in files and in the store. */
export const keptProjectSchema = z.strictObject({
  format: z.literal(PROJECT_FORMAT),
  version: z.literal(FILE_VERSION),
  ...projectHead,
  /** The log book: sessions, first starts, reminders. */
  log: keptLogSchema.optional(),
  asItIs: engineAsItIsSchema,
  variants: z.array(keptVariantSchema).max(199).default([]),
  activeVariant: partIdSchema,
  /** The variant that the engine is in; absent: as it is. */
  engineNow: partIdSchema.optional(),
  known: z.array(knownFigureSchema).max(8000).default([]),
  /** How far figures may lie from what is stated, where that is not as usual. */
  tolerances: z.array(toleranceSchema).max(MOST_TOLERANCES).default([]),
  /** Everything that was read on the engine, in one list: the gauge, the log book, the guide and the causes read it. */
  readings: keptReadingsSchema.default([]),
  /** The fit that is in the figures. */
  fit: fitSchema.optional(),
  notes: partNotesSchema.prefault({}),
  jobs: z.array(jobNoteSchema).max(400).default([]),
});
export type KeptProject = z.infer<typeof keptProjectSchema>;

/** Acts from the engine as it is to a variant, in the order in which they are made; with the variant that has each. */
export function chainOf(kept: KeptProject, id: string): readonly KeptVariant[] {
  const chain: KeptVariant[] = [];
  for (let here = id; here !== kept.asItIs.id;) {
    const variant = kept.variants.find((v) => v.id === here);
    // A file's circle of variants hangs from nothing: the reader refuses it.
    if (!variant || chain.includes(variant)) break;
    chain.unshift(variant);
    here = variant.basedOn;
  }
  return chain;
}

/** Every id that a part of the project has or had: a new one is none of them. */
export function idsTaken(kept: KeptProject): ReadonlySet<string> {
  return new Set([
    ...kept.asItIs.circuit.parts.map((p) => p.id),
    ...kept.variants.flatMap((v) =>
      v.acts.flatMap((act) =>
        act.moves.flatMap(({ move, gives }) => [
          ...(gives ?? []),
          ...(move.kind === 'plumbing' ? move.makes.map((p) => p.id) : []),
        ]),
      ),
    ),
  ]);
}
