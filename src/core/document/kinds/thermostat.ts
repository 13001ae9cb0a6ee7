import { z } from 'zod';
import { entryOf, usualThermostat } from '../parts/catalogueEntry';
import { defineKind } from '../parts/kind';
import { figured, sayOpening } from '../parts/partWords';
import { partBase } from '../parts/partBase';
import { thermostatShape } from '../parts/shapes';

const schema = z
  .strictObject({ ...partBase, kind: z.literal('thermostat'), ...thermostatShape })
  .refine((v) => v.fullK > v.opensK, { error: 'fullK must be greater than opensK', path: ['fullK'] });

const entry = entryOf<typeof schema>();
/** A three-port thermostat. */
export const thermostat = defineKind({
  schema,
  ports: ['in', 'cooler', 'bypass'],
  place: 'inLine',
  actsAs: ['thermostat'],
  bolted: true,
  mounted: true,
  takesThreadOfMate: false,
  detail: (_, opening) => sayOpening(opening),
  settings: (part) => [
    figured`opens ${{ si: part.opensK, quantity: 'temperature' }}, full at ${{ si: part.fullK, quantity: 'temperature' }}`,
  ],
  outlet: 'bypass',
  symbol: () => 'thermostat',
  thermostat: (part) => part,
  withThermostat: (part, change) => ({ ...part, ...change }),
  catalogue: [
    entry(
      'diverter',
      'three-port thermostat',
      'Coolers and thermostats',
      { kind: 'thermostat', name: 'Thermostat', ...usualThermostat(80, 90) },
      'Stamped temperature.',
      { oilVolumeM3: 0.05e-3 },
    ),
  ],
});
