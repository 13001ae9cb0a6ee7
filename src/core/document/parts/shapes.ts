import { z } from 'zod';
import { HOUSINGS } from '../../physics/housing';
import { between, count, nonNegative, positive, share, signed } from './field';

/** Parameters of the laws, shared by the parts that follow them. Field names carry their SI unit. */

const MM = 1e-3;
const MM2 = 1e-6;
const UM = 1e-6;
const BAR = 1e5;
const LPM = 1e-3 / 60;

export const FITTING_NAMES = [
  'hoseEndStraight',
  'hoseEnd45',
  'hoseEnd90',
  'hoseEnd180',
  'hoseEnd90Forged',
  'banjo',
  'teeRun',
  'teeBranch',
  'drilledCorner',
] as const;

const fittingCount = count('How many').default(1);

/** One loss in a line, on the line's own bore. */
export const lossSchema = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('catalogue'),
    fitting: z.enum(FITTING_NAMES).meta({ title: 'Fitting' }),
    count: fittingCount,
  }),
  z.strictObject({
    kind: z.literal('twoK'),
    label: z.string().max(60).optional(),
    k1: nonNegative('ratio', 'K1', { typical: [50, 2000] }),
    kInfinity: nonNegative('ratio', 'K∞', { typical: [0.05, 2] }),
    count: fittingCount,
  }),
  z.strictObject({
    kind: z.literal('constantK'),
    label: z.string().max(60).optional(),
    k: nonNegative('ratio', 'K', { typical: [0, 10] }),
    count: fittingCount,
  }),
  z.strictObject({ kind: z.literal('entrance'), count: fittingCount }),
  z.strictObject({ kind: z.literal('exit'), count: fittingCount }),
  z.strictObject({
    kind: z.literal('areaChange'),
    otherBoreM: positive('bore', 'Bore it meets', { typical: [2 * MM, 40 * MM] }),
    at: z.enum(['inlet', 'outlet']).meta({ title: 'At the' }),
  }),
]);
export type Loss = z.infer<typeof lossSchema>;

/** The numbers of a round passage. */
export const passageShape = {
  boreM: positive('bore', 'Bore', {
    typical: [2 * MM, 40 * MM],
    description: 'Inside diameter at the narrowest long stretch.',
  }),
  lengthM: nonNegative('length', 'Length', {
    typical: [0.01, 5],
    description: 'Along the centre line, ends excluded.',
  }),
  roughnessM: nonNegative('clearance', 'Roughness', {
    typical: [0, 50 * UM],
    description: '1.5 µm drawn or hose, 10 µm drilled.',
  }).default(1.5 * UM),
  losses: z.array(lossSchema).max(40).default([]),
  sizeTermCap: z
    .number()
    .min(1)
    .optional()
    .meta({
      title: 'Cap on 1 + 1 in/D',
      quantity: 'ratio',
      typical: [2, 7],
      description:
        'The size term of the two-K method comes from pipes of an inch and more. Blank: the published form, no cap.',
    }),
};

export const ratingShape = {
  ratedPressureDropPa: positive('pressure', 'Rated pressure drop', { typical: [0.02 * BAR, 5 * BAR] }),
  ratedFlowM3S: positive('flow', 'Flow at the rating point', { typical: [0.2 * LPM, 80 * LPM] }),
  ratedViscosityPaS: positive('viscosity', 'Viscosity at the rating point', {
    typical: [5e-3, 40e-3],
    description: 'ISO 4548-1 rates filters at 24 mm²/s (24 cSt), which is 20.4 mPa·s (20.4 cP) with usual oil.',
  }),
  ratedDensityKgM3: positive('density', 'Density at the rating point', { typical: [780, 920] }).default(850),
  viscousShare: share('Viscous share φ', {
    typical: [0.3, 1],
    description: 'Share of the rated drop that is proportional to viscosity and flow.',
  }),
};

