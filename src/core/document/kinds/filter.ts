import { z } from 'zod';
import { entryOf, springValve, filterRating } from '../parts/catalogueEntry';
import { between, count, positive } from '../parts/field';
import { defineKind } from '../parts/kind';
import { figured } from '../parts/partWords';
import { partBase } from '../parts/partBase';
import { ratingShape, springValveSchema } from '../parts/shapes';

const BAR = 1e5;

const MOST_BETA = 1e5;
const beta = (title: string, typical: readonly [number, number]) => between(1, MOST_BETA, 'ratio', title, { typical });

/**
 * What an element holds under flow that pulsates, as in an engine: little that is finer than its rating.
 * @source ISO 16889 for the ratio; the usual values: engineering judgement
 */
const betasSchema = z.strictObject({
  at4Um: beta('Filtration ratio β at 4 µm', [1, 1.5]),
  at10Um: beta('at 10 µm', [1.1, 5]),
  at20Um: beta('at 20 µm', [5, 100]),
});
/** Of a usual full-flow element. */
export const BETAS_IN_SERVICE = { at4Um: 1.02, at10Um: 1.5, at20Um: 20 };
const MESH_IN_SERVICE = { at4Um: 1.01, at10Um: 1.1, at20Um: 3 };

const schema = z.strictObject({
  ...partBase,
  kind: z.literal('filter'),
  ...ratingShape,
  load: between(1, 100, 'ratio', 'Clogging (× new)', {
    typical: [1, 12],
    description: '1 new, 3 at the usual change, 12 neglected.',
  }).default(1),
  mounting: z.enum(['block', 'remote', 'inline']).default('block').meta({ title: 'Mounted' }),
  count: count('Elements side by side').default(1),
  collapsePa: positive('pressure', 'Collapse differential', {
    typical: [5 * BAR, 20 * BAR],
    description: 'From the element’s data sheet. Blank: not judged.',
  }).optional(),
  bypass: springValveSchema.nullable().meta({ title: 'Bypass valve' }),
  betas: betasSchema.optional(),
  antiDrain: z
    .boolean()
    .optional()
    .meta({ title: 'Anti-drain valve', description: 'Blank: yes, but not in an in-line filter.' }),
});

/**
 * An anti-drain valve: stated, or what such a filter usually has.
 * @source common practice: spin-on filters have one, in-line elements do not
 */
export function hasAntiDrain(part: z.infer<typeof schema>): boolean {
  return part.antiDrain ?? part.mounting !== 'inline';
}

const entry = entryOf<typeof schema>();
/** A full-flow filter with or without a bypass valve. */
export const filter = defineKind({
  schema,
  ports: ['in', 'out'],
  place: 'inLine',
  actsAs: ['filter', 'element'],
  bolted: true,
  mounted: true,
  takesThreadOfMate: false,
  detail: (part, opening) =>
    part.bypass ? (opening > 0 ? figured`bypass open` : figured`bypass shut`) : figured`no bypass valve`,
  settings: () => [],
  symbol: (part) => (part.bypass ? 'filterWithBypass' : 'filter'),
  cleans: true,
  catalogue: [
    entry(
      'spinOn',
      'spin-on filter with bypass valve',
      'Filters',
      {
        kind: 'filter',
        name: 'Filter',
        ...filterRating(0.15, 30, 0.6),
        betas: BETAS_IN_SERVICE,
        collapsePa: 10 * BAR,
        bypass: springValve(1, 1.7, 80),
      },
      'Bypass setting is printed on many cans. Pressure drop from its data sheet at 24 mm²/s (24 cSt).',
      { oilVolumeM3: 0.5e-3, threads: { in: 'spinOn3_4', out: 'spinOn3_4' } },
    ),
    entry(
      'filterNoBypass',
      'filter head without bypass valve',
      'Filters',
      {
        kind: 'filter',
        name: 'Filter',
        ...filterRating(0.15, 30, 0.6),
        betas: BETAS_IN_SERVICE,
        collapsePa: 10 * BAR,
        bypass: null,
      },
      'Look into the head: a spring and disc beside the centre thread is a bypass valve.',
      { oilVolumeM3: 0.5e-3, threads: { in: 'flare10', out: 'flare10' } },
    ),
    entry(
      'remoteHead',
      'remote filter head with bypass valve',
      'Filters',
      {
        kind: 'filter',
        name: 'Remote filter',
        ...filterRating(0.15, 30, 0.6),
        betas: BETAS_IN_SERVICE,
        mounting: 'remote',
        collapsePa: 10 * BAR,
        place: { mount: 'frame' },
        bypass: springValve(1, 1.7, 80),
      },
      'Ports: mark in and out before the hoses are made. Outside to centre.',
      { oilVolumeM3: 0.6e-3, threads: { in: 'flare10', out: 'flare10' } },
    ),
    entry(
      'meshFilter',
      'mesh filter, in line',
      'Filters',
      {
        kind: 'filter',
        name: 'Mesh filter',
        ...filterRating(0.06, 30, 0.4),
        betas: MESH_IN_SERVICE,
        mounting: 'inline',
        bypass: null,
      },
      'Open area and rating from its data sheet.',
      { oilVolumeM3: 0.2e-3, threads: { in: 'flare10', out: 'flare10' } },
    ),
  ],
});
