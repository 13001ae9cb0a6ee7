import { z } from 'zod';
import { entryOf, ends, HOOPER } from '../parts/catalogueEntry';
import { defineKind } from '../parts/kind';
import { partBase } from '../parts/partBase';
import { lossSchema, passageShape } from '../parts/shapes';

const MM = 1e-3;

const schema = z.strictObject({
  ...partBase,
  kind: z.literal('fitting'),
  form: z.enum(['elbow', 'banjo', 'adapter', 'coupling']).default('adapter').meta({ title: 'Form' }),
  boreM: passageShape.boreM,
  sizeTermCap: passageShape.sizeTermCap,
  losses: z.array(lossSchema).min(1).max(20),
});

const entry = entryOf<typeof schema>();
/** An elbow, banjo, adapter or coupling. */
export const fitting = defineKind({
  schema,
  ports: ['in', 'out'],
  place: 'inLine',
  actsAs: ['fitting'],
  bolted: true,
  mounted: false,
  takesThreadOfMate: true,
  detail: () => 'flow',
  settings: () => [],
  isPipe: true,
  symbol: (part) => (part.form === 'banjo' || part.form === 'elbow' ? part.form : 'adapter'),
  passage: (part) => ({ ...part, lengthM: 0, roughnessM: 0 }),
  catalogue: [
    entry(
      'banjo',
      'banjo',
      'Lines and fittings',
      { kind: 'fitting', form: 'banjo', name: 'Banjo', boreM: 5 * MM, losses: ends('banjo') },
      'Cross drilling of the bolt, and its bore: the smaller counts.',
      { source: HOOPER, oilVolumeM3: 1e-6, threads: { in: 'banjoM10x1', out: 'flare4' } },
    ),
    entry(
      'elbow',
      'elbow',
      'Lines and fittings',
      { kind: 'fitting', form: 'elbow', name: 'Elbow', boreM: 8.7 * MM, losses: ends('hoseEnd90') },
      'Bore at its throat.',
      { source: HOOPER, oilVolumeM3: 3e-6, threads: { in: 'flare6', out: 'flare6' } },
    ),
    entry(
      'adapter',
      'adapter',
      'Lines and fittings',
      { kind: 'fitting', form: 'adapter', name: 'Adapter', boreM: 8 * MM, losses: ends('hoseEndStraight') },
      'Bore at its throat; thread pitch with a gauge.',
      { source: HOOPER, oilVolumeM3: 2e-6, threads: { in: 'taper1_4', out: 'flare6' } },
    ),
  ],
});