export const springValveShape = {
  crackPa: positive('pressure', 'Starts to open', { typical: [0.05 * BAR, 7 * BAR] }),
  fullOpenPa: positive('pressure', 'Fully open', {
    typical: [0.1 * BAR, 9 * BAR],
    description: 'Above the crack pressure.',
  }),
  areaM2: positive('area', 'Area fully open', { typical: [5 * MM2, 150 * MM2] }),
  dischargeCoefficient: share('Discharge coefficient', { typical: [0.55, 0.8] }).default(0.7),
  closedLeakM3SPa: positive('leak', 'Leak when shut', { typical: [1e-14, 1e-12] }).default(1e-13),
};
/**
 * A spring gives way over a range: at least a hundredth of its crack pressure, and 5 mbar.
 * @source engineering judgement
 */
const LEAST_LIFT_SHARE = 0.01;
const LEAST_LIFT_PA = 500;
const opensAboveCrack = (v: { crackPa: number; fullOpenPa: number }) =>
  v.fullOpenPa - v.crackPa >= Math.max(LEAST_LIFT_PA, LEAST_LIFT_SHARE * v.crackPa) * (1 - 1e-9);
export const FULL_ABOVE_CRACK = {
  error:
    'fullOpenPa must be greater than crackPa, by a hundredth of it and 5 mbar at least: a spring gives way over a range',
  path: ['fullOpenPa'],
};
/** A spring valve inside another part. */
export const springValveSchema = z.strictObject(springValveShape).refine(opensAboveCrack, FULL_ABOVE_CRACK);
export { opensAboveCrack };

export const orificeShape = {
  boreM: positive('bore', 'Bore', {
    typical: [0.5 * MM, 5 * MM],
    description: 'Measure with a drill shank or a pin gauge.',
  }),
  lengthM: nonNegative('bore', 'Length of the bore', {
    typical: [0, 10 * MM],
    description: 'Sharp edge up to half a bore, short tube from two bores.',
  }),
  dischargeCoefficient: z
    .number()
    .positive()
    .max(1)
    .optional()
    .meta({
      title: 'Measured discharge coefficient',
      quantity: 'ratio',
      typical: [0.55, 0.9],
      description: 'Blank: computed from length and Reynolds number.',
    }),
};

export const feedSchema = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('fullGroove'),
    landEachM: positive('bore', 'Land each side', { typical: [3 * MM, 15 * MM] }),
  }),
  z.strictObject({
    kind: z.literal('halfGroove'),
    landEachM: positive('bore', 'Land each side', { typical: [3 * MM, 15 * MM] }),
  }),
  z.strictObject({
    kind: z.literal('hole'),
    holeDiameterM: positive('bore', 'Feed hole', { typical: [2 * MM, 10 * MM] }),
    holeAngleRad: signed('angle', 'Hole from the widest film', { typical: [-Math.PI, Math.PI] }).default(0),
  }),
]);

export const eccentricitySchema = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('ratio'),
    ratio: between(0, 0.98, 'ratio', 'Eccentricity ratio ε', { typical: [0.2, 0.9] }),
  }),
  z.strictObject({ kind: z.literal('load'), loadN: nonNegative('force', 'Mean load', { typical: [50, 20000] }) }),
  z.strictObject({
    kind: z.literal('specificLoad'),
    fullLoadPa: nonNegative('pressure', 'Mean load at full power, over width × diameter', {
      typical: [10 * BAR, 100 * BAR],
      description: 'It falls with load and speed. Rods 40 to 80 bar (580 to 1160 psi), mains about half; a guess.',
    }),
  }),
]);

