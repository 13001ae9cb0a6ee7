import { z } from 'zod';
import { defineKind } from '../parts/kind';
import { headDrainsSchema, panSchema } from '../parts/pan';
import { partBase } from '../parts/partBase';
import { reservoirShape } from '../parts/shapes';

const schema = z.strictObject({
  ...partBase,
  kind: z.literal('sump'),
  ...reservoirShape,
  pan: panSchema.optional(),
  headDrains: headDrainsSchema.optional(),
});

/** The wet sump: the pan under the crank. */
export const sump = defineKind({
  schema,
  ports: ['suction', 'return'],
  place: 'reservoir',
  actsAs: ['pan'],
  bolted: false,
  mounted: false,
  takesThreadOfMate: false,
  detail: () => 'flow',
  settings: () => [],
  outlet: 'suction',
  symbol: () => 'none',
  located: false,
  ways: () => [],
  volumeM3: (part) => part.volumeM3 ?? 0,
  extras: {
    headDrains: {
      label: 'Add drains of the heads',
      seed: () => ({ floorAreaM2: 0.06, drains: 6, boreM: 12e-3, fallM: 0.25 }),
    },
  },
  catalogue: [],
});
