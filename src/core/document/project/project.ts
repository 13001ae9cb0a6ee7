import { z } from 'zod';
import { between, nonNegative, positive } from '../parts/field';
import { jointSchema } from '../parts/joint';
import { partIdSchema } from '../parts/partBase';
import { benchSchema } from './bench';
import { logSchema } from './log';
import { calibrationSchema } from './calibration';
import { ENGINE_KIND_IDS } from './engineKinds';
import { aimsSchema } from './aims';
import { driveSchema, USE_IDS } from './use';
import { partSchema } from '../parts/part';

/** What stands at the head of every project file. */
export const PROJECT_FORMAT = 'tidal-gauge-project';
/** The last version whose variants held whole circuits: older files are read as such, and workers are sent such. */
export const WHOLE_VERSION = 5;

const MM = 1e-3;
const MM2S = 1e-6;
const RPM = 1 / 60;
const C = 273.15;

export const oilSchema = z
  .strictObject({
    name: z.string().min(1).max(80).meta({ title: 'Grade or name' }),
    viscosity40M2S: positive('kinematicViscosity', 'At 40 °C', { typical: [30 * MM2S, 250 * MM2S] }),
    viscosity100M2S: positive('kinematicViscosity', 'At 100 °C', { typical: [5 * MM2S, 30 * MM2S] }),
    density15KgM3: positive('density', 'Density at 15 °C', { typical: [820, 920] }),
    expansionPerK: nonNegative('expansion', 'Thermal expansion', { typical: [6e-4, 8e-4] }).default(6.5e-4),
    hthsPaS: positive('viscosity', 'High shear, 150 °C', { typical: [1.7e-3, 6e-3] }).optional(),
  })
  .refine((o) => o.viscosity100M2S <= o.viscosity40M2S, {
    error: 'viscosity100M2S must not exceed viscosity40M2S',
    path: ['viscosity100M2S'],
  });

/**
 * Where the oil's heat comes from and goes to, beside what the circuit's parts do. Defaults: engineering judgement,
 * ranges in each field.
 */
export const heatSchema = z.strictObject({
  brakePowerW: positive('heatFlow', 'Brake power at maximum speed', {
    typical: [10e3, 600e3],
    description: 'Blank: 60 kW per litre of displacement.',
  }).optional(),
  baseHeatW: nonNegative('heatFlow', 'Engine heat to the oil, base', { typical: [500, 3000] }).default(1500),
  heatShare: between(0, 0.3, 'share', 'and of the brake power', { typical: [0.05, 0.12] }).default(0.07),
  coolantK: positive('temperature', 'Coolant, warm', { typical: [C + 70, C + 105] }).default(C + 90),
  blockCooledBy: z.enum(['coolant', 'air']).default('coolant').meta({ title: 'Block cooled by' }),
  blockConductanceWK: nonNegative('conductance', 'Oil to block', {
    typical: [60, 250],
    description: 'About 52 W/K per litre.',
  }).default(120),
  finConductanceWK: positive('conductance', 'Air-cooled block to the air at 54 km/h (34 mph)', {
    typical: [20, 120],
    description: 'Fins and cowling. Blank: about 40 W/K per litre.',
  }).optional(),
  blockFanMS: nonNegative('airSpeed', 'Fan on the air-cooled block, at the redline', {
    typical: [10, 40],
    description: 'Cools like this road speed. Blank: no fan.',
  }).optional(),
  coolantCapacityJK: positive('heatCapacity', 'Coolant, block and jackets', {
    typical: [15e3, 150e3],
    description: 'Blank: 20 kJ/K per litre of displacement.',
  }).optional(),
  panConductanceWK: nonNegative('conductance', 'Pan to the air at 90 km/h (56 mph)', { typical: [5, 30] }).default(15),
  metalCapacityJK: positive('heatCapacity', 'Metal that the oil wets', { typical: [8e3, 30e3] }).default(12e3),
  metalConductanceWK: positive('conductance', 'Between that metal and the oil', { typical: [80, 300] }).default(150),
  throttling: z.boolean().default(true).meta({ title: 'Pump losses and throttling warm the oil' }),
  /** Heat to coolant and jackets; absent: by the displacement and all of the brake power. */
  coolantHeat: z
    .strictObject({
      idleW: nonNegative('heatFlow', 'Heat to the coolant at idle', {
        typical: [1e3, 20e3],
        description: '2 to 2.5 kW per litre; it grows with the root of speed.',
      }),
      brakeShare: between(0, 2, 'share', 'and of the brake power', { typical: [0.5, 0.8] }),
    })
    .optional(),
});

