import { z } from 'zod';
import { SOLVE_STATUSES } from '../solve/stopping';

/** Figures that do not exist (still oil, no bore) are null. */
const figure = z.number().nullable();

export const nodeResultSchema = z.strictObject({
  name: z.string(),
  /** Ports that meet here, as `part.port`; empty for a place inside a part. */
  ports: z.array(z.string()),
  held: z.boolean(),
  elevationM: z.number(),
  pressurePa: figure,
  temperatureK: figure,
  viscosityPaS: figure,
  densityKgM3: figure,
  /** Largest Reynolds number among the bores that meet here. */
  reynolds: figure,
  imbalanceM3S: figure,
  /** Left in a pocket by valves that are shut now: no meaningful pressure. */
  still: z.boolean(),
});

export const elementResultSchema = z.strictObject({
  name: z.string(),
  part: z.string(),
  /** Which of a part's elements this is; empty where it has one. */
  role: z.string(),
  law: z.string(),
  fromNode: z.int(),
  toNode: z.int(),
  count: z.number(),
  flowM3S: z.number(),
  pressureInPa: figure,
  pressureOutPa: figure,
  /** Pressure lost in the element itself: in − out − ρg·rise. */
  pressureDropPa: figure,
  temperatureK: z.number(),
  densityKgM3: z.number(),
  viscosityPaS: z.number(),
  reynolds: figure,
  /** Valve lift, pump filling × stroke, rod gate or thermostat opening, 0 to 1. */
  opening: figure,
  filmTemperatureK: figure,
  filmViscosityPaS: figure,
  frictionW: figure,
  eccentricityRatio: figure,
  /** Smallest film of a bearing whose load is known, at its mean load [m]. */
  leastFilmM: figure,
  /** A pump's: what of the volume that it swallows is oil and no air. */
  oilShare: figure,
  /** What a valve's spring feels, where it senses elsewhere than over its own seat. */
  sensedPa: figure,
  /** Crank-fed rods: gallery pressure below which they run dry. */
  thresholdPa: figure,
});

export const convergenceSchema = z.strictObject({
  status: z.enum(SOLVE_STATUSES),
  /** How it was solved where the usual way failed: from warmer oil, cooled step by step. */
  fallback: z.literal('fromWarm').optional(),
  iterations: z.int(),
  evaluations: z.int(),
  worstImbalanceM3S: figure,
  worstNode: z.string(),
  worstLawErrorPa: figure,
  worstElement: z.string(),
  flowScaleM3S: z.number(),
});

/** What the network says of one state, as plain data; who is supplied is judged from it. */
export interface HydraulicResult {
  readonly state: { speedRevS: number; oilTemperatureK: number; atmospherePa: number };
  readonly convergence: z.infer<typeof convergenceSchema>;
  readonly nodes: NodeResult[];
  readonly elements: ElementResult[];
}
export type NodeResult = z.infer<typeof nodeResultSchema>;
export type ElementResult = z.infer<typeof elementResultSchema>;
