import { z } from 'zod';
import { entryOf, rating } from '../parts/catalogueEntry';
import { between } from '../parts/field';
import { defineKind } from '../parts/kind';
import { figured } from '../parts/partWords';
import { partBase } from '../parts/partBase';
import { orificeShape, ratingShape, regulatingShape } from '../parts/shapes';

const MM = 1e-3;
const MM2 = 1e-6;
/** @source ISO 16889: a ratio below 1 would add dirt; above this nothing is counted any more */
const MOST_BETA = 1e5;

const schema = z
  .strictObject({
    ...partBase,
    kind: z.literal('sideStream'),
    ...ratingShape,
    load: between(1, 100, 'ratio', 'Clogging (× new)', { typical: [1, 12] }).default(1),
    metering: z.discriminatedUnion('kind', [
      z.strictObject({ kind: z.literal('orifice'), ...orificeShape }),
      z.strictObject({ kind: z.literal('valve'), ...regulatingShape }),
    ]),
    returnBy: z.enum(['pressure', 'gravity']).default('pressure').meta({ title: 'Returns by' }),
    returnAt: z.enum(['sump', 'port', 'fillerCap']).default('sump').meta({ title: 'Returns at' }),
    betaRatio: between(1, MOST_BETA, 'ratio', 'Filtration ratio β', {
      typical: [2, 1000],
      description: 'ISO 16889, at the size that matters to you.',
    }).optional(),
  })
  .refine((v) => v.metering.kind !== 'valve' || v.metering.turns <= v.metering.turnsToFull, {
    error: 'turns must not exceed turnsToFull',
    path: ['metering', 'turns'],
  });

const entry = entryOf<typeof schema>();
/** A side-stream (bypass) filter with its own metering and return. */
export const sideStream = defineKind({
  schema,
  ports: ['in', 'out'],
  place: 'sideStream',
  actsAs: ['sideStream', 'element'],
  bolted: true,
  mounted: true,
  takesThreadOfMate: false,
  detail: () => 'flow',
  settings: ({ metering }) => [
    metering.kind === 'valve'
      ? figured`needle ${metering.turns} turns open of ${metering.turnsToFull}`
      : figured`orifice ${{ si: metering.boreM, quantity: 'bore' }}`,
  ],
  sitsOutside: () => true,
  fallsOut: ({ returnBy }) => returnBy === 'gravity',
  symbol: () => 'sideStream',
  cleans: true,
  wired: true,
  catalogue: [
    entry(
      'sideStreamOrifice',
      'side-stream filter with metering orifice',
      'Filters',
      {
        kind: 'sideStream',
        name: 'Side-stream filter',
        ...rating(0.5, 4, 0.95),
        metering: { kind: 'orifice', boreM: 1.5 * MM, lengthM: 3 * MM },
        betaRatio: 200,
        place: { mount: 'frame' },
      },
      'Orifice with number drills. Time to fill a one-litre can at warm idle.',
      { oilVolumeM3: 1.5e-3, threads: { in: 'taper1_8', out: 'taper1_4' } },
    ),
    entry(
      'sideStreamValve',
      'side-stream filter with regulating valve, gravity return',
      'Filters',
      {
        kind: 'sideStream',
        name: 'Side-stream filter',
        ...rating(0.5, 4, 0.95),
        betaRatio: 200,
        returnBy: 'gravity',
        returnAt: 'fillerCap',
        place: { mount: 'frame' },
        metering: { kind: 'valve', fullAreaM2: 7 * MM2, turnsToFull: 4, turns: 0.25 },
      },
      'Turns from shut; common practice starts at a quarter turn, set at idle and watched at high idle.',
      { oilVolumeM3: 2e-3, threads: { in: 'taper1_8', out: 'tail13' } },
    ),
  ],
});
