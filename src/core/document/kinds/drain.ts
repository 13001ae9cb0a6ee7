import { z } from 'zod';
import { entryOf } from '../parts/catalogueEntry';
import { between, nonNegative, positive, signed } from '../parts/field';
import { defineKind } from '../parts/kind';
import { partBase } from '../parts/partBase';
import { roundVolumeM3 } from '../parts/passage';
import { passageShape } from '../parts/shapes';

const MM = 1e-3;

const schema = z
  .strictObject({
    ...partBase,
    kind: z.literal('drain'),
    boreM: passageShape.boreM,
    lengthM: positive('length', 'Length', { typical: [0.05, 2] }),
    roughnessM: passageShape.roughnessM,
    profile: z
      .array(
        z.strictObject({
          alongM: nonNegative('length', 'Along the run', { typical: [0, 2] }),
          heightM: signed('length', 'height above the crank', { typical: [-0.5, 1] }),
        }),
      )
      .min(2)
      .max(20)
      .optional(),
    foamFactor: between(1, 5, 'ratio', 'Room for foam', {
      typical: [1.5, 3],
      description: 'Oil leaves a turbo aerated: the drain must hold this many times the oil.',
    }).default(2),
  })
  .refine((v) => !v.profile || v.profile.every((p, i, all) => i === 0 || p.alongM > all[i - 1]!.alongM), {
    error: 'alongM must rise from point to point',
    path: ['profile'],
  });

const entry = entryOf<typeof schema>();
/** A gravity drain: runs half full, outside the pressure network. */
export const drain = defineKind({
  schema,
  ports: ['in', 'out'],
  place: 'return',
  actsAs: ['drain'],
  bolted: true,
  mounted: false,
  takesThreadOfMate: false,
  detail: () => 'flow',
  settings: () => [],
  symbol: () => 'none',
  ways: () => [],
  // It runs half full.
  volumeM3: (part) => 0.5 * roundVolumeM3(part.boreM, part.lengthM),
  extras: {
    profile: {
      label: 'Add the heights of its run',
      seed: ({ lengthM }) => [
        { alongM: 0, heightM: 0.2 },
        { alongM: lengthM, heightM: 0 },
      ],
    },
  },
  catalogue: [
    entry(
      'drain',
      'gravity drain',
      'Returns',
      { kind: 'drain', name: 'Drain', boreM: 14.2 * MM, lengthM: 0.38 },
      'Heights over the crank with a spirit level and a rule: outlet, each bend, port.',
      { threads: { in: 'flare10', out: 'flare10' } },
    ),
  ],
});