export const engineSchema = z
  .strictObject({
    description: z.string().max(200).default(''),
    displacementM3: positive('engineSize', 'Displacement', { typical: [0.1e-3, 15e-3] }).optional(),
    cylinders: z.int().min(1).max(24).optional().meta({ title: 'Cylinders', quantity: 'ratio' }),
    layout: z.enum(['inline', 'v', 'flat']).optional().meta({ title: 'Layout' }),
    boreM: positive('bore', 'Bore', { typical: [40 * MM, 150 * MM] }).optional(),
    strokeM: positive('bore', 'Stroke', { typical: [35 * MM, 180 * MM] }).optional(),
    fuel: z.enum(['petrol', 'diesel']).optional().meta({ title: 'Fuel' }),
    use: z.enum(USE_IDS).optional().meta({ title: 'Use' }),
    /** What its gauge may show while it is healthy; absent: nothing is said of that. */
    kind: z.enum(ENGINE_KIND_IDS).optional().meta({ title: 'Kind' }),
    /** Drives of its own in place of its use's. */
    drives: z.array(driveSchema).min(1).max(8).optional(),
    crankingSpeedRevS: positive('speed', 'Cranking', { typical: [120 * RPM, 350 * RPM] }),
    idleSpeedRevS: positive('speed', 'Idle', { typical: [600 * RPM, 1500 * RPM] }),
    maximumSpeedRevS: positive('speed', 'Redline', { typical: [2000 * RPM, 14000 * RPM] }),
    atmospherePa: positive('pressure', 'Air pressure, absolute', { typical: [70e3, 104e3] }).default(101_325),
    /** Absent: none is reckoned with. */
    freeAir: z
      .strictObject({
        atIdleShare: between(0, 0.3, 'share', 'Air in the oil at idle', { typical: [0.01, 0.05] }),
        atRedlineShare: between(0, 0.3, 'share', 'and at the redline', {
          typical: [0.02, 0.15],
          description: 'By volume. With a windage tray about 8 %, without one 12 %, from a dry-sump tank 4 %.',
        }),
      })
      .optional(),
    heat: heatSchema.prefault({}),
  })
  .refine((e) => e.idleSpeedRevS < e.maximumSpeedRevS, {
    error: 'idleSpeedRevS must be below maximumSpeedRevS',
    path: ['idleSpeedRevS'],
  })
  .refine((e) => e.crankingSpeedRevS <= e.idleSpeedRevS, {
    error: 'crankingSpeedRevS must not exceed idleSpeedRevS',
    path: ['crankingSpeedRevS'],
  });

/** Which states count as reachable: what the range on a tide post and the worst state are taken over. */
export const rangeSchema = z
  .strictObject({
    coldestOilK: positive('temperature', 'Coldest oil', { typical: [C - 40, C + 20] }),
    hottestOilK: positive('temperature', 'Hottest oil', { typical: [C + 90, C + 150] }),
    coldSpeedRevS: positive('speed', 'Not above, with the coldest oil', { typical: [1000 * RPM, 3000 * RPM] }),
    fullSpeedFromK: positive('temperature', 'Full speed from', { typical: [C + 40, C + 90] }),
  })
  .refine((r) => r.coldestOilK < r.fullSpeedFromK && r.fullSpeedFromK < r.hottestOilK, {
    error: 'coldestOilK, fullSpeedFromK and hottestOilK must rise in this order',
    path: ['fullSpeedFromK'],
  });

export const namedStateSchema = z.strictObject({
  name: z.string().min(1).max(40),
  speedRevS: nonNegative('speed', 'Engine speed'),
  oilTemperatureK: positive('temperature', 'Oil temperature'),
  airTemperatureK: positive('temperature', 'Air').optional(),
  roadSpeedMS: nonNegative('roadSpeed', 'Road speed').optional(),
  load: between(0, 1, 'share', 'Load').optional(),
});

export const circuitSchema = z.strictObject({
  parts: z.array(partSchema).min(1).max(2000),
  joints: z.array(jointSchema).max(8000),
});

/** A finding set aside, with the reason that the job sheet prints. */
export const waiverSchema = z.strictObject({
  rule: z.string().min(1).max(60),
  /** Part that the finding is about; absent for one about the whole circuit. */
  part: partIdSchema.optional(),
  reason: z.string().trim().min(3, { error: 'a reason of at least three letters is needed' }).max(400),
});
export type Waiver = z.infer<typeof waiverSchema>;

