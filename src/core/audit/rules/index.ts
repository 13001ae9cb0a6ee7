import type { Rule } from '../rule';
import { coolerOrder, parasiticFlow } from './coolerOrder';
import { drainMissing, gravityDrain, gravityReturn, scavenge, sideStreamReach } from './drains';
import { filterBypass, filterCollapse, gaugePlace, unfilteredFeed } from './filtration';
import { sealant, smallestBore, threadMates } from './joints';
import { blankedPassage, coolerFilling } from './passages';
import { pressureRating, reliefCapacity, rodThreshold, suction } from './pump';
import { benchFlush, canisterMount, coolantSide, electrics, hoseBend, level, sensorUnplugged, surroundings } from './routing';
import { supply } from './supply';
import { restrictorTwice, turboRestrictor } from './turbo';

/** Rules that need nothing but the circuit at a held oil temperature. Those that speak of heat join here. */
export const RULES: readonly Rule[] = [
  supply, blankedPassage, unfilteredFeed, filterBypass, filterCollapse, suction, reliefCapacity, pressureRating, rodThreshold, parasiticFlow,
  turboRestrictor, restrictorTwice, gravityDrain, drainMissing, gravityReturn, scavenge, sideStreamReach, coolerFilling, coolerOrder,
  threadMates, sealant, smallestBore, hoseBend, surroundings, canisterMount, benchFlush, coolantSide, electrics, sensorUnplugged, gaugePlace, level,
];
