import { z } from 'zod';
import { between, nonNegative, positive, signed } from '../parts/field';
import { partIdSchema, portRefSchema } from '../parts/partBase';
import { photosSchema } from './photo';

/*
 * What a person adds at the bench: lengths as they were measured, ticks, dates, notes. All else there is derived from the circuit.
 * Kept by part or by joint, so that it survives every change of the circuit; what belongs to a part that is gone waits for its return.
 */

const text = (most: number) => z.string().max(most);
const daySchema = z.iso.date();
const lengthM = positive('cutLength', 'Length');
const distanceM = nonNegative('cutLength', 'Distance');

/** Angles that hose ends are sold in [degrees]. */
export const HOSE_END_ANGLES = [0, 30, 45, 60, 90, 120, 150, 180] as const;
export type HoseEndAngle = (typeof HOSE_END_ANGLES)[number];
export const HOSE_END_STYLES = ['reusable', 'crimped', 'banjo', 'tail'] as const;

export const hoseEndSchema = z.strictObject({
  style: z.enum(HOSE_END_STYLES),
  angleDeg: z.literal(HOSE_END_ANGLES),
  /** Along the hose, from the seat to where the hose begins; absent: typical. */
  takeUpM: distanceM.optional(),
});
export type HoseEnd = z.infer<typeof hoseEndSchema>;

export const HOSE_CONSTRUCTIONS = ['rubberBraid', 'ptfeBraid', 'rubberPlain', 'suction'] as const;
/** What is done to a hose, in this order. */
export const HOSE_STATES = ['toMeasure', 'cut', 'oneEnd', 'made', 'flushed', 'fitted', 'clipped'] as const;
export type HoseState = (typeof HOSE_STATES)[number];

export const hoseNoteSchema = z.strictObject({
  construction: z.enum(HOSE_CONSTRUCTIONS).optional(),
  /** Along the route, seat to seat. */
  measuredM: lengthM.optional(),
  /** As it was written down: "37 1/2 in". */
  measuredAs: text(40).optional(),
  measuredBy: z.enum(['string', 'tape']).optional(),
  route: text(300).optional(),
  slackShare: between(0, 0.2, 'share', 'For shrinking', { typical: [0, 0.05] }).optional(),
  movementM: distanceM.optional(),
  trimM: distanceM.optional(),
  ends: z.strictObject({ in: hoseEndSchema.optional(), out: hoseEndSchema.optional() }).optional(),
  /** Between its bent ends, seen along the hose from the first to the second, clockwise. */
  clockingDeg: z.number().min(0).lt(360).optional(),
  /** Length of the hose itself after each trim, the last one last. */
  trimmedM: z.array(lengthM).max(20).optional(),
  exhaustDistanceM: distanceM.optional(),
  /** A hose that is there already, to be shortened. */
  existingM: lengthM.optional(),
  temperatureRatingK: positive('temperature', 'Rated to', { typical: [373.15, 533.15] }).optional(),
  clips: z.int().min(0).max(99).optional(),
  state: z.enum(HOSE_STATES).optional(),
  label: text(20).optional(),
});
export type HoseNote = z.infer<typeof hoseNoteSchema>;

export const TORQUE_UNITS = ['N·m', 'lbf·ft', 'lbf·in'] as const;
export type TorqueUnit = (typeof TORQUE_UNITS)[number];
/** What is done to a joint, in this order. */
export const JOINT_STATES = ['loose', 'snug', 'final', 'paintMark', 'leakChecked', 'recheckedHot'] as const;
export type JointState = (typeof JOINT_STATES)[number];
export const BOLT_SIZES = ['M5', 'M6', 'M8', 'M10', 'M12'] as const;
export type BoltSize = (typeof BOLT_SIZES)[number];

export const jointNoteSchema = z.strictObject({
  /** As it was given, in the unit in which it was given. */
  torque: z
    .strictObject({ value: z.number().positive().max(5000), unit: z.enum(TORQUE_UNITS), source: text(120) })
    .optional(),
  /** An adapter between two ends that do not mate; absent: where one is sold. */
  adapter: z.boolean().optional(),
  bolts: z
    .strictObject({ size: z.enum(BOLT_SIZES), count: z.int().min(1).max(40), intoAluminium: z.boolean() })
    .optional(),
  gasketReused: z.boolean().optional(),
  state: z.enum(JOINT_STATES).optional(),
  on: daySchema.optional(),
  note: text(300).optional(),
});
export type JointNote = z.infer<typeof jointNoteSchema>;

export const itemNoteSchema = z.strictObject({
  source: text(120).optional(),
  price: nonNegative('money', 'Price').optional(),
  have: z.boolean().optional(),
});

export type ItemNote = z.infer<typeof itemNoteSchema>;

export const rollSchema = z.strictObject({
  id: partIdSchema,
  dash: z.int().min(2).max(32),
  construction: z.enum(HOSE_CONSTRUCTIONS),
  lengthM: lengthM,
  note: text(120).optional(),
});
export type Roll = z.infer<typeof rollSchema>;

