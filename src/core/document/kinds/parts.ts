import { z } from 'zod';
import { between, count, nonNegative, positive, signed } from '../project/field';
import {
  bearingShape,
  coolingSchema,
  FULL_ABOVE_CRACK,
  lineHeatSchema,
  lossSchema,
  opensAboveCrack,
  orificeShape,
  passageShape,
  ratingShape,
  springValveSchema,
  springValveShape,
  supplySchema,
} from './shapes';
import { partBase, portRefSchema } from './partBase';

const MM = 1e-3;
const BAR = 1e5;
const MM2 = 1e-6;

const reservoir = {
  levelM: signed('length', 'Oil level, above the crank', { typical: [-0.5, 0.5] }),
  pressurePa: signed('pressure', 'Gas pressure above the oil', { typical: [-0.3 * BAR, 0.2 * BAR] }).default(0),
  volumeM3: positive('volume', 'Oil', { typical: [2e-3, 20e-3] }).optional(),
};

/** A spring that was shimmed: the crack pressure stated is the one without the shim. */
const springSchema = z.strictObject({
  rateNM: positive('springRate', 'Spring rate', { typical: [2e3, 50e3] }),
  seatBoreM: positive('bore', 'Seat', { typical: [6 * MM, 20 * MM] }),
  shimM: signed('bore', 'Shim', { typical: [0, 3 * MM] }),
});

const regulatingShape = {
  fullAreaM2: positive('area', 'Area wide open', { typical: [1 * MM2, 60 * MM2] }),
  turnsToFull: positive('turns', 'Turns to wide open', { typical: [0.5, 6] }),
  turns: nonNegative('turns', 'Turns open', { typical: [0, 6] }),
  dischargeCoefficient: between(0.05, 1, 'ratio', 'Discharge coefficient', { typical: [0.55, 0.8] }).default(0.65),
  closedLeakM3SPa: positive('leak', 'Leak when shut', { typical: [1e-14, 1e-12] }).default(1e-13),
};

const thermostatShape = {
  opensK: positive('temperature', 'Starts to open', { typical: [348, 368] }),
  fullK: positive('temperature', 'Fully open', { typical: [356, 383] }),
  areaM2: positive('area', 'Area', { typical: [70 * MM2, 150 * MM2] }),
  dischargeCoefficient: between(0.05, 1, 'ratio', 'Discharge coefficient', { typical: [0.55, 0.8] }).default(0.65),
  coolerLeakShare: between(0, 0.5, 'ratio', 'Cooler path open when cold', { typical: [0.01, 0.1] }).default(0.03),
  bypassLeastShare: between(0, 0.5, 'ratio', 'Bypass path open when hot', { typical: [0, 0.1] }).default(0.02),
  closedLeakM3SPa: positive('leak', 'Leak when shut', { typical: [1e-14, 1e-12] }).default(1e-13),
  hysteresisK: nonNegative('temperatureDifference', 'Closes later by', { typical: [2, 6] }).default(3),
  stuck: z.enum(['no', 'open', 'shut']).default('no').meta({ title: 'Stuck' }),
};

const variablePump = z.strictObject({
  targetPa: positive('pressure', 'Regulated to', { typical: [1.5 * BAR, 5 * BAR] }),
  bandPa: positive('pressure', 'Proportional band', { typical: [0.1 * BAR, 1 * BAR] }),
  leastShare: between(0, 1, 'ratio', 'Least share of the stroke', { typical: [0.1, 0.5] }),
  sense: portRefSchema.optional().meta({ title: 'Senses at' }),
});

const slip = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('efficiency'),
    volumetricEfficiency: between(0.05, 1, 'ratio', 'Volumetric efficiency', { typical: [0.7, 0.93] }),
    atPumpSpeedRevS: positive('speed', 'at pump speed', { typical: [10, 100] }),
    atPressurePa: positive('pressure', 'at pressure', { typical: [2 * BAR, 6 * BAR] }),
    atViscosityPaS: positive('viscosity', 'at viscosity', { typical: [5e-3, 40e-3] }),
  }),
  z.strictObject({
    kind: z.literal('coefficient'),
    slipCoefficient: nonNegative('ratio', 'Slip coefficient C_s', { typical: [1e-9, 1e-6] }),
  }),
]);

const fillLoss = z
  .strictObject({
    fromRevS: nonNegative('speed', 'Filling falls from', { typical: [80, 130] }),
    toRevS: positive('speed', 'to', { typical: [100, 160] }),
    lostShare: between(0, 0.9, 'ratio', 'Share lost there', { typical: [0.1, 0.25] }),
  })
  .refine((v) => v.toRevS > v.fromRevS, { error: 'toRevS must be greater than fromRevS', path: ['toRevS'] });

