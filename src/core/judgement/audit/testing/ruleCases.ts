import type { PlaceNote } from '../../../document/project/bench';
import { panSchema, type Pan } from '../../../document/parts/pan';
import type { Variant } from '../../../document/project/project';
import { makeMoves as moved } from '../../../document/moves/makeMoves';
import { draft, LOOP, PLATE, set, SIDE_STREAM, STOCK } from './auditing';

/** A rule with a circuit in which it finds something, what that is, and the same circuit mended. */
export type RuleCase = readonly [rule: string, what: string, bad: () => Variant, found: string[], good: () => Variant];

/** A cooler on the frame, with what was answered at the bench about its place. */
const placed = (place: PlaceNote): Variant => ({
  ...set({ 'cooler.place': { mount: 'frame' } }, moved(STOCK, PLATE, LOOP)),
  bench: { places: { cooler: place } },
});

/** A pan of one box. */
const pan = (change: Partial<Pan>): Pan =>
  panSchema.parse({
    lengthM: 0.4,
    widthM: 0.2,
    depthM: 0.25,
    pickupFromFrontM: 0.2,
    pickupFromLeftM: 0.1,
    pickupHeightM: 0.01,
    ...change,
  });

/** Small and deep, with the mouth in its middle and little between the marks. */
const DEEP = { lengthM: 0.16, widthM: 0.16, pickupFromFrontM: 0.08, pickupFromLeftM: 0.08, betweenMarksM3: 0.2e-3 };

/**
 * Each rule: where it finds something, and where it finds nothing. Limits are those that the rule states with its
 * source; most are common practice, so what is held here is the sense of each rule, not a figure from elsewhere.
 */
