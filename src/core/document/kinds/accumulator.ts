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
