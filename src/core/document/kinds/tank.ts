import { z } from 'zod';
import { defineKind } from '../parts/kind';
import { partBase } from '../parts/partBase';
import { reservoirShape } from '../parts/shapes';

const schema = z.strictObject({ ...partBase, kind: z.literal('tank'), ...reservoirShape });

/** A dry-sump tank. */
export const tank = defineKind({
  schema,
  ports: ['suction', 'return'],
  place: 'reservoir',
  actsAs: ['tank'],
  bolted: true,
  mounted: true,
  takesThreadOfMate: false,
  detail: () => 'flow',
  settings: () => [],
  outlet: 'suction',
  symbol: () => 'none',
  ways: () => [],
  volumeM3: (part) => part.volumeM3 ?? 0,
  catalogue: [],
});
