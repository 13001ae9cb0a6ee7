/**
 * Engines that do not exist, of every kind that the questions offer, written down before any default was fitted to
 * them. What a healthy one shows is common practice, no source: a road engine's gauge, its pump a litre, its oil on the
 * road.
 */
export interface InventedEngine {
  readonly name: string;
  readonly archetype: string;
  readonly displacementM3: number;
  readonly cylinders: number;
  readonly idleRpm: number;
  readonly redlineRpm: number;
  readonly layout?: 'inline' | 'v' | 'flat';
  readonly valveGear?: 'pushrod' | 'singleCam' | 'twinCam';
  readonly fuel?: 'petrol' | 'diesel';
  readonly use?: 'street' | 'towing' | 'hillSprint' | 'track' | 'endurance' | 'boat' | 'offRoad';
  readonly oilGrade?: string;
}

/** What is asked of a healthy engine, by what it is. */
export interface HealthyRanges {
  /** Gallery at hot idle, 110 °C, and at the redline, 100 °C [bar]. */
  readonly idleBar: readonly [number, number];
  readonly speedBar: readonly [number, number];
  /** Pump a turn of the engine and a litre of it [cm³]. */
  readonly pumpCcPerLitre: readonly [number, number];
  /** Sump at a cruise [°C]. */
  readonly cruiseC: readonly [number, number];
}

const MODERN: HealthyRanges = { idleBar: [1, 2.5], speedBar: [3, 5.5], pumpCcPerLitre: [4, 7], cruiseC: [85, 110] };
/** Air-cooled and old engines run with more clearance. */
const OLD: HealthyRanges = { ...MODERN, idleBar: [0.7, 2] };
/** A truck diesel's bearings are small for its displacement. */
const TRUCK: HealthyRanges = { ...MODERN, pumpCcPerLitre: [1.5, 6] };
/** A small engine's bearings are large for it. */
const SMALL: HealthyRanges = { ...MODERN, pumpCcPerLitre: [4, 18] };
const SMALL_AIR: HealthyRanges = { ...SMALL, idleBar: [0.7, 2] };

type Row = readonly [
  ranges: HealthyRanges,
  archetype: string,
  litres: number,
  cylinders: number,
  idleRpm: number,
  redlineRpm: number,
  more?: Omit<Partial<InventedEngine>, 'archetype'>,
];