const drilling = {
  mainRadiusM: positive('bore', 'Main journal radius', { typical: [15 * MM, 45 * MM] }),
  outletRadiusM: positive('bore', 'Outlet radius at the pin', { typical: [30 * MM, 100 * MM] }),
  leastRadiusM: nonNegative('bore', 'Closest to the crank axis', { typical: [0, 30 * MM] }),
  gateHalfWidth: between(0.005, 0.2, 'ratio', 'Half-width of the gate', { typical: [0.02, 0.1] }).default(0.05),
};

/** Every kind of part that a file may hold. Ports are listed in ports.ts. */
export const partSchema = z.discriminatedUnion('kind', [
  z.strictObject({ ...partBase, kind: z.literal('sump'), ...reservoir }),
  z.strictObject({ ...partBase, kind: z.literal('tank'), ...reservoir }),
  z.strictObject({
    ...partBase,
    kind: z.literal('pickup'),
    screen: z.strictObject({
      ...ratingShape,
      load: between(1, 100, 'ratio', 'Loading', { typical: [1, 12] }).default(1),
    }),
    tube: z.strictObject(passageShape),
  }),
  z
    .strictObject({
      ...partBase,
      kind: z.literal('pump'),
      displacementM3Rev: positive('displacement', 'Swept volume, per pump turn', { typical: [4e-6, 60e-6] }),
      speedRatio: positive('ratio', 'Pump turns per engine turn', { typical: [0.4, 2] }).default(1),
      slip,
      mechanicalEfficiency: between(0.1, 1, 'ratio', 'Mechanical efficiency', { typical: [0.6, 0.9] }).default(0.8),
      inletLimitAbsPa: positive('pressure', 'Inlet pressure for full filling, absolute', {
        typical: [0.3 * BAR, 0.7 * BAR],
      }).default(50e3),
      inletDryAbsPa: positive('pressure', 'Inlet pressure of no filling, absolute', {
        typical: [0.02 * BAR, 0.1 * BAR],
      }).default(5e3),
      fillLoss: fillLoss.optional(),
      variable: variablePump.optional(),
    })
    .refine((v) => v.inletLimitAbsPa > v.inletDryAbsPa, {
      error: 'inletLimitAbsPa must be greater than inletDryAbsPa',
      path: ['inletLimitAbsPa'],
    }),
  z
    .strictObject({
      ...partBase,
      kind: z.literal('relief'),
      ...springValveShape,
      spring: springSchema.optional(),
      sense: portRefSchema.optional().meta({ title: 'Senses at' }),
    })
    .refine(opensAboveCrack, FULL_ABOVE_CRACK),
  z
    .strictObject({ ...partBase, kind: z.literal('checkValve'), ...springValveShape })
    .refine(opensAboveCrack, FULL_ABOVE_CRACK),
  z.strictObject({
    ...partBase,
    kind: z.literal('filter'),
    ...ratingShape,
    load: between(1, 100, 'ratio', 'Loading', {
      typical: [1, 12],
      description: '1 new, 3 at the usual change, 12 neglected.',
    }).default(1),
    mounting: z.enum(['block', 'remote', 'inline']).default('block').meta({ title: 'Mounted' }),
    count: count('Elements side by side').default(1),
    collapsePa: positive('pressure', 'Collapse differential', {
      typical: [5 * BAR, 20 * BAR],
      description: 'From the element’s data sheet. Empty: not judged.',
    }).optional(),
    bypass: springValveSchema.nullable().meta({ title: 'Bypass valve' }),
  }),
  z
    .strictObject({
      ...partBase,
      kind: z.literal('line'),
      form: z.enum(['hose', 'hardLine', 'drilling', 'gallery']).meta({ title: 'Form' }),
      dash: z.int().min(2).max(32).optional().meta({ title: 'Dash size', quantity: 'ratio' }),
      ...passageShape,
      tightestBendM: positive('length', 'Tightest bend, radius', { typical: [0.02, 0.5] }).optional(),
      leastBendM: positive('length', 'Least bend radius allowed', {
        typical: [0.03, 0.3],
        description: 'From the hose’s data sheet.',
      }).optional(),
      heat: lineHeatSchema.optional(),
      flushed: z.boolean().optional().meta({ title: 'Flushed after it was made' }),
    })
    .refine((v) => v.lengthM > 0 || v.losses.length > 0, {
      error: 'a line without length needs at least one loss',
      path: ['lengthM'],
    }),
  z.strictObject({
    ...partBase,
    kind: z.literal('fitting'),
    form: z.enum(['elbow', 'banjo', 'adapter', 'coupling']).default('adapter').meta({ title: 'Form' }),
    boreM: passageShape.boreM,
    sizeTermCap: passageShape.sizeTermCap,
    losses: z.array(lossSchema).min(1).max(20),
  }),
  z.strictObject({ ...partBase, kind: z.literal('orifice'), ...orificeShape }),
  z
    .strictObject({ ...partBase, kind: z.literal('valve'), ...regulatingShape })
    .refine((v) => v.turns <= v.turnsToFull, { error: 'turns must not exceed turnsToFull', path: ['turns'] }),
  z.strictObject({
    ...partBase,
    kind: z.literal('cooler'),
    medium: z.enum(['air', 'liquid']).default('air').meta({ title: 'Cooled by' }),
    ...ratingShape,
    passes: z
      .int()
      .min(1)
      .max(4)
      .default(1)
      .meta({
        title: 'Passes',
        quantity: 'ratio',
        description: 'Twice through half the tubes: four times the viscous drop, eight times the square one.',
      }),
    ratedPasses: z.int().min(1).max(4).default(1).meta({ title: 'Passes at the rating point', quantity: 'ratio' }),
    cooling: coolingSchema.optional(),
    filling: z
      .enum(['inLowOutHigh', 'inHighOutLow', 'portsAtTop', 'onItsSide'])
      .default('inLowOutHigh')
      .meta({ title: 'Ports' }),
    bypass: springValveSchema.nullable().default(null).meta({ title: 'Bypass valve' }),
  }),
  z
    .strictObject({
      ...partBase,
      kind: z.literal('plate'),
      form: z.enum(['sandwich', 'inline', 'takeOff']).default('sandwich').meta({ title: 'Form' }),
      boreM: passageShape.boreM,
      lengthM: nonNegative('length', 'Length of each passage', { typical: [0.01, 0.1] }).default(0.03),
      passage: z
        .discriminatedUnion('kind', [
          /** Oil goes straight on; its side ports only tap. */
          z.strictObject({ kind: z.literal('open') }),
          /** All the oil goes out by one side port and must come back by the other. */
          z.strictObject({ kind: z.literal('separate') }),
          z.strictObject({ kind: z.literal('thermostat'), ...thermostatShape }),
        ])
        .meta({ title: 'Passage' }),
    })
    .refine((v) => v.passage.kind !== 'thermostat' || v.passage.fullK > v.passage.opensK, {
      error: 'fullK must be greater than opensK',
      path: ['passage', 'fullK'],
    }),
  z.strictObject({
    ...partBase,
    kind: z.literal('cover'),
    boreM: passageShape.boreM,
    lengthM: nonNegative('length', 'Length of its passage', { typical: [0.02, 0.2] }).default(0.05),
    carriesPassage: z.boolean().meta({ title: 'Carries the engine’s own passage' }),
  }),
  z
    .strictObject({
      ...partBase,
      kind: z.literal('sideStream'),
      ...ratingShape,
      load: between(1, 100, 'ratio', 'Loading', { typical: [1, 12] }).default(1),
      metering: z.discriminatedUnion('kind', [
        z.strictObject({ kind: z.literal('orifice'), ...orificeShape }),
        z.strictObject({ kind: z.literal('valve'), ...regulatingShape }),
      ]),
      returnBy: z.enum(['pressure', 'gravity']).default('pressure').meta({ title: 'Returns by' }),
      returnAt: z.enum(['sump', 'port', 'fillerCap']).default('sump').meta({ title: 'Returns at' }),
      betaRatio: positive('ratio', 'Filtration ratio β', {
        typical: [2, 1000],
        description: 'ISO 16889, at the size that matters to you.',
      }).optional(),
    })
    .refine((v) => v.metering.kind !== 'valve' || v.metering.turns <= v.metering.turnsToFull, {
      error: 'turns must not exceed turnsToFull',
      path: ['metering', 'turns'],
    }),
  z.strictObject({
    ...partBase,
    kind: z.literal('accumulator'),
    volumeM3: positive('volume', 'Volume of the shell', { typical: [0.5e-3, 4e-3] }),
    prechargePa: nonNegative('pressure', 'Gas charge, empty of oil', { typical: [0.2 * BAR, 1 * BAR] }),
    valveOpen: z.boolean().default(true).meta({ title: 'Its valve is open' }),
  }),
  z.strictObject({
    ...partBase,
    kind: z.literal('plug'),
    duty: z.enum(['samplePort', 'magneticPlug', 'plug']).meta({ title: 'What it is' }),
  }),
  z.strictObject({
    ...partBase,
    kind: z.literal('cross'),
    boreM: passageShape.boreM,
    run: lossSchema,
    branch: lossSchema,
  }),
  z.strictObject({
    ...partBase,
    kind: z.literal('ownOil'),
    what: z.enum(['supercharger', 'other']).meta({ title: 'What it is' }),
  }),
  z
    .strictObject({ ...partBase, kind: z.literal('thermostat'), ...thermostatShape })
    .refine((v) => v.fullK > v.opensK, { error: 'fullK must be greater than opensK', path: ['fullK'] }),
  z.strictObject({
    ...partBase,
    kind: z.literal('tee'),
    boreM: passageShape.boreM,
    run: lossSchema,
    branch: lossSchema,
  }),
  z.strictObject({
    ...partBase,
    kind: z.literal('gauge'),
    connected: z.boolean().default(true).meta({ title: 'Plugged in' }),
    reads: z.enum(['pressure', 'temperature']).default('pressure').meta({ title: 'Reads' }),
  }),
  z.strictObject({
    ...partBase,
    kind: z.literal('bearings'),
    role: z.enum(['main', 'rod', 'cam', 'balance', 'other']).default('main').meta({ title: 'Bearings of' }),
    ...bearingShape,
    supply: supplySchema,
  }),
  z.strictObject({ ...partBase, kind: z.literal('rods'), ...bearingShape, ...drilling, supply: supplySchema }),
  z.strictObject({
    ...partBase,
    kind: z.literal('jets'),
    count: count('How many'),
    nozzle: z.strictObject(orificeShape),
    valve: springValveSchema.nullable().meta({ title: 'Spring valve' }),
    supply: supplySchema,
  }),
  z.strictObject({
    ...partBase,
    kind: z.literal('consumer'),
    duty: z
      .enum(['turbo', 'supercharger', 'lifters', 'phaser', 'tensioner', 'gears', 'other'])
      .meta({ title: 'What it is' }),
    bearingType: z.enum(['plain', 'rolling']).default('plain').meta({ title: 'Bearings' }),
    count: count('How many').default(1),
    ...ratingShape,
    supply: supplySchema,
    heatW: nonNegative('power', 'Heat into its oil, full load', {
      typical: [0, 2500],
      description: 'Empty: by what it is.',
    }).optional(),
  }),
  z
    .strictObject({
      ...partBase,
      kind: z.literal('drain'),
      boreM: passageShape.boreM,
      lengthM: positive('length', 'Length', { typical: [0.05, 2] }),
      roughnessM: passageShape.roughnessM,
      profile: z
        .array(
          z.strictObject({
            alongM: nonNegative('length', 'Along the run', { typical: [0, 2] }),
            heightM: signed('length', 'height above the crank', { typical: [-0.5, 1] }),
          }),
        )
        .min(2)
        .max(20)
        .optional(),
      foamFactor: between(1, 5, 'ratio', 'Room for foam', {
        typical: [1.5, 3],
        description: 'Oil leaves a turbo aerated: the drain must hold this many times the oil.',
      }).default(2),
    })
    .refine((v) => !v.profile || v.profile.every((p, i, all) => i === 0 || p.alongM > all[i - 1]!.alongM), {
      error: 'alongM must rise from point to point',
      path: ['profile'],
    }),
  z.strictObject({
    ...partBase,
    kind: z.literal('scavenge'),
    displacementM3Rev: positive('displacement', 'Swept volume, per pump turn', { typical: [1e-6, 60e-6] }),
    speedRatio: positive('ratio', 'Pump turns per engine turn', { typical: [0.4, 2] }).default(1),
    ownSpeedRevS: positive('speed', 'Own speed, electric', {
      typical: [20, 120],
      description: 'Empty: driven by the engine.',
    }).optional(),
    volumetricEfficiency: between(0.05, 1, 'ratio', 'Volumetric efficiency', { typical: [0.6, 0.95] }).default(0.85),
    foamFactor: between(1, 5, 'ratio', 'Room for foam and air', { typical: [1.3, 3] }).default(1.8),
  }),
]);

export type Part = z.infer<typeof partSchema>;
export type PartKind = Part['kind'];
export type PartOf<K extends PartKind> = Extract<Part, { kind: K }>;
