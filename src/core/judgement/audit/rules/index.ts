import type { Rule } from '../rule';
import { coolerOrder, parasiticFlow } from './coolerOrder';
import { reversedPart } from './direction';
import { drainMissing, gravityDrain, gravityReturn, overflow, scavenge, sideStreamReach } from './drains';
import { filterBypass, filterCollapse, gaugePlace, unfilteredFeed } from './filtration';
import {
  coolerUseful,
  coolingFaults,
  hotPlaces,
  impossibleCooler,
  oilCold,
  oilColdGallery,
  oilHot,
  radiatorLoad,
  thermostatFan,
  thermostatMissing,
} from './heat';
import { sealant, smallestBore, threadMates } from './joints';
import { mounting } from './mounting';
import { blankedPassage, coolerFilling, openPorts } from './passages';
import { pumpsInSeries } from './pumps';
import { pickup } from './pickup';
import { cavitation, pressureRating, reliefCapacity, rodThreshold, suction } from './pump';
import {
  benchFlush,
  canisterMount,
  coolantSide,
  electrics,
  hoseBend,
  level,
  sensorUnplugged,
  surroundings,
} from './routing';
import { supply } from './supply';
import { restrictorTwice, turboRestrictor } from './turbo';

/** Every rule, in the order in which findings of one weight are listed. */
export const RULES = [
  // What explains the rest comes first.
  openPorts,
  blankedPassage,
  reversedPart,
  supply,
  pickup,
  unfilteredFeed,
  filterBypass,
  filterCollapse,
  cavitation,
  suction,
  pumpsInSeries,
  reliefCapacity,
  pressureRating,
  rodThreshold,
  parasiticFlow,
  turboRestrictor,
  restrictorTwice,
  gravityDrain,
  drainMissing,
  gravityReturn,
  overflow,
  scavenge,
  sideStreamReach,
  coolerFilling,
  coolerOrder,
  threadMates,
  sealant,
  smallestBore,
  hoseBend,
  surroundings,
  canisterMount,
  mounting,
  benchFlush,
  coolantSide,
  electrics,
  sensorUnplugged,
  gaugePlace,
  level,
  oilHot,
  oilCold,
  oilColdGallery,
  thermostatMissing,
  thermostatFan,
  hotPlaces,
  impossibleCooler,
  coolerUseful,
  radiatorLoad,
  coolingFaults,
] as const satisfies readonly Rule[];

export type RuleId = (typeof RULES)[number]['id'];
