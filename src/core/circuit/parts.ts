import { z } from 'zod';
import { between, count, nonNegative, positive, signed } from './field';
import {
  bearingShape, FULL_ABOVE_CRACK, lossSchema, opensAboveCrack, orificeShape, passageShape, ratingShape, springValveSchema, springValveShape, supplySchema,
} from './laws';

const MM = 1e-3;
const BAR = 1e5;

/** A part's own name inside a file; ports are written `part.port`. */
export const partIdSchema = z.string().regex(/^[A-Za-z][A-Za-z0-9_-]{0,39}$/, { error: 'an id starts with a letter and has letters, digits, _ or -, 40 at most' });
export const portRefSchema = z.string().regex(/^[A-Za-z][A-Za-z0-9_-]{0,39}\.[A-Za-z][A-Za-z0-9]*$/, { error: 'a port is written part.port, for instance pump.out' });

const base = {
  id: partIdSchema,
  name: z.string().min(1).max(80).meta({ title: 'Name' }),
  note: z.string().max(2000).optional(),
  elevationM: signed('length', 'Height above the crank', { typical: [-0.6, 1], description: 'Of all its ports. Lines take theirs from their neighbours.' }).optional(),
  blocked: z.boolean().optional().meta({ title: 'Blocked' }),
};

const reservoir = {
  levelM: signed('length', 'Oil level, above the crank', { typical: [-0.5, 0.5] }),
  pressurePa: signed('pressure', 'Gas pressure above the oil', { typical: [-0.3 * BAR, 0.2 * BAR] }).default(0),
  volumeM3: positive('volume', 'Oil', { typical: [2e-3, 20e-3] }).optional(),
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
  z.strictObject({ kind: z.literal('coefficient'), slipCoefficient: nonNegative('ratio', 'Slip coefficient C_s', { typical: [1e-9, 1e-6] }) }),
]);

const fillLoss = z.strictObject({
  fromRevS: nonNegative('speed', 'Filling falls from', { typical: [80, 130] }),
  toRevS: positive('speed', 'to', { typical: [100, 160] }),
  lostShare: between(0, 0.9, 'ratio', 'Share lost there', { typical: [0.1, 0.25] }),
}).refine((v) => v.toRevS > v.fromRevS, { error: 'toRevS must be greater than fromRevS', path: ['toRevS'] });

const drilling = {
  mainRadiusM: positive('bore', 'Main journal radius', { typical: [15 * MM, 45 * MM] }),
  outletRadiusM: positive('bore', 'Outlet radius at the pin', { typical: [30 * MM, 100 * MM] }),
  leastRadiusM: nonNegative('bore', 'Closest to the crank axis', { typical: [0, 30 * MM] }),
  gateHalfWidth: between(0.005, 0.2, 'ratio', 'Half-width of the gate', { typical: [0.02, 0.1] }).default(0.05),
};

