import { z } from 'zod';
import { entryOf } from '../parts/catalogueEntry';
import { between, positive } from '../parts/field';
import { defineKind } from '../parts/kind';
import { partBase } from '../parts/partBase';

const schema = z.strictObject({
  ...partBase,
  kind: z.literal('scavenge'),
  displacementM3Rev: positive('displacement', 'Displacement per pump turn', { typical: [1e-6, 60e-6] }),
  speedRatio: positive('ratio', 'Pump turns per engine turn', { typical: [0.4, 2] }).default(1),
  ownSpeedRevS: positive('speed', 'Own speed, electric', {
    typical: [20, 120],
    description: 'Blank: driven by the engine.',
  }).optional(),
  volumetricEfficiency: between(0.05, 1, 'ratio', 'Volumetric efficiency', { typical: [0.6, 0.95] }).default(0.85),
  foamFactor: between(1, 5, 'ratio', 'Room for foam and air', { typical: [1.3, 3] }).default(1.8),
});

const entry = entryOf<typeof schema>();
/** A scavenge pump or section: full of oil and foam, outside the pressure network. */
export const scavenge = defineKind({
  schema,
  ports: ['in', 'out'],
  place: 'return',
  actsAs: ['scavenge'],
  bolted: true,
  mounted: true,
  takesThreadOfMate: false,
  detail: () => 'flow',
  settings: () => [],
  symbol: () => 'none',
  wired: true,
  ways: () => [],
  catalogue: [
    entry(
      'scavengeSection',
      'dry-sump scavenge section',
      'Returns',
      { kind: 'scavenge', name: 'Scavenge section', displacementM3Rev: 24e-6, speedRatio: 0.6 },
      'Volume a turn from its data sheet; count the sections.',
      { oilVolumeM3: 0.06e-3, threads: { in: 'flare12', out: 'flare12' } },
    ),
    entry(
      'scavengePump',
      'scavenge pump, electric',
      'Returns',
      {
        kind: 'scavenge',
        name: 'Scavenge pump',
        displacementM3Rev: 2e-6,
        ownSpeedRevS: 50,
        volumetricEfficiency: 0.7,
        foamFactor: 2,
        electrical: { currentA: 6 },
      },
      'Flow at its running current from its data sheet.',
      { oilVolumeM3: 0.03e-3, threads: { in: 'flare8', out: 'flare8' } },
    ),
  ],
});
