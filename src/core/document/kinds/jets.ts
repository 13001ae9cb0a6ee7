import { z } from 'zod';
import { entryOf, springValve } from '../parts/catalogueEntry';
import { count } from '../parts/field';
import { defineKind } from '../parts/kind';
import { partBase } from '../parts/partBase';
import { orificeShape, springValveSchema, supplySchema } from '../parts/shapes';

const MM = 1e-3;
const BAR = 1e5;

const schema = z.strictObject({
  ...partBase,
  kind: z.literal('jets'),
  count: count('How many'),
  nozzle: z.strictObject(orificeShape),
  valve: springValveSchema.nullable().meta({ title: 'Spring valve' }),
  supply: supplySchema,
});

const entry = entryOf<typeof schema>();
/** Spray jets with or without a spring valve; bleeds. */
export const jets = defineKind({
  schema,
  ports: ['in', 'out'],
  place: 'consumer',
  actsAs: ['jets'],
  bolted: false,
  mounted: false,
  takesThreadOfMate: false,
  detail: () => 'flow',
  settings: () => [],
  symbol: () => 'jets',
  catalogue: [
    entry(
      'pistonJets',
      'piston jets',
      'Bearings and jets',
      {
        kind: 'jets',
        name: 'Piston jets',
        count: 4,
        nozzle: { boreM: 1.4 * MM, lengthM: 5.6 * MM },
        valve: springValve(2.2, 2.8, 12),
        supply: { lowPressurePa: 3 * BAR, neededFromRevS: 75 },
      },
      'Number drill in the nozzle; valve with air and a gauge.',
    ),
    entry(
      'gearJet',
      'gear or chain jet',
      'Bearings and jets',
      {
        kind: 'jets',
        name: 'Gear jet',
        count: 1,
        nozzle: { boreM: 0.8 * MM, lengthM: 3 * MM },
        valve: null,
        supply: { lowPressurePa: 0.5 * BAR },
      },
      'Number drill in the nozzle.',
    ),
    entry(
      'tensioner',
      'chain tensioner',
      'Bearings and jets',
      {
        kind: 'jets',
        name: 'Chain tensioner',
        count: 1,
        nozzle: { boreM: 1 * MM, lengthM: 3 * MM },
        valve: null,
        supply: { lowPressurePa: 0.6 * BAR },
      },
      'Number drill in its bleed.',
    ),
  ],
});
