import type { Move } from '../../../document/moves';
import { makeMoves as moved } from '../../../document/moves/makeMoves';
import { draft, LOOP, PLATE, set, STOCK } from './auditing';
import type { RuleCase } from './ruleCases';

const COOLING = {
  kind: 'air',
  ratedHeatW: 9000,
  ratedOilFlowM3S: 5e-4,
  ratedFaceSpeedMS: 10,
  faceAreaM2: 0.05,
  ratedOilK: 373.15,
  ratedAirK: 308.15,
};
const THERMOSTAT: Move = { kind: 'insert', at: 'filter.in', drafts: [draft('sandwichThermostat', { name: 'Plate' })] };
const cooled = (values: Readonly<Record<string, unknown>> = {}) =>
  set({ 'cooler.cooling': COOLING, ...values }, moved(STOCK, THERMOSTAT, LOOP));

/** Rules that speak of heat: the same sense, on a hot day at full load and a cold one at a cruise. */
export const HEAT_CASES: readonly RuleCase[] = [
  ['oilHot', 'a turbo engine without a cooler', () => STOCK, ['stop sump'], () => cooled()],
  [
    'oilCold',
    'a cooler that is always on',
    () => set({ 'cooler.cooling': COOLING }, moved(STOCK, PLATE, LOOP)),
    ['look cooler'],
    () => cooled(),
  ],
  [
    'thermostatMissing',
    'a cooler on a plain plate',
    () => set({ 'cooler.cooling': COOLING }, moved(STOCK, PLATE, LOOP)),
    ['mend cooler'],
    () => cooled(),
  ],
  [
    'thermostatFan',
    'a fan that comes on before the thermostat opens',
    () => cooled({ 'cooler.cooling.fan': { faceSpeedMS: 5, onK: 350, offK: 345 } }),
    ['mend cooler'],
    () => cooled({ 'cooler.cooling.fan': { faceSpeedMS: 5, onK: 370, offK: 364 } }),
  ],
  [
    'thermostatFan',
    'a fan that comes on too late',
    () => cooled({ 'cooler.cooling.fan': { faceSpeedMS: 5, onK: 395, offK: 390 } }),
    ['mend cooler'],
    () => cooled(),
  ],
  ['hotPlaces', 'films and a turbo that cook', () => STOCK, ['mend mains', 'mend turbo'], () => cooled()],
  [
    'impossibleCooler',
    'a rating beyond what two streams can exchange',
    () => cooled({ 'cooler.cooling.ratedHeatW': 80e3 }),
    ['mend cooler'],
    () => cooled(),
  ],
  [
    'coolerUseful',
    'a cooler far larger than is of use, as a note',
    () =>
      cooled({
        'cooler.cooling.ratedHeatW': 36e3,
        'cooler.cooling.faceAreaM2': 0.2,
        'cooler.cooling.ratedOilFlowM3S': 2e-3,
      }),
    ['note cooler'],
    () => cooled({ 'cooler.cooling.positionFactor': 0.1 }),
  ],
  [
    'radiatorLoad',
    'a liquid cooler on the engine’s coolant',
    () =>
      set(
        { 'liquidCooler.cooling': { kind: 'liquid', conductanceWK: 400, ratedOilFlowM3S: 5e-4 } },
        moved(STOCK, { kind: 'insert', at: 'gallery.in', drafts: [draft('liquidCooler')] }),
      ),
    ['note liquidCooler'],
    () => STOCK,
  ],
  [
    'coolingFaults',
    'what a blocked core and a stuck thermostat come to, as notes',
    () => cooled(),
    ['note cooler', 'note plate'],
    () => STOCK,
  ],
];
