import type { AnswersInput } from '../../document/archetypes/answers';
import type { EngineKind } from './healthyEngines';

/**
 * What an invented service book prints of a healthy invented engine, or what its owner's gauge has always shown. Figures
 * are spread over what such engines show, the ends of each range among them, and follow no figure that this app
 * computes.
 *
 * @source ranges of kinds: common practice, no source; the gauges in them are invented
 */
export interface ServiceGauge {
  readonly answers: AnswersInput;
  readonly kind: EngineKind;
  readonly hotIdleBar: number;
  /** At `speedRpm`. */
  readonly atSpeedBar: number;
  readonly speedRpm: number;
  /** What the book says that its relief opens at [bar]. */
  readonly reliefBar?: number;
  /** Oil of the readings [°C]; absent: nobody has a thermometer in it. */
  readonly oilC?: number;
}

type Row = readonly [
  kind: EngineKind,
  archetype: AnswersInput['archetype'],
  engine: readonly [litres: number, cylinders: number, idleRpm: number, redlineRpm: number],
  gauge: readonly [hotIdleBar: number, atSpeedBar: number, speedRpm: number, oilC?: number, reliefBar?: number],
  more?: Omit<Partial<AnswersInput>, 'archetype'>,
];

const OLD = { valveGear: 'pushrod', lifters: 'solid' } as const;

const ROWS: readonly Row[] = [
  ['vintage', 'externalSuction', [1.2, 4, 700, 4200], [0.7, 2.1, 2500]],
  ['vintage', 'externalSuction', [3.0, 6, 600, 3800], [1.0, 2.0, 2200, 90, 2.2]],
  ['vintage', 'wetSump', [2.6, 6, 600, 4000], [1.3, 2.9, 2400], { ...OLD, oilGrade: 'SAE 30' }],
  ['airTwin', 'airTwin', [0.883, 2, 1000, 6500], [0.7, 1.6, 3000]],
  ['airTwin', 'airTwin', [1.44, 2, 950, 5500], [0.8, 2.4, 3000, 100]],
  ['airTwin', 'airTwin', [1.75, 2, 900, 5200], [1.1, 2.0, 3000]],
  ['classic', 'wetSump', [1.275, 4, 800, 6000], [1.0, 4.1, 3000], { valveGear: 'pushrod', oilGrade: '20W-50' }],
  ['classic', 'pushrodV', [5.7, 8, 700, 6000], [0.9, 3.5, 3000]],
  ['classic', 'pushrodV', [4.7, 8, 650, 5400], [1.7, 4.2, 2500, 95, 4.1]],
  ['classic', 'remoteFilter', [2.693, 6, 750, 6400], [1.3, 4.9, 3000], { valveGear: 'singleCam', oilGrade: '15W-50' }],
  ['classic', 'externalSuction', [2.6, 6, 700, 5000], [0.8, 3.6, 3000], { oilGrade: '20W-50' }],
  ['modern', 'wetSump', [1.598, 4, 800, 6800], [1.2, 4.2, 3000, 100], { oilGrade: '5W-30' }],
  ['modern', 'wetSump', [1.998, 4, 875, 7200], [2.1, 5.2, 3000], { use: 'track', oilGrade: '5W-40' }],
  ['modern', 'wetSump', [2.994, 6, 720, 6500], [0.9, 4.0, 3000], { layout: 'v', oilGrade: '5W-30' }],
  [
    'modern',
    'coolerOnHousing',
    [1.968, 4, 830, 4800],
    [1.4, 4.0, 2500, 100, 4.2],
    { fuel: 'diesel', oilGrade: '5W-30' },
  ],
  ['modern', 'coolerOnHousing', [3.6, 6, 650, 6600], [1.0, 4.6, 3000], { layout: 'flat' }],
  ['race', 'drySump', [2.0, 4, 1100, 8000], [2.0, 5.6, 4000], { use: 'hillSprint' }],
  [
    'race',
    'drySump',
    [5.7, 8, 1000, 7500],
    [2.5, 6.2, 4000, 105, 6.2],
    { layout: 'v', valveGear: 'pushrod', use: 'track', oilGrade: '15W-50' },
  ],
  ['race', 'drySump', [3.6, 6, 900, 8200], [1.4, 5.2, 4500], { layout: 'flat', use: 'endurance', oilGrade: '10W-60' }],
  ['truck', 'truckDiesel', [6.7, 6, 700, 2500], [1.0, 3.7, 1500], { use: 'towing' }],
  ['truck', 'truckDiesel', [12.8, 6, 575, 2200], [1.8, 4.6, 1300, 100]],
  ['motorcycle', 'motorcycle', [0.599, 4, 1250, 14_000], [0.9, 4.4, 5000]],
  ['motorcycle', 'motorcycle', [0.998, 4, 1200, 12_500], [1.5, 5.7, 5000, 100, 5.6]],
  ['motorcycle', 'motorcycle', [1.301, 2, 1150, 9000], [0.8, 4.1, 4000], { layout: 'v' }],
];

export const SERVICE_GAUGES: readonly ServiceGauge[] = ROWS.map(
  ([
    kind,
    archetype,
    [litres, cylinders, idleRpm, redlineRpm],
    [hotIdleBar, atSpeedBar, speedRpm, oilC, reliefBar],
    more,
  ]) => ({
    kind,
    answers: {
      name: `${kind} ${litres} L, ${hotIdleBar} and ${atSpeedBar} bar`,
      archetype,
      displacementM3: Number((litres * 1e-3).toPrecision(6)),
      cylinders,
      idleRpm,
      redlineRpm,
      kind,
      ...(reliefBar === undefined ? {} : { reliefPa: reliefBar * 1e5 }),
      ...more,
    },
    hotIdleBar,
    atSpeedBar,
    speedRpm,
    ...(reliefBar === undefined ? {} : { reliefBar }),
    ...(oilC === undefined ? {} : { oilC }),
  }),
);