export const CASES: readonly RuleCase[] = [
  ['supply', 'a turbo that gets too much', () => STOCK, ['stop turbo'], () => set({ 'turboRestrictor.boreM': 1.2e-3 })],
  [
    'pickup',
    'a flat pan on a track, its pickup beside the wall',
    () => set({ 'sump.pan': pan({ pickupFromLeftM: 0.03 }) }),
    ['stop sump'],
    () => set({ 'sump.pan': pan(DEEP) }),
  ],
  [
    'pickup',
    'a pan that nobody measured, as a note',
    () => set({ 'sump.pan': undefined }),
    ['note sump'],
    () => set({ 'sump.pan': pan(DEEP) }),
  ],
  [
    'unfilteredFeed',
    'a turbo fed before the filter',
    () => moved(STOCK, { kind: 'moveTap', port: 'turboFeed.in', to: 'blockOut.out' }),
    ['stop turbo'],
    () => STOCK,
  ],
  [
    'unfilteredFeed',
    'bearings behind no filter at all',
    () => moved(STOCK, { kind: 'takeOut', part: 'filter' }),
    ['stop turbo', 'mend mains', 'mend rods', 'mend cams', 'mend lifters', 'mend jets', 'mend tensioner'],
    () => STOCK,
  ],
  [
    'gaugePlace',
    'a gauge before the filter',
    () => moved(STOCK, { kind: 'tee', at: 'blockOut.out', drafts: [draft('gauge')] }),
    ['look oilGauge'],
    () => STOCK,
  ],
  [
    'gaugePlace',
    'a gauge on the gallery, as a note',
    () => moved(STOCK, { kind: 'tee', at: 'gallery.out', drafts: [draft('gauge')] }),
    ['note oilGauge'],
    () => STOCK,
  ],
  [
    'blankedPassage',
    'a plain plate whose cooler is gone',
    () => moved(STOCK, PLATE, LOOP, { kind: 'removeAndBlank', part: 'cooler' }),
    ['stop plate'],
    () => moved(STOCK, PLATE, LOOP),
  ],
  [
    'openPorts',
    'a thermostat plate with nothing on it',
    () => moved(STOCK, { kind: 'insert', at: 'filter.in', drafts: [draft('sandwichThermostat')] }),
    ['stop thermostatPlate'],
    () =>
      moved(
        STOCK,
        { kind: 'insert', at: 'filter.in', drafts: [draft('sandwichThermostat')] },
        { kind: 'bridge', from: 'thermostatPlate.away', to: 'thermostatPlate.back', drafts: [] },
      ),
  ],
  [
    'openPorts',
    'a plain plate with nothing on it',
    () => moved(STOCK, PLATE),
    ['stop plate'],
    () => moved(STOCK, PLATE, { kind: 'bridge', from: 'plate.away', to: 'plate.back', drafts: [] }),
  ],
  [
    'blankedPassage',
    'a blank cooler cover',
    () => moved(STOCK, { kind: 'insert', at: 'gallery.in', drafts: [draft('coverBlank')] }),
    ['stop blankCover'],
    () => moved(STOCK, { kind: 'insert', at: 'gallery.in', drafts: [draft('coverThrough')] }),
  ],
  [
    'blankedPassage',
    'a passage that is blocked',
    () => set({ 'blockOut.blocked': true }),
    ['stop blockOut'],
    () => STOCK,
  ],
  [
    'filterCollapse',
    'an element that folds cold',
    () => set({ 'filter.bypass': null, 'filter.load': 60, 'filter.collapsePa': 2e5 }),
    ['stop filter'],
    () => set({ 'filter.collapsePa': 10e5 }),
  ],
  [
    'coolerFilling',
    'a cooler fed at the top',
    () => set({ 'cooler.filling': 'inHighOutLow' }, moved(STOCK, PLATE, LOOP)),
    ['mend cooler'],
    () => moved(STOCK, PLATE, LOOP),
  ],
  ['coolerOrder', 'a cooler, as a note', () => moved(STOCK, PLATE, LOOP), ['note cooler'], () => STOCK],
  [
    'parasiticFlow',
    'a side-stream filter that takes the bearings’ oil at hot idle',
    () => set({ 'fineFilter.metering.turns': 4, 'fineFilter.metering.fullAreaM2': 12e-6 }, moved(STOCK, SIDE_STREAM)),
    ['mend fineFilter'],
    () =>
      moved(
        STOCK,
        { kind: 'removeBranch', part: 'turbo' },
        { kind: 'removeBranch', part: 'jets' },
        { kind: 'removeBranch', part: 'tensioner' },
      ),
  ],
  [
    'turboRestrictor',
    'rolling bearings without a restrictor',
    () => set({ 'turbo.bearingType': 'rolling' }, moved(STOCK, { kind: 'takeOut', part: 'turboRestrictor' })),
    ['mend turbo'],
    () => set({ 'turbo.bearingType': 'rolling' }),
  ],
  [
    'turboRestrictor',
    'plain bearings that a restrictor starves',
    () => set({ 'turboRestrictor.boreM': 0.7e-3 }),
    ['mend turbo'],
    () => STOCK,
  ],
  [
    'restrictorTwice',
    'two restrictors in a row',
    () => moved(STOCK, { kind: 'insert', at: 'turbo.in', drafts: [draft('restrictor', { name: 'In the fitting' })] }),
    ['mend turbo'],
    () => STOCK,
  ],
  [
    'gravityDrain',
    'a drain that climbs',
    () => set({ 'turboDrain.profile.1.heightM': -0.18 }),
    ['stop turboDrain'],
    () => STOCK,
  ],
  [
    'gravityDrain',
    'a drain that enters below the oil',
    () => set({ 'turboDrain.profile.2.heightM': -0.225 }),
    ['stop turboDrain'],
    () => STOCK,
  ],
  [
    'gravityDrain',
    'a drain that does not fall',
    () =>
      set({
        'turboDrain.profile': [
          { alongM: 0, heightM: 0.1 },
          { alongM: 0.38, heightM: 0.1 },
        ],
      }),
    ['stop turboDrain'],
    () => STOCK,
  ],
  [
    'gravityDrain',
    'a crankcase that holds the oil up',
    () => set({ 'sump.pressurePa': 5e3 }),
    ['stop turboDrain'],
    () => STOCK,
  ],
  [
    'gravityDrain',
    'a drain too narrow for the coldest oil',
    () => set({ 'turboDrain.boreM': 3e-3 }),
    ['look turboDrain', 'mend turboDrain'],
    () => STOCK,
  ],
  [
    'gravityDrain',
    'a drain whose heights nobody gave',
    () => set({ 'turboDrain.profile': undefined, 'turbo.elevationM': undefined }),
    ['look turboDrain'],
    () => STOCK,
  ],
  [
    'drainMissing',
    'a turbo without a drain',
    () => moved(STOCK, { kind: 'takeOut', part: 'turboDrain' }),
    ['look turbo'],
    () => STOCK,
  ],
  [
    'gravityReturn',
    'a return no larger than the supply',
    () => set({ 'return.boreM': 8.7e-3, 'fineFilter.metering.turns': 0.02 }, moved(STOCK, SIDE_STREAM)),
    ['mend fineFilter'],
    () => moved(STOCK, SIDE_STREAM),
  ],
  [
    'overflow',
    'a canister that overflows at high idle',
    () => set({ 'fineFilter.metering.turns': 4, 'return.profile.1.heightM': 0.245 }, moved(STOCK, SIDE_STREAM)),
    ['mend fineFilter'],
    () => moved(STOCK, SIDE_STREAM),
  ],
  [
    'sideStreamReach',
    'a canister too far away',
    () => set({ 'feed.lengthM': 2.3 }, moved(STOCK, SIDE_STREAM)),
    ['mend fineFilter'],
    () => moved(STOCK, SIDE_STREAM),
  ],
  [
    'sideStreamReach',
    'a canister farther than is good',
    () => set({ 'feed.lengthM': 1.9 }, moved(STOCK, SIDE_STREAM)),
    ['look fineFilter'],
    () => moved(STOCK, SIDE_STREAM),
  ],
  [
    'suction',
    'a pickup that is too narrow when cold',
    () => set({ 'pickup.tube.boreM': 7e-3 }),
    ['mend pump'],
    () => STOCK,
  ],
  [
    'reliefCapacity',
    'a relief with too small a passage',
    () => set({ 'relief.areaM2': 8e-6 }),
    ['mend relief'],
    () => STOCK,
  ],
  [
    'pressureRating',
    'a hose above its rating',
    () => set({ 'turboFeed.pressureRatingPa': 4e5 }),
    ['stop turboFeed'],
    () => set({ 'turboFeed.pressureRatingPa': 20e5 }),
  ],
  [
    'rodThreshold',
    'a gallery that the crank holds back',
    () => set({ 'relief.crackPa': 0.4e5, 'relief.areaM2': 4e-4 }),
    ['stop rods'],
    () => STOCK,
  ],
  [
    'threadMates',
    'a dash 6 end on a dash 4 hose',
    () =>
      set({
        'turboFeed.connections': [{ port: 'out', thread: 'flare4' }],
        'turboRestrictor.connections': [{ port: 'in', thread: 'flare6' }],
      }),
    ['mend turboRestrictor'],
    () =>
      set({
        'turboFeed.connections': [{ port: 'out', thread: 'flare4' }],
        'turboRestrictor.connections': [{ port: 'in', thread: 'flare4' }],
      }),
  ],
  [
    'sealant',
    'sealant on a flare',
    () => set({ 'turboFeed.connections': [{ port: 'out', thread: 'flare4', sealant: true }] }),
    ['mend turboFeed'],
    () => set({ 'turboFeed.connections': [{ port: 'out', thread: 'flare4' }] }),
  ],
  [
    'sealant',
    'a dry taper thread',
    () => set({ 'turboFeed.connections': [{ port: 'in', thread: 'taper1_8' }] }),
    ['look turboFeed'],
    () => set({ 'turboFeed.connections': [{ port: 'in', thread: 'taper1_8', sealant: true }] }),
  ],
  [
    'smallestBore',
    'the narrowest place on the way to the turbo, as a note',
    () => STOCK,
    ['note turbo'],
    () => moved(STOCK, { kind: 'removeBranch', part: 'turbo' }),
  ],
  [
    'hoseBend',
    'a hose bent too tightly',
    () => set({ 'turboFeed.leastBendM': 0.05, 'turboFeed.tightestBendM': 0.03 }),
    ['mend turboFeed'],
    () => set({ 'turboFeed.leastBendM': 0.05, 'turboFeed.tightestBendM': 0.06 }),
  ],
  [
    'surroundings',
    'a bare hose by the exhaust',
    () => set({ 'turboFeed.place': { nearExhaust: true } }),
    ['stop turboFeed'],
    () => set({ 'turboFeed.place': { nearExhaust: true, sleeved: true } }),
  ],
  [
    'surroundings',
    'a hose that can touch a belt',
    () => set({ 'turboFeed.place': { nearMoving: true } }),
    ['stop turboFeed'],
    () => set({ 'turboFeed.place': {} }),
  ],
  [
    'surroundings',
    'a filter behind something else',
    () => set({ 'filter.place': { serviceable: false } }),
    ['note filter'],
    () => set({ 'filter.place': {} }),
  ],
  [
    'canisterMount',
    'a canister on the engine',
    () => set({ 'fineFilter.place.mount': 'engine' }, moved(STOCK, SIDE_STREAM)),
    ['look fineFilter'],
    () => moved(STOCK, SIDE_STREAM),
  ],
  [
    'mounting',
    'a cooler in still air, in the stones, in a hot place and without rubber',
    () => placed({ stones: 'exposed', airflow: 'still', heat: 'hot', rubberMounted: false }),
    ['mend cooler', 'mend cooler', 'look cooler', 'look cooler'],
    () => placed({ stones: 'protected', airflow: 'ram', heat: 'cool', rubberMounted: true }),
  ],
  [
    'benchFlush',
    'a hose behind the filter, as a note',
    () => STOCK,
    ['note turboFeed'],
    () => set({ 'turboFeed.flushed': true }),
  ],
  [
    'electrics',
    'a fan without fuse, relay and earth',
    () => set({ 'cooler.electrical': { currentA: 12, earthed: false } }, moved(STOCK, PLATE, LOOP)),
    ['mend cooler', 'mend cooler', 'mend cooler'],
    () => set({ 'cooler.electrical': { currentA: 12, fuseA: 20, relay: true } }, moved(STOCK, PLATE, LOOP)),
  ],
  [
    'sensorUnplugged',
    'a sender that is not plugged in',
    () =>
      set({ 'oilGauge.connected': false }, moved(STOCK, { kind: 'tee', at: 'gallery.out', drafts: [draft('gauge')] })),
    ['mend oilGauge'],
    () => moved(STOCK, { kind: 'tee', at: 'gallery.out', drafts: [draft('gauge')] }),
  ],
];
