import { MEASURING } from '../parts/measuring';
import { z } from 'zod';
import { entryOf } from '../parts/catalogueEntry';
import { defineKind } from '../parts/kind';
import { partBase } from '../parts/partBase';
import { bearingShape, supplySchema } from '../parts/shapes';

const MM = 1e-3;
const UM = 1e-6;
const BAR = 1e5;

const schema = z.strictObject({
  ...partBase,
  kind: z.literal('bearings'),
  role: z.enum(['main', 'rod', 'cam', 'balance', 'other']).default('main').meta({ title: 'Bearings of' }),
  ...bearingShape,
  supply: supplySchema,
});

const entry = entryOf<typeof schema>();
/** Journal bearings fed from outside: mains, cams, balance shafts. */
export const bearings = defineKind({
  schema,
  ports: ['in', 'groove', 'out'],
  place: 'consumer',
  actsAs: ['bearing', 'mains'],
  bolted: false,
  mounted: false,
  takesThreadOfMate: false,
  detail: () => 'flow',
  settings: () => [],
  symbol: (part) => (part.role === 'cam' ? 'camBearings' : part.role === 'balance' ? 'balanceBearings' : 'bearings'),
  onePlace: [['in', 'groove']],
  catalogue: [
    entry(
      'mains',
      'main bearings',
      'Bearings and jets',
      {
        kind: 'bearings',
        name: 'Mains',
        count: 5,
        diameterM: 55 * MM,
        lengthM: 18 * MM,
        clearanceRadialM: 32 * UM,
        feed: { kind: 'halfGroove', landEachM: 6.5 * MM },
        eccentricity: { kind: 'ratio', ratio: 0.6 },
        supply: { lowPressurePa: 0.3 * BAR, lowPressurePerSpeedPaS: 2700, highPressurePa: 6.6 * BAR },
      },
      MEASURING.journalClearance,
    ),
    entry(
      'fullGrooveMains',
      'main bearings, full groove',
      'Bearings and jets',
      {
        kind: 'bearings',
        name: 'Mains',
        count: 5,
        diameterM: 55 * MM,
        lengthM: 18 * MM,
        clearanceRadialM: 32 * UM,
        feed: { kind: 'fullGroove', landEachM: 7 * MM },
        supply: { lowPressurePa: 0.3 * BAR, lowPressurePerSpeedPaS: 2700, highPressurePa: 6.6 * BAR },
      },
      MEASURING.journalClearance,
    ),
    entry(
      'cams',
      'cam bearings',
      'Bearings and jets',
      {
        kind: 'bearings',
        role: 'cam',
        name: 'Cams',
        count: 10,
        diameterM: 26 * MM,
        lengthM: 18 * MM,
        clearanceRadialM: 38 * UM,
        feed: { kind: 'hole', holeDiameterM: 4 * MM },
        eccentricity: { kind: 'ratio', ratio: 0.4 },
        speedRatio: 0.5,
        supply: { lowPressurePa: 0.35 * BAR, lowPressurePerSpeedPaS: 600, highPressurePa: 6.6 * BAR },
      },
      'Bore gauge minus micrometer, halved.',
    ),
    entry(
      'balance',
      'balance-shaft bearings',
      'Bearings and jets',
      {
        kind: 'bearings',
        role: 'balance',
        name: 'Balance shafts',
        count: 4,
        diameterM: 30 * MM,
        lengthM: 20 * MM,
        clearanceRadialM: 35 * UM,
        feed: { kind: 'hole', holeDiameterM: 4 * MM },
        eccentricity: { kind: 'ratio', ratio: 0.3 },
        speedRatio: 2,
        supply: { lowPressurePa: 0.3 * BAR, lowPressurePerSpeedPaS: 900, highPressurePa: 6.6 * BAR },
      },
      'Bore gauge minus micrometer, halved.',
    ),
  ],
});
