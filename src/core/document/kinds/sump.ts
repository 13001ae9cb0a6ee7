import { z } from 'zod';
import { defineKind } from '../parts/kind';
import { partBase } from '../parts/partBase';
import { reservoirShape } from '../parts/shapes';

const schema = z.strictObject({ ...partBase, kind: z.literal('sump'), ...reservoirShape });

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
  catalogue: [],
});
