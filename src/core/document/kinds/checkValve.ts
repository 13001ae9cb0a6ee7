import { z } from 'zod';
import { entryOf, springValve } from '../parts/catalogueEntry';
import { defineKind } from '../parts/kind';
import { partBase } from '../parts/partBase';
import { FULL_ABOVE_CRACK, opensAboveCrack, springValveShape } from '../parts/shapes';

const schema = z
  .strictObject({ ...partBase, kind: z.literal('checkValve'), ...springValveShape })
  .refine(opensAboveCrack, FULL_ABOVE_CRACK);

const entry = entryOf<typeof schema>();
/** A valve that oil passes one way. */
export const checkValve = defineKind({
  schema,
  ports: ['in', 'out'],
  place: 'inLine',
  actsAs: ['checkValve'],
  bolted: true,
  mounted: false,
  takesThreadOfMate: true,
  detail: () => 'flow',
  settings: () => [],
  symbol: () => 'springValve',
  catalogue: [
    entry(
      'checkValve',
      'check valve',
      'Restrictors and valves',
      { kind: 'checkValve', name: 'Check valve', ...springValve(0.1, 0.4, 60) },
      'Blow through it: which way, and how hard.',
      { oilVolumeM3: 5e-6 },
    ),
  ],
});
