import { z } from 'zod';
import { entryOf } from '../parts/catalogueEntry';
import { nonNegative } from '../parts/field';
import { defineKind } from '../parts/kind';
import { figured } from '../parts/partWords';
import { partBase } from '../parts/partBase';
import { turnedPassage } from '../parts/passage';
import { passageShape } from '../parts/shapes';

const MM = 1e-3;

const schema = z.strictObject({
  ...partBase,
  kind: z.literal('cover'),
  boreM: passageShape.boreM,
  lengthM: nonNegative('length', 'Length of its passage', { typical: [0.02, 0.2] }).default(0.05),
  carriesPassage: z.boolean().meta({ title: 'Carries the engine’s own passage' }),
});

const entry = entryOf<typeof schema>();
/** What is fitted in place of a cooler that was taken off. */
export const cover = defineKind({
  schema,
  ports: ['in', 'out'],
  place: 'inLine',
  actsAs: ['cover'],
  bolted: true,
  mounted: false,
  takesThreadOfMate: false,
  detail: (part) => (part.carriesPassage ? 'flow' : figured`blank`),
  settings: () => [],
  symbol: (part) => (part.carriesPassage ? 'cover' : 'coverBlank'),
  ways: (part) => (part.carriesPassage ? [['in', 'out']] : []),
  passage: (part) => turnedPassage(part.boreM, part.lengthM),
  catalogue: [
    entry(
      'coverThrough',
      'cooler cover with passage',
      'Coolers and thermostats',
      { kind: 'cover', name: 'Cooler cover', boreM: 12 * MM, carriesPassage: true },
      'Look for the slot that joins the two holes of the block.',
      { oilVolumeM3: 0.03e-3, threads: { in: 'flange', out: 'flange' } },
    ),
    entry(
      'coverBlank',
      'cooler cover, blank',
      'Coolers and thermostats',
      { kind: 'cover', name: 'Blank cover', boreM: 12 * MM, carriesPassage: false },
      'A flat inside face closes both holes.',
      { threads: { in: 'flange', out: 'flange' } },
    ),
  ],
});
