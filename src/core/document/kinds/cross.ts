import { z } from 'zod';
import { entryOf, HOOPER } from '../parts/catalogueEntry';
import { defineKind } from '../parts/kind';
import { partBase } from '../parts/partBase';
import { lossSchema, passageShape } from '../parts/shapes';

const MM = 1e-3;

const schema = z.strictObject({
  ...partBase,
  kind: z.literal('cross'),
  boreM: passageShape.boreM,
  run: lossSchema,
  branch: lossSchema,
});

const entry = entryOf<typeof schema>();
/** A fitting with one inlet and three outlets. */
export const cross = defineKind({
  schema,
  ports: ['in', 'run', 'left', 'right'],
  place: 'inLine',
  actsAs: ['fitting'],
  bolted: true,
  mounted: false,
  takesThreadOfMate: true,
  detail: () => 'flow',
  settings: () => [],
  outlet: 'run',
  symbol: () => 'cross',
  branches: true,
  passage: (part, role) => ({
    boreM: part.boreM,
    lengthM: 0,
    roughnessM: 0,
    losses: [role === 'run' ? part.run : part.branch],
  }),
  catalogue: [
    entry(
      'cross',
      'cross',
      'Lines and fittings',
      {
        kind: 'cross',
        name: 'Cross',
        boreM: 8.7 * MM,
        run: { kind: 'catalogue', fitting: 'teeRun' },
        branch: { kind: 'catalogue', fitting: 'teeBranch' },
      },
      'Bore through the run.',
      { source: HOOPER, oilVolumeM3: 7e-6, threads: { in: 'flare6', run: 'flare6', left: 'flare6', right: 'flare6' } },
    ),
  ],
});
