import { z } from 'zod';
import { entryOf } from '../parts/catalogueEntry';
import { defineKind } from '../parts/kind';
import { figured } from '../parts/partWords';
import { partBase } from '../parts/partBase';
import { regulatingShape } from '../parts/shapes';

const MM2 = 1e-6;

const schema = z
  .strictObject({ ...partBase, kind: z.literal('valve'), ...regulatingShape })
  .refine((v) => v.turns <= v.turnsToFull, { error: 'turns must not exceed turnsToFull', path: ['turns'] });

const entry = entryOf<typeof schema>();
/** A needle valve, set by its turns. */
export const valve = defineKind({
  schema,
  ports: ['in', 'out'],
  place: 'inLine',
  actsAs: ['valve'],
  bolted: true,
  mounted: false,
  takesThreadOfMate: true,
  detail: (part) => figured`${{ si: part.turns, quantity: 'turns' }}`,
  settings: (part) => [figured`${part.turns} turns open`],
  symbol: () => 'needle',
  isShut: (part) => part.turns === 0,
  catalogue: [
    entry(
      'needleValve',
      'needle valve',
      'Restrictors and valves',
      { kind: 'valve', name: 'Needle valve', fullAreaM2: 12 * MM2, turnsToFull: 4, turns: 1 },
      'Count the turns from shut.',
      { oilVolumeM3: 2e-6, threads: { in: 'taper1_8', out: 'taper1_8' } },
    ),
  ],
});