export const bearingShape = {
  count: count('How many'),
  diameterM: positive('bore', 'Journal diameter', { typical: [15 * MM, 90 * MM] }),
  lengthM: positive('bore', 'Bearing width', { typical: [8 * MM, 40 * MM] }),
  clearanceRadialM: positive('clearance', 'Radial clearance', {
    typical: [15 * UM, 50 * UM],
    description: 'Half of the diametral clearance that a bore gauge gives.',
  }),
  runsIn: z.enum(HOUSINGS).optional().meta({
    title: 'Housing',
    description: 'A clearance measured cold grows in aluminium. Blank: the clearance is the one it runs with.',
  }),
  wallFactor: between(1, 2, 'ratio', 'Clearance counts for flow, times', {
    typical: [1.2, 1.5],
    description: 'Plain shells taper and are relieved at their parting: 1.3. Blank: 1.',
  }).optional(),
  feed: feedSchema,
  eccentricity: eccentricitySchema.default({ kind: 'ratio', ratio: 0.6 }),
  speedRatio: positive('ratio', 'Speed per engine speed', { typical: [0.5, 2] }).default(1),
  filmHeatShare: between(0, 1, 'ratio', 'Heat taken by the leaving film κ', { typical: [0.3, 0.7] }).default(0.5),
  metalConductanceWK: positive('conductance', 'Conduction into the metal G', { typical: [0.5, 5] }).default(1),
  hydrodynamicSideFlow: z.boolean().default(false).meta({ title: 'Add side flow dragged by rotation' }),
};

/** What a consumer must see. Limits rise linearly with engine speed. */
export const supplySchema = z
  .strictObject({
    lowPressurePa: nonNegative('pressure', 'Minimum pressure, engine stopped', { typical: [0, 3 * BAR] }).optional(),
    lowPressurePerSpeedPaS: nonNegative('pressurePerSpeed', 'Minimum, added per 1000 rpm', {
      typical: [0, 1 * BAR * 0.06],
      description: 'Common practice: 0.7 bar per 1000 rpm (10 psi) at the gallery.',
    }).optional(),
    highPressurePa: positive('pressure', 'Maximum pressure', { typical: [1 * BAR, 8 * BAR] }).optional(),
    lowFlowM3S: nonNegative('flow', 'Minimum flow', { typical: [0, 5 * LPM] }).optional(),
    highFlowM3S: positive('flow', 'Maximum flow', { typical: [0.5 * LPM, 20 * LPM] }).optional(),
    neededFromRevS: nonNegative('speed', 'Required above', {
      typical: [0, 100],
      description: 'Below this speed the minimums do not apply.',
    }).optional(),
  })
  .default({});
export type Supply = z.infer<typeof supplySchema>;

const KW = 1e3;
const C = 273.15;

/** What a cooler's data sheet says about heat: one rating point. */
export const coolingSchema = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('air'),
    ratedHeatW: positive('power', 'Heat at the rating point', { typical: [2 * KW, 25 * KW] }),
    ratedOilFlowM3S: positive('flow', 'at oil flow', { typical: [5 * LPM, 60 * LPM] }),
    ratedFaceSpeedMS: positive('airSpeed', 'at air speed on its face', { typical: [3, 20] }),
    faceAreaM2: positive('faceArea', 'Face', { typical: [0.01, 0.15] }),
    ratedOilK: positive('temperature', 'at oil inlet', { typical: [C + 80, C + 130] }),
    ratedAirK: positive('temperature', 'at air inlet', { typical: [C + 10, C + 45] }),
    oilSideShare: between(0.05, 0.95, 'ratio', 'Oil side’s share of the resistance', {
      typical: [0.3, 0.7],
      description: '0.3 with turbulators in its tubes, 0.7 plain; 0.5 unless known.',
    }).default(0.5),
    positionFactor: between(0, 1, 'ratio', 'Air on its face over road speed', {
      typical: [0.1, 0.5],
      description:
        'Ducted in the nose 0.3 to 0.5, behind a grille 0.25, low behind a wheel 0.15, at the side 0.2, behind the radiator 0.15, near the exhaust 0.1.',
    }).default(0.25),
    draughtMS: nonNegative('airSpeed', 'Air on its face at a standstill', {
      typical: [0, 1],
      description: 'Natural draught through the hot core. Blank: 0.3 m/s, engineering judgement.',
    }).optional(),
    fan: z
      .strictObject({
        faceSpeedMS: positive('airSpeed', 'Air on its face by the fan', { typical: [2, 8] }),
        onK: positive('temperature', 'Fan on, at the cooler’s outlet', { typical: [C + 85, C + 110] }),
        offK: positive('temperature', 'Fan off', { typical: [C + 78, C + 105] }),
      })
      .refine((v) => v.onK > v.offK, { error: 'onK must be greater than offK', path: ['onK'] })
      .optional(),
  }),
  z.strictObject({
    kind: z.literal('liquid'),
    conductanceWK: positive('conductance', 'Conductance UA', { typical: [60, 400] }),
    ratedOilFlowM3S: positive('flow', 'at oil flow', { typical: [5 * LPM, 60 * LPM] }),
    oilSideShare: between(0.05, 0.95, 'ratio', 'Oil side’s share of the resistance', { typical: [0.6, 0.95] }).default(
      0.8,
    ),
    coolantFlowM3S: positive('flow', 'Coolant through it', { typical: [3 * LPM, 60 * LPM] }).default(20 * LPM),
    /** Absent: the engine's coolant. */
    coolantK: positive('temperature', 'Water that it is fed with', {
      typical: [C + 4, C + 95],
      description: 'Blank: the engine’s own coolant. Raw water: its temperature.',
    }).optional(),
  }),
]);
export type Cooling = z.infer<typeof coolingSchema>;

