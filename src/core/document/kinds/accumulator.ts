import { z } from 'zod';
import { entryOf } from '../parts/catalogueEntry';
import { nonNegative, positive } from '../parts/field';
import { defineKind } from '../parts/kind';
import { partBase } from '../parts/partBase';

const BAR = 1e5;

const schema = z.strictObject({
  ...partBase,
  kind: z.literal('accumulator'),
  volumeM3: positive('volume', 'Volume of the shell', { typical: [0.5e-3, 4e-3] }),
  prechargePa: nonNegative('pressure', 'Gas charge, empty of oil', { typical: [0.2 * BAR, 1 * BAR] }),
  connectionBoreM: positive('bore', 'Smallest bore of its connection', {
    typical: [3e-3, 12e-3],
    description: 'Its valve, hose or a restrictor: oil goes in and out through it. Blank: 8 mm.',
  }).optional(),
  checkValve: z.boolean().optional().meta({
    title: 'Check valve between it and the pump',
    description: 'Keeps its oil from running back through the pump. Blank: none.',
  }),
  valveOpen: z.boolean().default(true).meta({ title: 'Its valve is open' }),
});

/** Pressure of a warm engine's gallery, absolute, at which it is taken to be charged; and of the air. */
const CHARGED_ABS_PA = 5 * BAR;
const ATMOSPHERE_PA = 1.01325 * BAR;

/**
 * Oil that it holds while the engine runs warm: what a change that brings it takes to the mark, read with it charged.
 * @source Boyle's law at 4 bar; common practice, no source, for how the level is read
 */
const chargedM3 = ({ volumeM3, prechargePa }: z.infer<typeof schema>): number =>
  volumeM3 * Math.max(0, 1 - (prechargePa + ATMOSPHERE_PA) / CHARGED_ABS_PA);

const entry = entryOf<typeof schema>();
/** A gas-charged oil accumulator. */
export const accumulator = defineKind({
  schema,
  ports: ['in'],
  place: 'deadEnd',
  actsAs: ['accumulator'],
  bolted: true,
  mounted: true,
  takesThreadOfMate: false,
  detail: () => 'oilHeld',
  settings: () => [],
  symbol: () => 'accumulator',
  ways: () => [],
  volumeM3: chargedM3,
  catalogue: [
    entry(
      'accumulator',
      'oil accumulator',
      'Gauges and small parts',
      { kind: 'accumulator', name: 'Accumulator', volumeM3: 2e-3, prechargePa: 0.5 * BAR },
      'Its charge with the oil side empty.',
      { threads: { in: 'flare8' } },
    ),
  ],
});
