import { z } from 'zod';
import { entryOf, usualThermostat } from '../parts/catalogueEntry';
import { nonNegative } from '../parts/field';
import { defineKind } from '../parts/kind';
import { figured, sayOpening } from '../parts/partWords';
import { partBase } from '../parts/partBase';
import { turnedPassage } from '../parts/passage';
import { passageShape, thermostatShape } from '../parts/shapes';

const MM = 1e-3;

const schema = z
  .strictObject({
    ...partBase,
    kind: z.literal('plate'),
    form: z.enum(['sandwich', 'inline', 'takeOff']).default('sandwich').meta({ title: 'Form' }),
    boreM: passageShape.boreM,
    lengthM: nonNegative('length', 'Length of each passage', { typical: [0.01, 0.1] }).default(0.03),
    passage: z
      .discriminatedUnion('kind', [
        /** Oil goes straight on; its side ports only tap. */
        z.strictObject({ kind: z.literal('open') }),
        /** All the oil goes out by one side port and must come back by the other. */
        z.strictObject({ kind: z.literal('separate') }),
        z.strictObject({ kind: z.literal('thermostat'), ...thermostatShape }),
      ])
      .meta({ title: 'Passage' }),
  })
  .refine((v) => v.passage.kind !== 'thermostat' || v.passage.fullK > v.passage.opensK, {
    error: 'fullK must be greater than opensK',
    path: ['passage', 'fullK'],
  });

const entry = entryOf<typeof schema>();
/** A plate with side ports: sandwich, in-line thermostat or take-off. */
export const plate = defineKind({
  schema,
  ports: ['in', 'away', 'back', 'out', 'tap'],
  place: 'inLine',
  actsAs: ['plate'],
  bolted: true,
  mounted: true,
  takesThreadOfMate: false,
  detail: (part, opening) =>
    part.passage.kind === 'thermostat'
      ? sayOpening(opening)
      : part.passage.kind === 'separate'
        ? figured`all oil via the ports`
        : figured`taps only`,
  settings: ({ passage }) =>
    passage.kind === 'thermostat'
      ? [
          figured`thermostat opens ${{ si: passage.opensK, quantity: 'temperature' }}, full at ${{ si: passage.fullK, quantity: 'temperature' }}`,
        ]
      : [],
  symbol: (part) =>
    (({ thermostat: 'plateThermostat', open: 'platePassingOn', separate: 'plate' }) as const)[part.passage.kind],
  loops: true,
  tap: 'tap',
  onePlace: [['in', 'tap']],
  ways: (part) => [
    ['in', 'away'],
    ['back', 'out'],
    ['in', 'tap'],
    ...(part.passage.kind === 'separate' ? [] : [['in', 'out'] as const]),
  ],
  passage: (part) => turnedPassage(part.boreM, part.lengthM),
  thermostat: (part) => (part.passage.kind === 'thermostat' ? part.passage : undefined),
  withThermostat: (part, change) =>
    part.passage.kind === 'thermostat' ? { ...part, passage: { ...part.passage, ...change } } : part,
  catalogue: [
    entry(
      'sandwichPlain',
      'sandwich plate, plain',
      'Coolers and thermostats',
      { kind: 'plate', name: 'Plate', boreM: 14 * MM, passage: { kind: 'separate' } },
      'Look for a web between its two chambers: with a web all the oil goes round by the ports.',
      { oilVolumeM3: 0.06e-3, threads: { away: 'flare10', back: 'flare10', tap: 'taper1_8' } },
    ),
    entry(
      'sandwichOpen',
      'sandwich plate for taps only',
      'Coolers and thermostats',
      { kind: 'plate', name: 'Tap plate', boreM: 16 * MM, passage: { kind: 'open' } },
      'Both of its ports are upstream of the media.',
      { oilVolumeM3: 0.05e-3, threads: { tap: 'taper1_8' } },
    ),
    entry(
      'sandwichThermostat',
      'sandwich plate with thermostat',
      'Coolers and thermostats',
      {
        kind: 'plate',
        name: 'Thermostat plate',
        boreM: 14 * MM,
        passage: { kind: 'thermostat', ...usualThermostat(80, 90) },
      },
      'Opening temperature is stamped on the wax element; test it in a pan with a thermometer.',
      { oilVolumeM3: 0.07e-3, threads: { away: 'flare10', back: 'flare10', tap: 'taper1_8' } },
    ),
    entry(
      'inlineThermostat',
      'in-line thermostat',
      'Coolers and thermostats',
      {
        kind: 'plate',
        form: 'inline',
        name: 'In-line thermostat',
        boreM: 14 * MM,
        passage: { kind: 'thermostat', ...usualThermostat(82, 93) },
      },
      'Stamped temperature; ports marked engine and cooler.',
      { oilVolumeM3: 0.08e-3, threads: { in: 'flare10', away: 'flare10', back: 'flare10', out: 'flare10' } },
    ),
    entry(
      'takeOff',
      'take-off plate for a remote filter',
      'Coolers and thermostats',
      { kind: 'plate', form: 'takeOff', name: 'Take-off plate', boreM: 15 * MM, passage: { kind: 'separate' } },
      'Which port leaves and which comes back: blow through from the block’s feed hole.',
      { oilVolumeM3: 0.05e-3, threads: { away: 'flare10', back: 'flare10' } },
    ),
  ],
});
