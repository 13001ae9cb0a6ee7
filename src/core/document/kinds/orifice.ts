import { z } from 'zod';
import { entryOf } from '../parts/catalogueEntry';
import { defineKind } from '../parts/kind';
import { figured } from '../parts/partWords';
import { partBase } from '../parts/partBase';
import { orificeShape } from '../parts/shapes';

const MM = 1e-3;

const schema = z.strictObject({ ...partBase, kind: z.literal('orifice'), ...orificeShape });

const entry = entryOf<typeof schema>();
/** A restrictor: a drilled bore. */
export const orifice = defineKind({
  schema,
  ports: ['in', 'out'],
  place: 'inLine',
  actsAs: ['orifice'],
  bolted: true,
  mounted: false,
  takesThreadOfMate: true,
  detail: (part) => figured`${{ si: part.boreM, quantity: 'bore' }}`,
  settings: (part) => [figured`bore ${{ si: part.boreM, quantity: 'bore' }}`],
  symbol: () => 'orifice',
  catalogue: [
    entry(
      'restrictor',
      'restrictor',
      'Restrictors and valves',
      { kind: 'orifice', name: 'Restrictor', boreM: 1.5 * MM, lengthM: 3 * MM },
      'Number drill that just enters; length of the drilled part.',
      { oilVolumeM3: 1e-8 },
    ),
  ],
});
