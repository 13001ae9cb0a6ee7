import { z } from 'zod';
import { entryOf } from '../parts/catalogueEntry';
import { between, nonNegative, positive } from '../parts/field';
import { defineKind } from '../parts/kind';
import { partBase } from '../parts/partBase';
import { bearingShape, supplySchema } from '../parts/shapes';

const MM = 1e-3;
const UM = 1e-6;
const BAR = 1e5;

const drilling = {
  mainRadiusM: positive('bore', 'Main journal radius', { typical: [15 * MM, 45 * MM] }),
  outletRadiusM: positive('bore', 'Outlet radius at the pin', { typical: [30 * MM, 100 * MM] }),
  leastRadiusM: nonNegative('bore', 'Closest to the crank axis', { typical: [0, 30 * MM] }),
  gateHalfWidth: between(0.005, 0.2, 'ratio', 'Half-width of the gate', { typical: [0.02, 0.1] }).default(0.05),
};

const schema = z.strictObject({
  ...partBase,
  kind: z.literal('rods'),
  ...bearingShape,
  ...drilling,
  supply: supplySchema,
});

const entry = entryOf<typeof schema>();
/** Rod bearings fed through the turning crank. */
export const rods = defineKind({
  schema,
  ports: ['in', 'out'],
  place: 'consumer',
  actsAs: ['bearing', 'rods'],
  bolted: false,
  mounted: false,
  takesThreadOfMate: false,
  detail: () => 'flow',
  settings: () => [],
  symbol: () => 'rods',
  catalogue: [
    entry(
      'rods',
      'rod bearings, crank-fed',
      'Bearings and jets',
      {
        kind: 'rods',
        name: 'Rods',
        count: 4,
        diameterM: 48 * MM,
        lengthM: 19 * MM,
        clearanceRadialM: 30 * UM,
        feed: { kind: 'hole', holeDiameterM: 6 * MM },
        eccentricity: { kind: 'ratio', ratio: 0.7 },
        mainRadiusM: 27.5 * MM,
        outletRadiusM: 60 * MM,
        leastRadiusM: 6 * MM,
        supply: { lowPressurePa: 0.3 * BAR, lowPressurePerSpeedPaS: 1500, highPressurePa: 6.6 * BAR },
      },
      'The drilling’s way through the crank: a rod through it, and how near the axis it passes.',
    ),
  ],
});