export const deliveredSchema = z.strictObject({ text: text(200), quantity: z.number().positive().max(1e5) });
export type Delivered = z.infer<typeof deliveredSchema>;

/** Points of a bracket from its lower left corner. */
const holeSchema = z.strictObject({
  xM: distanceM,
  yM: distanceM,
  diameterM: lengthM,
});
export const bracketSchema = z.strictObject({
  widthM: lengthM,
  heightM: lengthM,
  holes: z.array(holeSchema).max(40),
  bends: z
    .array(
      z.strictObject({
        yM: distanceM,
        angleDeg: z.number().min(-180).max(180),
      }),
    )
    .max(8),
});
export type Bracket = z.infer<typeof bracketSchema>;

export const placeNoteSchema = z.strictObject({
  where: text(200).optional(),
  /** Along the hose to the engine. */
  lineM: distanceM.optional(),
  stones: z.enum(['protected', 'exposed']).optional(),
  aboveBumper: z.boolean().optional(),
  airflow: z.enum(['ram', 'fan', 'still']).optional(),
  heat: z.enum(['cool', 'warm', 'hot']).optional(),
  accessNote: text(200).optional(),
  isLevel: z.boolean().optional(),
  rubberMounted: z.boolean().optional(),
  brackets: z
    .array(z.strictObject({ on: daySchema, shape: bracketSchema, changed: text(300) }))
    .max(40)
    .optional(),
});
export type PlaceNote = z.infer<typeof placeNoteSchema>;

/** In this order: nothing is drained or tightened before everything was held in its place. */
export const PLAN_PHASES = ['mockUp', 'prepare', 'main', 'finish'] as const;
export type PlanPhase = (typeof PLAN_PHASES)[number];

/** Letters of a step in a person's own words: the craft of a hose end is told in one. */
export const LONGEST_STEP = 800;

export const stepNoteSchema = z.strictObject({
  done: z.boolean().optional(),
  on: daySchema.optional(),
  plannedMin: z.number().nonnegative().max(10_000).optional(),
  spentMin: z.number().nonnegative().max(10_000).optional(),
  note: text(1000).optional(),
  /** What went wrong and had to be done again. */
  rework: text(500).optional(),
  text: text(LONGEST_STEP).optional(),
  /** What it was split into; it is done when all of them are. */
  pieces: z
    .array(z.strictObject({ text: text(300).min(1), done: z.boolean().optional() }))
    .max(20)
    .optional(),
  photos: photosSchema.optional(),
});
export type StepNote = z.infer<typeof stepNoteSchema>;

export const ownStepSchema = z.strictObject({
  id: partIdSchema,
  phase: z.enum(PLAN_PHASES),
  text: text(300).min(1),
  /** Taken off for access: it is refitted in mirrored order. */
  refit: z.boolean().optional(),
});
export type OwnStep = z.infer<typeof ownStepSchema>;

export const planNoteSchema = z.strictObject({
  /** The variant that the engine is in now. */
  from: partIdSchema.optional(),
  steps: z.record(text(120), stepNoteSchema).optional(),
  own: z.array(ownStepSchema).max(200).optional(),
  /** Steps in the order that the user gave them. */
  order: z.array(text(120)).max(2000).optional(),
  helper: z.boolean().optional(),
  difficulty: z.enum(['easy', 'moderate', 'hard']).optional(),
  note: text(4000).optional(),
});
export type PlanNote = z.infer<typeof planNoteSchema>;

/** What a person has added for one variant. */
export const benchSchema = z.strictObject({
  hoses: z.record(text(60), hoseNoteSchema).optional(),
  /** By both ports, in alphabetical order, with a space between. */
  joints: z.record(text(140), jointNoteSchema).optional(),
  items: z.record(text(120), itemNoteSchema).optional(),
  rolls: z.array(rollSchema).max(60).optional(),
  delivered: z.array(deliveredSchema).max(500).optional(),
  /** Lines of deliveries that were matched by hand: an item's key, by what the line says. */
  matches: z.record(text(200), text(120)).optional(),
  places: z.record(partIdSchema, placeNoteSchema).optional(),
  plan: planNoteSchema.optional(),
  level: z
    .strictObject({
      /** Oil that came out when it was drained. */
      drainedM3: nonNegative('volume', 'Oil drained').optional(),
      /** On the dipstick over its mark; below it is negative. */
      stickM3: z
        .partialRecord(z.enum(['before', 'afterRun', 'hot', 'afterDrive']), signed('volume', 'On the dipstick'))
        .optional(),
    })
    .optional(),
});
export type Bench = z.infer<typeof benchSchema>;

/** The key of a joint: both ports, in alphabetical order. */
export function jointKey(a: z.infer<typeof portRefSchema>, b: z.infer<typeof portRefSchema>): string {
  return a < b ? `${a} ${b}` : `${b} ${a}`;
}
