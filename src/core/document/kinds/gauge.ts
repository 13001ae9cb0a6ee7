import { z } from 'zod';
import { entryOf } from '../parts/catalogueEntry';
import { defineKind } from '../parts/kind';
import { figured } from '../parts/partWords';
import { partBase } from '../parts/partBase';

const schema = z.strictObject({
  ...partBase,
  kind: z.literal('gauge'),
  connected: z.boolean().default(true).meta({ title: 'Plugged in' }),
  reads: z.enum(['pressure', 'temperature']).default('pressure').meta({ title: 'Reads' }),
});

const entry = entryOf<typeof schema>();
/** A pressure or temperature sender. */
export const gauge = defineKind({
  schema,
  ports: ['in'],
  place: 'deadEnd',
  actsAs: ['gauge'],
  bolted: true,
  mounted: false,
  takesThreadOfMate: false,
  detail: (part) => (part.connected ? 'pressure' : figured`unplugged`),
  settings: () => [],
  symbol: () => 'gauge',
  wired: true,
  ways: () => [],
  catalogue: [
    entry(
      'gauge',
      'pressure sender',
      'Gauges and small parts',
      { kind: 'gauge', name: 'Oil gauge' },
      'Which port it sits in decides what it can see.',
      { threads: { in: 'taper1_8' } },
    ),
  ],
});
