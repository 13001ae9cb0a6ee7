import type { Aspect, Weight } from './finding';
import type { RuleId } from './rules';

/** The aspect of the verdict that a rule belongs to, and the weight of a finding from which it fails; null: never. */
interface Judges {
  readonly aspect: Aspect;
  readonly from: Weight | null;
}

const by = (aspect: Aspect, from: Weight | null = 'stop'): Judges => ({ aspect, from });

/** What each rule decides. Too hot by a kelvin, or a drain too small by a drop, fails as a supply that is too small does. */
export const JUDGES: Readonly<Record<RuleId, Judges>> = {
  openPorts: by('supplied'),
  blankedPassage: by('supplied'),
  reversedPart: by('supplied'),
  supply: by('supplied'),
  pickup: by('pickup', 'mend'),
  unfilteredFeed: by('filtered', 'mend'),
  filterBypass: by('filtered', null),
  filterCollapse: by('filtered'),
  cavitation: by('supplied'),
  suction: by('supplied', null),
  pumpsInSeries: by('safe', null),
  reliefCapacity: by('safe', null),
  pressureRating: by('safe'),
  rodThreshold: by('supplied'),
  parasiticFlow: by('supplied', null),
  turboRestrictor: by('safe', null),
  restrictorTwice: by('safe', null),
  gravityDrain: by('drained', 'mend'),
  drainMissing: by('drained'),
  gravityReturn: by('drained', null),
  overflow: by('drained', 'mend'),
  scavenge: by('drained'),
  sideStreamReach: by('safe', null),
  coolerFilling: by('safe', null),
  coolerOrder: by('safe', null),
  threadMates: by('safe', null),
  sealant: by('safe', null),
  smallestBore: by('safe', null),
  hoseBend: by('safe', null),
  surroundings: by('safe'),
  canisterMount: by('safe', null),
  mounting: by('safe', null),
  benchFlush: by('safe', null),
  coolantSide: by('safe', null),
  electrics: by('safe', null),
  sensorUnplugged: by('safe', null),
  gaugePlace: by('safe', null),
  level: by('safe', null),
  oilHot: by('cool', 'mend'),
  oilCold: by('cool', null),
  oilColdGallery: by('cool', null),
  thermostatMissing: by('cool', null),
  thermostatFan: by('cool', null),
  hotPlaces: by('cool', 'mend'),
  impossibleCooler: by('cool', null),
  coolerUseful: by('cool', null),
  radiatorLoad: by('cool', null),
  coolingFaults: by('cool', null),
};

/** True for rules by which a verdict can fail, or stay unknown: the others only advise. */
export const isDeciding = (rule: RuleId): boolean => JUDGES[rule].from !== null;

/** Rules that read the plumbing and what is stated of it, and no answer: held before anything is solved. */
export const PLUMBING_RULES: readonly RuleId[] = ['openPorts', 'unfilteredFeed', 'surroundings'];
