import { z } from 'zod';
import { ROTORS } from '../../physics/rotors';
import { CAVITATION_BELOW_ABS_PA } from '../../physics/cavitation';
import { entryOf } from '../parts/catalogueEntry';
import { between, nonNegative, positive } from '../parts/field';
import { defineKind } from '../parts/kind';
import { partBase, portRefSchema } from '../parts/partBase';

const BAR = 1e5;
const RPM = 1 / 60;

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

const variablePump = z.strictObject({
  targetPa: positive('pressure', 'Regulated to', { typical: [1.5 * BAR, 5 * BAR] }),
  bandPa: positive('pressure', 'Proportional band', { typical: [0.1 * BAR, 1 * BAR] }),
  leastShare: between(0, 1, 'ratio', 'Least share of the stroke', { typical: [0.1, 0.5] }),
  sense: portRefSchema.optional().meta({ title: 'Senses at' }),
});

/** Pressure over which a pump's filling comes and goes [Pa]. */
const LEAST_FILLING_PA = 1e3;

const schema = z
  .strictObject({
    ...partBase,
    kind: z.literal('pump'),
    displacementM3Rev: positive('displacement', 'Displacement per pump turn', { typical: [4e-6, 60e-6] }),
    speedRatio: positive('ratio', 'Pump turns per engine turn', { typical: [0.4, 2] }).default(1),
    slip,
    mechanicalEfficiency: between(0.1, 1, 'ratio', 'Mechanical efficiency', { typical: [0.6, 0.9] }).default(0.8),
    inletLimitAbsPa: positive('pressure', 'Inlet pressure for full filling, absolute', {
      typical: [0.3 * BAR, 0.7 * BAR],
    }).default(50e3),
    inletDryAbsPa: positive('pressure', 'Inlet pressure of no filling, absolute', {
      typical: [0.02 * BAR, 0.1 * BAR],
    }).default(CAVITATION_BELOW_ABS_PA),
    fillLoss: fillLoss.optional(),
    rotors: z
      .enum(ROTORS)
      .optional()
      .meta({ title: 'Rotors', description: 'At high speed they no longer fill. Blank: they always do.' }),
    variable: variablePump.optional(),
  })
  .refine((v) => v.inletLimitAbsPa >= v.inletDryAbsPa + LEAST_FILLING_PA, {
    error: 'inletLimitAbsPa must be above inletDryAbsPa, by 10 mbar at least',
    path: ['inletLimitAbsPa'],
  });

const entry = entryOf<typeof schema>();
const usualSlip = {
  kind: 'efficiency' as const,
  volumetricEfficiency: 0.85,
  atPumpSpeedRevS: 2000 * RPM,
  atPressurePa: 4 * BAR,
  atViscosityPaS: 11.8e-3,
};

/** A pressure pump, fixed or regulated. */
export const pump = defineKind({
  schema,
  ports: ['in', 'out'],
  place: 'pump',
  actsAs: ['pump'],
  // What a belt or a gear of its own drives sits outside.
  bolted: (part) => part.speedRatio !== 1,
  mounted: false,
  takesThreadOfMate: false,
  detail: () => 'flow',
  settings: () => [],
  symbol: () => 'pump',
  withoutSense: (part) => (part.variable ? { ...part, variable: { ...part.variable, sense: undefined } } : part),
  senses: (part) => (part.variable?.sense ? { field: 'variable.sense', ref: part.variable.sense } : undefined),
  catalogue: [
    entry(
      'pump',
      'oil pump, fixed',
      'Pump and suction',
      { kind: 'pump', name: 'Pump', displacementM3Rev: 11e-6, slip: usualSlip },
      'Displacement: area between the rotors × width; or one turn by hand into a measuring glass.',
      { oilVolumeM3: 0.05e-3 },
    ),
    entry(
      'variablePump',
      'oil pump, variable',
      'Pump and suction',
      {
        kind: 'pump',
        name: 'Variable pump',
        displacementM3Rev: 14e-6,
        slip: usualSlip,
        variable: { targetPa: 3 * BAR, bandPa: 0.3 * BAR, leastShare: 0.25 },
      },
      'Regulated pressure from the workshop manual or a gauge at 3000 rpm warm.',
      { oilVolumeM3: 0.05e-3 },
    ),
    entry(
      'drySumpPump',
      'dry-sump pressure section',
      'Pump and suction',
      { kind: 'pump', name: 'Pressure section', displacementM3Rev: 16e-6, speedRatio: 0.6, slip: usualSlip },
      'Volume a turn from its data sheet; ratio from the pulleys’ teeth.',
      { oilVolumeM3: 0.06e-3, threads: { in: 'flare12', out: 'flare10' } },
    ),
  ],
});
