import { z } from 'zod';
import { entryOf } from '../parts/catalogueEntry';
import { defineKind } from '../parts/kind';
import { figured } from '../parts/partWords';
import { partBase } from '../parts/partBase';

const schema = z.strictObject({
  ...partBase,
  kind: z.literal('plug'),
  duty: z.enum(['samplePort', 'magneticPlug', 'plug']).meta({ title: 'What it is' }),
});

const entry = entryOf<typeof schema>();
/** A port that is closed: sample port, magnetic plug. */
export const plug = defineKind({
  schema,
  ports: ['in'],
  place: 'deadEnd',
  actsAs: ['plug'],
  bolted: true,
  mounted: false,
  takesThreadOfMate: false,
  detail: (part) =>
    part.duty === 'samplePort' ? figured`sample` : part.duty === 'magneticPlug' ? figured`magnet` : figured`plug`,
  settings: () => [],
  symbol: (part) => part.duty,
  ways: () => [],
  catalogue: [
    entry(
      'samplePort',
      'sample port',
      'Gauges and small parts',
      { kind: 'plug', duty: 'samplePort', name: 'Sample port' },
      'Before the filter for wear, behind it for what gets through.',
      { threads: { in: 'taper1_8' } },
    ),
    entry(
      'plug',
      'plug',
      'Gauges and small parts',
      { kind: 'plug', duty: 'plug', name: 'Plug' },
      'The thread of the port that it closes.',
      { threads: { in: 'taper1_8' } },
    ),
    entry(
      'magneticPlug',
      'magnetic plug',
      'Gauges and small parts',
      { kind: 'plug', duty: 'magneticPlug', name: 'Magnetic plug' },
      'Wipe it at each service and keep what it holds.',
      { threads: { in: 'washerM14x1_5' } },
    ),
  ],
});
