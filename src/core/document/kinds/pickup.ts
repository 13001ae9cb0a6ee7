import { z } from 'zod';
import { entryOf, rating, ends } from '../parts/catalogueEntry';
import { between } from '../parts/field';
import { defineKind } from '../parts/kind';
import { figured } from '../parts/partWords';
import { partBase } from '../parts/partBase';
import { roundVolumeM3 } from '../parts/passage';
import { passageShape, ratingShape } from '../parts/shapes';

const MM = 1e-3;
const UM = 1e-6;

const schema = z.strictObject({
  ...partBase,
  kind: z.literal('pickup'),
  screen: z.strictObject({
    ...ratingShape,
    load: between(1, 100, 'ratio', 'Clogging (× new)', { typical: [1, 12] }).default(1),
  }),
  tube: z.strictObject(passageShape),
});

const entry = entryOf<typeof schema>();
/** Screen and tube from the sump to the pump. */
export const pickup = defineKind({
  schema,
  ports: ['in', 'out'],
  place: 'suction',
  actsAs: ['pickup'],
  bolted: false,
  mounted: false,
  takesThreadOfMate: false,
  detail: () => figured``,
  settings: () => [],
  symbol: () => 'pickup',
  passage: (part, role) => (role === 'tube' ? part.tube : undefined),
  volumeM3: (part) => roundVolumeM3(part.tube.boreM, part.tube.lengthM),
  catalogue: [
    entry(
      'pickup',
      'pickup with screen',
      'Pump and suction',
      {
        kind: 'pickup',
        name: 'Pickup',
        screen: rating(0.03, 40, 0.3),
        tube: {
          boreM: 18 * MM,
          lengthM: 0.32,
          roughnessM: 10 * UM,
          losses: [{ kind: 'entrance' }, ...ends('drilledCorner')],
        },
      },
      'Tube bore at its narrowest; height from the oil level to the pump’s centre.',
      { oilVolumeM3: 0.08e-3 },
    ),
  ],
});