/** What a line gives to the air and takes from the exhaust. */
export const lineHeatSchema = z.strictObject({
  airConductanceWMK: nonNegative('linearConductance', 'To the air by length, at 90 km/h (56 mph)', {
    typical: [0.3, 2],
  }),
  radiantWM: nonNegative('linearPower', 'From the exhaust, a metre', {
    typical: [0, 400],
    description: '100 W/m unshielded nearby; a sleeve halves both.',
  }).default(0),
});

/** A sump or a tank. */
export const reservoirShape = {
  levelM: signed('length', 'Oil level, above the crank', { typical: [-0.5, 0.5] }),
  pressurePa: signed('pressure', 'Gas pressure above the oil', { typical: [-0.3 * BAR, 0.2 * BAR] }).default(0),
  volumeM3: positive('volume', 'Oil', { typical: [2e-3, 20e-3] }).optional(),
};

/** An opening that is set by turns. */
export const regulatingShape = {
  fullAreaM2: positive('area', 'Area wide open', { typical: [1 * MM2, 60 * MM2] }),
  turnsToFull: positive('turns', 'Turns to wide open', { typical: [0.5, 6] }),
  turns: nonNegative('turns', 'Turns open', { typical: [0, 6] }),
  dischargeCoefficient: between(0.05, 1, 'ratio', 'Discharge coefficient', { typical: [0.55, 0.8] }).default(0.65),
  closedLeakM3SPa: positive('leak', 'Leak when shut', { typical: [1e-14, 1e-12] }).default(1e-13),
};

/** A wax thermostat. */
export const thermostatShape = {
  opensK: positive('temperature', 'Starts to open', { typical: [348, 368] }),
  fullK: positive('temperature', 'Fully open', { typical: [356, 383] }),
  areaM2: positive('area', 'Area', { typical: [70 * MM2, 150 * MM2] }),
  dischargeCoefficient: between(0.05, 1, 'ratio', 'Discharge coefficient', { typical: [0.55, 0.8] }).default(0.65),
  coolerLeakShare: between(0, 0.5, 'ratio', 'Cooler path open when cold', { typical: [0.01, 0.1] }).default(0.03),
  bypassLeastShare: between(0, 0.5, 'ratio', 'Bypass path open when hot', { typical: [0, 0.1] }).default(0.02),
  closedLeakM3SPa: positive('leak', 'Leak when shut', { typical: [1e-14, 1e-12] }).default(1e-13),
  hysteresisK: nonNegative('temperatureDifference', 'Hysteresis', { typical: [2, 6] }).default(3),
  stuck: z.enum(['no', 'open', 'shut']).default('no').meta({ title: 'Stuck' }),
};