const ROWS: readonly Row[] = [
  [MODERN, 'wetSump', 0.349, 2, 1100, 7500],
  [MODERN, 'wetSump', 0.998, 3, 850, 6500, { oilGrade: '0W-20' }],
  [MODERN, 'wetSump', 1.275, 4, 800, 6000, { valveGear: 'pushrod', oilGrade: '20W-50' }],
  [MODERN, 'wetSump', 1.598, 4, 800, 6800, { oilGrade: '5W-30', use: 'street' }],
  [MODERN, 'wetSump', 1.998, 4, 875, 7200, { use: 'track', oilGrade: '5W-40' }],
  [MODERN, 'wetSump', 1.998, 4, 800, 4600, { fuel: 'diesel', oilGrade: '5W-30', use: 'towing' }],
  [MODERN, 'wetSump', 2.497, 5, 780, 6250, { use: 'hillSprint' }],
  [MODERN, 'wetSump', 2.994, 6, 720, 6500, { layout: 'v', oilGrade: '5W-30' }],
  [MODERN, 'wetSump', 2.458, 4, 700, 6000, { layout: 'flat', oilGrade: '5W-30', use: 'offRoad' }],
  [MODERN, 'wetSump', 4.196, 8, 700, 7000, { layout: 'v', use: 'endurance', oilGrade: '10W-60' }],
  [MODERN, 'wetSump', 5.9, 12, 750, 7400, { layout: 'v', oilGrade: '10W-60' }],
  [MODERN, 'wetSump', 4.0, 10, 800, 8000, { layout: 'v', use: 'track', oilGrade: '10W-60' }],
  [MODERN, 'coolerOnHousing', 1.395, 4, 780, 6000, { oilGrade: '0W-20' }],
  [MODERN, 'coolerOnHousing', 1.968, 4, 830, 4800, { fuel: 'diesel', use: 'towing', oilGrade: '5W-30' }],
  [MODERN, 'coolerOnHousing', 2.967, 6, 680, 4400, { fuel: 'diesel', layout: 'v', use: 'towing', oilGrade: '5W-30' }],
  [MODERN, 'coolerOnHousing', 3.6, 6, 650, 6600, { layout: 'flat', use: 'street' }],
  [MODERN, 'coolerOnHousing', 2.2, 4, 750, 6500, { use: 'boat', oilGrade: '10W-40' }],
  [MODERN, 'coolerOnHousing', 6.2, 8, 600, 5800, { layout: 'v', use: 'boat', oilGrade: '15W-40' }],
  [MODERN, 'remoteFilter', 1.798, 4, 850, 7000, { use: 'hillSprint' }],
  [MODERN, 'remoteFilter', 2.693, 6, 750, 6400, { use: 'street', oilGrade: '15W-50' }],
  [MODERN, 'remoteFilter', 3.5, 8, 700, 5500, { layout: 'v', use: 'offRoad', valveGear: 'pushrod' }],
  [MODERN, 'drySump', 1.6, 4, 1200, 8500, { use: 'track', oilGrade: '5W-40' }],
  [MODERN, 'drySump', 2.0, 4, 1100, 8000, { use: 'hillSprint' }],
  [MODERN, 'drySump', 3.6, 6, 900, 8200, { layout: 'flat', use: 'endurance', oilGrade: '10W-60' }],
  [MODERN, 'drySump', 5.7, 8, 1000, 7500, { layout: 'v', valveGear: 'pushrod', use: 'track', oilGrade: '15W-50' }],
  [SMALL, 'motorcycle', 0.124, 1, 1500, 9500],
  [SMALL, 'motorcycle', 0.249, 1, 1400, 10_500],
  [SMALL, 'motorcycle', 0.398, 2, 1300, 11_000],
  [SMALL, 'motorcycle', 0.599, 4, 1250, 14_000, { use: 'track' }],
  [MODERN, 'motorcycle', 0.998, 4, 1200, 12_500],
  [MODERN, 'motorcycle', 1.301, 2, 1150, 9000, { layout: 'v', use: 'street' }],
  [MODERN, 'pushrodV', 4.7, 8, 650, 5400],
  [MODERN, 'pushrodV', 5.7, 8, 700, 6000, { use: 'towing' }],
  [MODERN, 'pushrodV', 7.4, 8, 650, 5200, { use: 'boat', oilGrade: '15W-40' }],
  [MODERN, 'pushrodV', 3.8, 6, 700, 5500, { use: 'street' }],
  [OLD, 'airTwin', 0.883, 2, 1000, 6500],
  [OLD, 'airTwin', 1.44, 2, 950, 5500, { use: 'street' }],
  [OLD, 'airTwin', 1.75, 2, 900, 5200, { use: 'street' }],
  [SMALL_AIR, 'airTwin', 0.499, 2, 1100, 7000],
  [TRUCK, 'truckDiesel', 4.5, 4, 750, 2800],
  [TRUCK, 'truckDiesel', 6.7, 6, 700, 2500, { use: 'towing' }],
  [TRUCK, 'truckDiesel', 10.8, 6, 600, 2200, { use: 'towing' }],
  [TRUCK, 'truckDiesel', 12.8, 6, 575, 2200, { use: 'street' }],
  [TRUCK, 'truckDiesel', 15, 6, 550, 2100, { use: 'endurance' }],
  [OLD, 'externalSuction', 1.1, 4, 850, 5500],
  [OLD, 'externalSuction', 2.6, 6, 700, 5000, { use: 'street', oilGrade: '20W-50' }],
  [OLD, 'externalSuction', 4.2, 6, 600, 4600, { use: 'boat' }],
];

/** The engines with what is asked of each. */
export const INVENTED_ENGINES: readonly { readonly engine: InventedEngine; readonly ranges: HealthyRanges }[] =
  ROWS.map(([ranges, archetype, litres, cylinders, idleRpm, redlineRpm, more = {}]) => ({
    ranges,
    engine: {
      name: `${archetype} ${litres} L ${more.layout ?? ''}${cylinders} ${more.use ?? ''}`.trim(),
      archetype,
      displacementM3: Number((litres * 1e-3).toPrecision(6)),
      cylinders,
      idleRpm,
      redlineRpm,
      ...more,
    },
  }));
