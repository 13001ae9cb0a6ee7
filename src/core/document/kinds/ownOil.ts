import { z } from 'zod';
import { entryOf } from '../parts/catalogueEntry';
import { defineKind } from '../parts/kind';
import { figured } from '../parts/partWords';
import { partBase } from '../parts/partBase';

const schema = z.strictObject({
  ...partBase,
  kind: z.literal('ownOil'),
  what: z.enum(['supercharger', 'other']).meta({ title: 'What it is' }),
});

const entry = entryOf<typeof schema>();
/** A part with oil of its own, that takes none from this circuit. */
export const ownOil = defineKind({
  schema,
  ports: [],
  place: 'apart',
  actsAs: ['ownOil'],
  bolted: true,
  mounted: false,
  takesThreadOfMate: false,
  detail: () => figured`its own oil`,
  settings: () => [],
  symbol: () => 'ownOil',
  located: false,
  ways: () => [],
  catalogue: [
    entry(
      'superchargerOwn',
      'supercharger with oil of its own',
      'Turbo and accessories',
      { kind: 'ownOil', what: 'supercharger', name: 'Supercharger' },
      'Its own level and its own service: it takes nothing from this circuit.',
      { oilVolumeM3: 0.2e-3 },
    ),
  ],
});
