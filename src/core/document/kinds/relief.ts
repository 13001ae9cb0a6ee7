import { z } from 'zod';
import { entryOf, springValve } from '../parts/catalogueEntry';
import { nonNegative, positive, signed } from '../parts/field';
import { defineKind } from '../parts/kind';
import { figured } from '../parts/partWords';
import { partBase, portRefSchema } from '../parts/partBase';
import { FULL_ABOVE_CRACK, opensAboveCrack, springValveShape } from '../parts/shapes';

const MM = 1e-3;

/** A spring that was shimmed: the crack pressure stated is the one without the shim. */
const springSchema = z.strictObject({
  rateNM: positive('springRate', 'Spring rate', { typical: [2e3, 50e3] }),
  seatBoreM: positive('bore', 'Seat', { typical: [6 * MM, 20 * MM] }),
  shimM: signed('bore', 'Shim', { typical: [0, 3 * MM] }),
  freeLengthM: positive('bore', 'Free length', {
    typical: [20 * MM, 80 * MM],
    description: 'With the fitted length it gives the crack pressure: rate × (free − fitted + shim) over the seat.',
  }).optional(),
  fittedLengthM: positive('bore', 'Fitted length, seated', { typical: [15 * MM, 70 * MM] }).optional(),
});

const schema = z
  .strictObject({
    ...partBase,
    kind: z.literal('relief'),
    ...springValveShape,
    spring: springSchema.optional(),
    seatLeakM2: nonNegative('area', 'Held open by dirt on its seat', {
      typical: [0, 5 * MM ** 2],
      description: 'It still regulates. Blank: its seat is clean.',
    }).optional(),
    sense: portRefSchema.optional().meta({ title: 'Senses at' }),
    reached: z
      .enum(['outside', 'inPan'])
      .optional()
      .meta({ title: 'Reached', description: 'Blank: from outside, behind its plug.' }),
  })
  .refine(opensAboveCrack, FULL_ABOVE_CRACK);

const entry = entryOf<typeof schema>();
/** The valve that lets go what the pump brings too much. */
export const relief = defineKind({
  schema,
  ports: ['in', 'out'],
  place: 'relief',
  actsAs: ['relief'],
  bolted: false,
  mounted: false,
  takesThreadOfMate: false,
  detail: (part, opening) => (opening > 0 ? 'flow' : figured`shut to ${{ si: part.crackPa, quantity: 'pressure' }}`),
  settings: (part) => [
    figured`opens ${{ si: part.crackPa, quantity: 'pressure' }}, full at ${{ si: part.fullOpenPa, quantity: 'pressure' }}`,
  ],
  symbol: () => 'springValve',
  withoutSense: (part) => ({ ...part, sense: undefined }),
  senses: (part) => (part.sense ? { field: 'sense', ref: part.sense } : undefined),
  extras: { spring: { label: 'Add its spring', seed: () => ({ rateNM: 12e3, seatBoreM: 12 * MM, shimM: 0 }) } },
  catalogue: [
    entry(
      'relief',
      'relief valve',
      'Pump and suction',
      { kind: 'relief', name: 'Relief', ...springValve(4.8, 6, 45) },
      'Crack pressure: cold engine held at 3000 rpm, gauge at the pump. Spring: force at installed length over the seat’s area.',
      { oilVolumeM3: 5e-6 },
    ),
    entry(
      'shimmedRelief',
      'relief valve with a shimmed spring',
      'Pump and suction',
      {
        kind: 'relief',
        name: 'Shimmed relief',
        ...springValve(4.8, 6, 45),
        spring: { rateNM: 12e3, seatBoreM: 12 * MM, shimM: 1 * MM },
      },
      'Spring rate: weigh it at two lengths. Seat: vernier.',
      { oilVolumeM3: 5e-6 },
    ),
  ],
});
