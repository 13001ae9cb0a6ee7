import type { Aspect, Weight } from './finding';
import type { RuleId } from './rules';

/** The aspect of the verdict that a rule decides, and the weight of a finding from which it fails. */
interface Judges {
  readonly aspect: Aspect;
  readonly from: Weight;
}

const by = (aspect: Aspect, from: Weight = 'stop'): Judges => ({ aspect, from });

/** What each rule decides. Too hot by a kelvin, or a drain too small by a drop, fails as a supply that is too small does. */
export const JUDGES: Readonly<Record<RuleId, Judges>> = {
  openPorts: by('supplied'),
  blankedPassage: by('supplied'),
  reversedPart: by('supplied'),
  supply: by('supplied'),
  pickup: by('pickup', 'mend'),
  unfilteredFeed: by('filtered', 'mend'),
  filterBypass: by('filtered'),
  filterCollapse: by('filtered'),
  cavitation: by('supplied'),
  suction: by('supplied'),
  pumpsInSeries: by('safe'),
  reliefCapacity: by('safe'),
  pressureRating: by('safe'),
  rodThreshold: by('supplied'),
  parasiticFlow: by('supplied'),
  turboRestrictor: by('safe'),
  restrictorTwice: by('safe'),
  gravityDrain: by('drained', 'mend'),
  drainMissing: by('drained'),
  gravityReturn: by('drained'),
  overflow: by('drained', 'mend'),
  scavenge: by('drained'),
  sideStreamReach: by('safe'),
  coolerFilling: by('safe'),
  coolerOrder: by('safe'),
  threadMates: by('safe'),
  sealant: by('safe'),
  smallestBore: by('safe'),
  hoseBend: by('safe'),
  surroundings: by('safe'),
  canisterMount: by('safe'),
  mounting: by('safe'),
  benchFlush: by('safe'),
  coolantSide: by('safe'),
  electrics: by('safe'),
  sensorUnplugged: by('safe'),
  gaugePlace: by('safe'),
  level: by('safe'),
  oilHot: by('cool', 'mend'),
  oilCold: by('cool'),
  oilColdGallery: by('cool'),
  thermostatMissing: by('cool'),
  thermostatFan: by('cool'),
  hotPlaces: by('cool', 'mend'),
  impossibleCooler: by('cool'),
  coolerUseful: by('cool'),
  radiatorLoad: by('cool'),
  coolingFaults: by('cool'),
};