/** What a season changes for a variant: the oil that is filled, how cold and hot it gets. */
export const seasonSchema = z.strictObject({
  name: z.string().trim().min(1).max(40),
  oil: oilSchema.optional(),
  coldestOilK: positive('temperature', 'Coldest oil').optional(),
  hottestOilK: positive('temperature', 'Hottest oil').optional(),
  airTemperatureK: positive('temperature', 'Air').optional(),
});
export type Season = z.infer<typeof seasonSchema>;

/** No figure of any unit reaches so far; the reader knows better for each. */
const MOST_TOLERANCE = 1e10;

/**
 * How far one figure of one part may lie from what is stated: 95 in 100 within plus or minus this, in the figure's SI
 * unit.
 */
export const toleranceSchema = z.strictObject({
  part: partIdSchema,
  path: z
    .array(z.union([z.string(), z.number()]))
    .min(1)
    .max(8),
  plusMinus: z.number().nonnegative().max(MOST_TOLERANCE),
});
export type Tolerance = z.infer<typeof toleranceSchema>;

/** Columns of the drawing from left to right: a part, or the width of a column left empty. */
export const columnsSchema = z.array(z.union([partIdSchema, z.number().positive().max(400)])).max(4000);

/** A variant with the circuit that its acts make. */
export const variantSchema = z.strictObject({
  id: partIdSchema,
  name: z.string().min(1).max(80),
  note: z.string().max(2000).default(''),
  circuit: circuitSchema,
  /** The variant that this one was made from. */
  basedOn: partIdSchema.optional(),
  /**
   * Columns of the sheet from left to right, kept so that parts stay where the user knows them: a part, or the width of
   * a column left empty.
   */
  sheet: z.strictObject({ columns: columnsSchema }).optional(),
  /** Findings of the audit that the user answers for. */
  waivers: z.array(waiverSchema).max(200).default([]),
  season: seasonSchema.optional(),
  /** What it is for, in figures. */
  aims: aimsSchema.optional(),
  /** Tolerances that differ from what is usual for such a figure. */
  tolerances: z.array(toleranceSchema).max(500).optional(),
  /** Figures that were typed or measured, as `part.path`: the others are still guesses. */
  known: z.array(z.string().max(200)).max(4000).optional(),
  calibration: calibrationSchema.optional(),
  /** What was added at the bench: lengths as measured, ticks, dates, notes. */
  bench: benchSchema.optional(),
});

/** What a project says of its engine, whatever its variants. */
export const projectHead = {
  name: z.string().min(1).max(80),
  note: z.string().max(4000).default(''),
  /** True for demo data: invented, no real engine. */
  madeUp: z.boolean().default(false),
  engine: engineSchema,
  oil: oilSchema,
  range: rangeSchema,
  namedStates: z.array(namedStateSchema).max(12).default([]),
  /** The log book: sessions, first starts, reminders. */
  log: logSchema.optional(),
};

/** A project as it is worked with: every variant with its whole circuit. What is kept of it is in `keptProject.ts`. */
export const projectSchema = z.strictObject({
  format: z.literal(PROJECT_FORMAT),
  version: z.literal(WHOLE_VERSION),
  ...projectHead,
  variants: z.array(variantSchema).min(1).max(200),
  activeVariant: partIdSchema,
});

export type Project = z.infer<typeof projectSchema>;
export type Variant = z.infer<typeof variantSchema>;
export type Circuit = z.infer<typeof circuitSchema>;
export type { Joint } from '../parts/joint';
export type Engine = z.infer<typeof engineSchema>;
export type OperatingRange = z.infer<typeof rangeSchema>;

/** The operating range as a season makes it. */
export function rangeInSeason(range: OperatingRange, season: Season): OperatingRange {
  return {
    ...range,
    ...(season.coldestOilK === undefined ? {} : { coldestOilK: season.coldestOilK }),
    ...(season.hottestOilK === undefined ? {} : { hottestOilK: season.hottestOilK }),
  };
}

/**
 * The project as a variant's season makes it: its oil, and its coldest and hottest. Without a season it is the project
 * itself.
 */
export function inSeason(project: Project, { season }: Pick<Variant, 'season'>): Project {
  if (!season) return project;
  return { ...project, oil: season.oil ?? project.oil, range: rangeInSeason(project.range, season) };
}

/** The variant that a project has open; the reader has checked that it exists. */
export function activeVariant(project: Project): Variant {
  return project.variants.find((v) => v.id === project.activeVariant) ?? project.variants[0]!;
}

/** The project with a variant of the same id replaced. */
export function withVariant(project: Project, variant: Variant): Project {
  return { ...project, variants: project.variants.map((each) => (each.id === variant.id ? variant : each)) };
}
