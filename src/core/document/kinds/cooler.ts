import { z } from 'zod';
import { DEFAULT_AIR_COOLING, DEFAULT_LIQUID_COOLING } from '../parts/cooling';
import { entryOf, rating } from '../parts/catalogueEntry';
import { defineKind } from '../parts/kind';
import { figured } from '../parts/partWords';
import { partBase } from '../parts/partBase';
import { coolingSchema, ratingShape, springValveSchema } from '../parts/shapes';

const schema = z.strictObject({
  ...partBase,
  kind: z.literal('cooler'),
  medium: z.enum(['air', 'liquid']).default('air').meta({ title: 'Cooled by' }),
  ...ratingShape,
  passes: z.int().min(1).max(4).default(1).meta({
    title: 'Passes',
    quantity: 'ratio',
    description: 'Twice through half the tubes: four times the viscous drop, eight times the square one.',
  }),
  ratedPasses: z.int().min(1).max(4).default(1).meta({ title: 'Passes at the rating point', quantity: 'ratio' }),
  cooling: coolingSchema.optional(),
  coolantLooped: z.boolean().optional().meta({ title: 'Coolant hoses looped: none goes through' }),
  filling: z
    .enum(['inLowOutHigh', 'inHighOutLow', 'portsAtTop', 'portsAtBottom', 'onItsSide'])
    .default('inLowOutHigh')
    .meta({ title: 'Ports' }),
  bypass: springValveSchema.nullable().default(null).meta({ title: 'Bypass valve' }),
});

const entry = entryOf<typeof schema>();
/** An oil cooler, cooled by air or by liquid. */
export const cooler = defineKind({
  schema,
  ports: ['in', 'out'],
  place: 'inLine',
  actsAs: ['cooler'],
  bolted: true,
  mounted: true,
  takesThreadOfMate: false,
  detail: () => 'flow',
  settings: ({ cooling }) =>
    cooling?.kind === 'air' && cooling.fan
      ? [
          figured`fan on at ${{ si: cooling.fan.onK, quantity: 'temperature' }}, off at ${{ si: cooling.fan.offK, quantity: 'temperature' }}`,
        ]
      : [],
  symbol: (part) => (part.medium === 'liquid' ? 'liquidCooler' : part.passes > 1 ? 'dualPassCooler' : 'airCooler'),
  wired: true,
  extras: {
    cooling: {
      label: 'Add cooling',
      seed: ({ medium }) => (medium === 'liquid' ? DEFAULT_LIQUID_COOLING : DEFAULT_AIR_COOLING),
    },
  },
  catalogue: [
    entry(
      'airCooler',
      'air cooler',
      'Coolers and thermostats',
      { kind: 'cooler', name: 'Air cooler', ...rating(0.25, 30, 0.55), place: { mount: 'frame' } },
      'Rows, core width and height; drop and heat from its data sheet.',
      { oilVolumeM3: 0.5e-3, threads: { in: 'flare10', out: 'flare10' } },
    ),
    entry(
      'dualPassCooler',
      'air cooler, dual pass',
      'Coolers and thermostats',
      {
        kind: 'cooler',
        name: 'Dual-pass cooler',
        ...rating(0.25, 30, 0.55),
        passes: 2,
        filling: 'portsAtTop',
        place: { mount: 'frame' },
      },
      'Both ports on one side mean two passes.',
      { oilVolumeM3: 0.5e-3, threads: { in: 'flare10', out: 'flare10' } },
    ),
    entry(
      'liquidCooler',
      'liquid cooler',
      'Coolers and thermostats',
      { kind: 'cooler', medium: 'liquid', name: 'Liquid cooler', ...rating(0.2, 20, 0.6) },
      'Number of plates; its coolant hoses’ bore.',
      { oilVolumeM3: 0.15e-3, threads: { in: 'flange', out: 'flange' } },
    ),
  ],
});
