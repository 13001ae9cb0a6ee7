import { z } from 'zod';
import { entryOf, rating } from '../parts/catalogueEntry';
import { count, nonNegative } from '../parts/field';
import { defineKind } from '../parts/kind';
import { partBase } from '../parts/partBase';
import { ratingShape, supplySchema } from '../parts/shapes';

const BAR = 1e5;
const LPM = 1e-3 / 60;

const schema = z.strictObject({
  ...partBase,
  kind: z.literal('consumer'),
  duty: z
    .enum(['turbo', 'supercharger', 'lifters', 'phaser', 'tensioner', 'gears', 'other', 'unnamed'])
    .meta({ title: 'What it is' }),
  bearingType: z.enum(['plain', 'rolling']).default('plain').meta({ title: 'Bearings' }),
  count: count('How many').default(1),
  ...ratingShape,
  supply: supplySchema,
  heatW: nonNegative('power', 'Heat into its oil, full load', {
    typical: [0, 2500],
    description: 'Blank: by what it is.',
  }).optional(),
});

const SYMBOLS = {
  supercharger: 'supercharger',
  lifters: 'hydraulic',
  phaser: 'hydraulic',
  tensioner: 'fed',
  gears: 'gears',
  other: 'fed',
  unnamed: 'fed',
} as const;

/** A turbo or a supercharger sits outside the engine, and its oil falls out of it. */
const isOutside = ({ duty }: { readonly duty: string }): boolean => duty === 'turbo' || duty === 'supercharger';

const entry = entryOf<typeof schema>();
/** Anything fed that follows a rating: turbo, supercharger, lifters, phaser, gears. */
export const consumer = defineKind({
  schema,
  ports: ['in', 'out'],
  place: 'consumer',
  actsAs: ['accessory'],
  bolted: isOutside,
  mounted: true,
  takesThreadOfMate: false,
  detail: () => 'flow',
  settings: () => [],
  sitsOutside: isOutside,
  fallsOut: isOutside,
  symbol: (part) =>
    part.duty === 'turbo' ? (part.bearingType === 'rolling' ? 'turboRolling' : 'turboPlain') : SYMBOLS[part.duty],
  catalogue: [
    entry(
      'turboPlain',
      'turbo, plain bearings',
      'Turbo and accessories',
      {
        kind: 'consumer',
        duty: 'turbo',
        name: 'Turbo',
        elevationM: 0.24,
        ...rating(3, 2.2, 0.5, 11.8, 815),
        supply: { lowPressurePa: 0.35 * BAR, lowPressurePerSpeedPaS: 660, highFlowM3S: 4 * LPM },
      },
      'Flow and pressure from its data sheet; height of its oil outlet over the crank.',
      { oilVolumeM3: 0.03e-3, threads: { in: 'banjoM10x1', out: 'flange' } },
    ),
    entry(
      'turboRolling',
      'turbo, rolling bearings',
      'Turbo and accessories',
      {
        kind: 'consumer',
        duty: 'turbo',
        bearingType: 'rolling',
        name: 'Turbo',
        elevationM: 0.24,
        ...rating(3, 1.6, 0.5, 11.8, 815),
        supply: { lowPressurePa: 0.12 * BAR, lowPressurePerSpeedPaS: 300, highFlowM3S: 1.2 * LPM },
      },
      'Restrictor from its data sheet: often 0.7 to 1.2 mm.',
      { oilVolumeM3: 0.03e-3, threads: { in: 'flare4', out: 'flange' } },
    ),
    entry(
      'superchargerFed',
      'supercharger, engine-fed',
      'Turbo and accessories',
      {
        kind: 'consumer',
        duty: 'supercharger',
        bearingType: 'rolling',
        name: 'Supercharger',
        elevationM: 0.25,
        ...rating(3, 0.6, 0.5, 11.8, 815),
        supply: { lowPressurePa: 0.4 * BAR, highFlowM3S: 1.2 * LPM },
      },
      'Jet’s bore with a number drill.',
      { oilVolumeM3: 0.05e-3, threads: { in: 'flare4', out: 'tail13' } },
    ),
    entry(
      'lifters',
      'hydraulic lifters',
      'Turbo and accessories',
      {
        kind: 'consumer',
        duty: 'lifters',
        name: 'Lifters',
        ...rating(2, 2.8, 0.6, 11.8, 815),
        supply: { lowPressurePa: 1.2 * BAR, highPressurePa: 6.6 * BAR },
      },
      'Leak-down of one on a tester × how many.',
      { oilVolumeM3: 0.1e-3 },
    ),
    entry(
      'phaser',
      'cam phaser',
      'Turbo and accessories',
      {
        kind: 'consumer',
        duty: 'phaser',
        name: 'Cam phaser',
        ...rating(2, 1.2, 0.6, 11.8, 815),
        supply: { lowPressurePa: 1.5 * BAR, neededFromRevS: 20, highPressurePa: 6.6 * BAR },
      },
      'Leakage at rest from its data sheet.',
      { oilVolumeM3: 0.05e-3 },
    ),
    entry(
      'unnamedLeaks',
      'unnamed leaks inside the engine',
      'Turbo and accessories',
      {
        kind: 'consumer',
        duty: 'unnamed',
        name: 'Leaks',
        ...rating(2, 2, 0.7, 11.8, 815),
        supply: {},
      },
      'Nobody measures it: it is what clearances do not explain of a gauge.',
    ),
    entry(
      'fedGears',
      'gears, fed',
      'Turbo and accessories',
      {
        kind: 'consumer',
        duty: 'gears',
        name: 'Gears',
        ...rating(3, 1, 0.4, 11.8, 815),
        supply: { lowPressurePa: 0.4 * BAR },
      },
      'Sum of its holes.',
      { oilVolumeM3: 0.03e-3 },
    ),
  ],
});