/** Every kind of part that a file may hold. Ports are listed in ports.ts. */
export const partSchema = z.discriminatedUnion('kind', [
  z.strictObject({ ...base, kind: z.literal('sump'), ...reservoir }),
  z.strictObject({ ...base, kind: z.literal('tank'), ...reservoir }),
  z.strictObject({
    ...base, kind: z.literal('pickup'),
    screen: z.strictObject({ ...ratingShape, load: between(1, 100, 'ratio', 'Loading', { typical: [1, 12] }).default(1) }),
    tube: z.strictObject(passageShape),
  }),
  z.strictObject({
    ...base, kind: z.literal('pump'),
    displacementM3Rev: positive('displacement', 'Swept volume, per pump turn', { typical: [4e-6, 60e-6] }),
    speedRatio: positive('ratio', 'Pump turns per engine turn', { typical: [0.4, 2] }).default(1),
    slip,
    mechanicalEfficiency: between(0.1, 1, 'ratio', 'Mechanical efficiency', { typical: [0.6, 0.9] }).default(0.8),
    inletLimitAbsPa: positive('pressure', 'Inlet pressure for full filling, absolute', { typical: [0.3 * BAR, 0.7 * BAR] }).default(50e3),
    inletDryAbsPa: positive('pressure', 'Inlet pressure of no filling, absolute', { typical: [0.02 * BAR, 0.1 * BAR] }).default(5e3),
    fillLoss: fillLoss.optional(),
    variable: variablePump.optional(),
  }).refine((v) => v.inletLimitAbsPa > v.inletDryAbsPa, { error: 'inletLimitAbsPa must be greater than inletDryAbsPa', path: ['inletLimitAbsPa'] }),
  z.strictObject({ ...base, kind: z.literal('relief'), ...springValveShape, sense: portRefSchema.optional().meta({ title: 'Senses at' }) }).refine(opensAboveCrack, FULL_ABOVE_CRACK),
  z.strictObject({ ...base, kind: z.literal('checkValve'), ...springValveShape }).refine(opensAboveCrack, FULL_ABOVE_CRACK),
  z.strictObject({
    ...base, kind: z.literal('filter'), ...ratingShape,
    load: between(1, 100, 'ratio', 'Loading', { typical: [1, 12], description: '1 new, 3 at the usual change, 12 neglected.' }).default(1),
    bypass: springValveSchema.nullable().meta({ title: 'Bypass valve' }),
  }),
  z.strictObject({
    ...base, kind: z.literal('line'),
    form: z.enum(['hose', 'hardLine', 'drilling', 'gallery']).meta({ title: 'Form' }),
    dash: z.int().min(2).max(32).optional().meta({ title: 'Dash size' }),
    ...passageShape,
  }).refine((v) => v.lengthM > 0 || v.losses.length > 0, { error: 'a line without length needs at least one loss', path: ['lengthM'] }),
  z.strictObject({ ...base, kind: z.literal('fitting'), boreM: passageShape.boreM, sizeTermCap: passageShape.sizeTermCap, losses: z.array(lossSchema).min(1).max(20) }),
  z.strictObject({ ...base, kind: z.literal('orifice'), ...orificeShape }),
  z.strictObject({
    ...base, kind: z.literal('valve'),
    fullAreaM2: positive('area', 'Area wide open', { typical: [1e-6, 60e-6] }),
    turnsToFull: positive('turns', 'Turns to wide open', { typical: [0.5, 6] }),
    turns: nonNegative('turns', 'Turns open', { typical: [0, 6] }),
    dischargeCoefficient: between(0.05, 1, 'ratio', 'Discharge coefficient', { typical: [0.55, 0.8] }).default(0.65),
    closedLeakM3SPa: positive('leak', 'Leak when shut', { typical: [1e-14, 1e-12] }).default(1e-13),
  }).refine((v) => v.turns <= v.turnsToFull, { error: 'turns must not exceed turnsToFull', path: ['turns'] }),
  z.strictObject({ ...base, kind: z.literal('cooler'), ...ratingShape, bypass: springValveSchema.nullable().default(null).meta({ title: 'Bypass valve' }) }),
  z.strictObject({
    ...base, kind: z.literal('thermostat'),
    opensK: positive('temperature', 'Starts to open', { typical: [348, 368] }),
    fullK: positive('temperature', 'Fully open', { typical: [356, 383] }),
    areaM2: positive('area', 'Area', { typical: [70e-6, 150e-6] }),
    dischargeCoefficient: between(0.05, 1, 'ratio', 'Discharge coefficient', { typical: [0.55, 0.8] }).default(0.65),
    coolerLeakShare: between(0, 0.5, 'ratio', 'Cooler path open when cold', { typical: [0.01, 0.1] }).default(0.03),
    bypassLeastShare: between(0, 0.5, 'ratio', 'Bypass path open when hot', { typical: [0, 0.1] }).default(0.02),
    closedLeakM3SPa: positive('leak', 'Leak when shut', { typical: [1e-14, 1e-12] }).default(1e-13),
  }).refine((v) => v.fullK > v.opensK, { error: 'fullK must be greater than opensK', path: ['fullK'] }),
  z.strictObject({ ...base, kind: z.literal('tee'), boreM: passageShape.boreM, run: lossSchema, branch: lossSchema }),
  z.strictObject({ ...base, kind: z.literal('gauge') }),
  z.strictObject({ ...base, kind: z.literal('bearings'), ...bearingShape, supply: supplySchema }),
  z.strictObject({ ...base, kind: z.literal('rods'), ...bearingShape, ...drilling, supply: supplySchema }),
  z.strictObject({ ...base, kind: z.literal('jets'), count: count('How many'), nozzle: z.strictObject(orificeShape), valve: springValveSchema.nullable().meta({ title: 'Spring valve' }), supply: supplySchema }),
  z.strictObject({
    ...base, kind: z.literal('consumer'),
    duty: z.enum(['turbo', 'supercharger', 'lifters', 'phaser', 'tensioner', 'gears', 'other']).meta({ title: 'What it is' }),
    count: count('How many').default(1),
    ...ratingShape, supply: supplySchema,
  }),
  z.strictObject({
    ...base, kind: z.literal('drain'),
    boreM: passageShape.boreM, lengthM: positive('length', 'Length', { typical: [0.05, 2] }), roughnessM: passageShape.roughnessM,
  }),
]);

export type Part = z.infer<typeof partSchema>;
export type PartKind = Part['kind'];
export type PartOf<K extends PartKind> = Extract<Part, { kind: K }>;
