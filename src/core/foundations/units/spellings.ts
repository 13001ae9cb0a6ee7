import {
  BAR_PA,
  BTU_H_F_WK,
  BTU_J,
  FAHRENHEIT_PER_KELVIN,
  FOOT_M,
  HORSEPOWER_W,
  HOUR_S,
  IMPERIAL_GALLON_M3,
  INCH_M,
  LITRE_M3,
  MILE_M,
  MINUTE_S,
  POUND_FORCE_N,
  POUND_KG,
  PSI_PA,
  STANDARD_GRAVITY_M_S2,
  THOUSAND_RPM_REV_S,
  US_GALLON_M3,
  ZERO_CELSIUS_K,
  ZERO_FAHRENHEIT_ABOVE_NOTHING,
} from './conversions';
import type { Quantity } from './quantity';

/** How a unit may be typed, and what it is worth: SI = figure × scale + offset. */
export interface Spelling {
  /** Compared without case, spaces, dots and carets. */
  readonly names: readonly string[];
  readonly scale: number;
  readonly offset?: number;
  /** Of two that are spelled alike, the one that US readers mean. */
  readonly isUs?: true;
}

/** @param scale worth of one in SI */
const spelled = (scale: number, ...names: string[]): Spelling => ({ names, scale });

const LENGTH = [
  spelled(1, 'm', 'metre', 'metres', 'meter', 'meters'),
  spelled(1e-2, 'cm', 'centimetre', 'centimetres', 'centimeter', 'centimeters'),
  spelled(1e-3, 'mm', 'millimetre', 'millimetres', 'millimeter', 'millimeters'),
  spelled(1e-6, 'um', 'micron', 'microns'),
  spelled(INCH_M, 'in', 'ins', 'inch', 'inches', '"', '″', '”', "''"),
  spelled(FOOT_M, 'ft', 'foot', 'feet', "'", '′', '’'),
  spelled(INCH_M / 1000, 'thou', 'mil', 'mils'),
];
const AREA = [
  spelled(1, 'm2', 'sqm'),
  spelled(1e-4, 'cm2', 'sqcm'),
  spelled(1e-6, 'mm2', 'sqmm'),
  spelled(INCH_M * INCH_M, 'in2', 'sqin'),
];
const VOLUME: readonly Spelling[] = [
  spelled(1, 'm3'),
  spelled(1e-3, 'l', 'litre', 'litres', 'liter', 'liters', 'ltr', 'lt', 'dm3'),
  spelled(1e-6, 'ml', 'cc', 'ccm', 'cm3', 'ccs'),
  spelled(US_GALLON_M3 / 4, 'qt', 'usqt', 'quart', 'quarts', 'us quarts'),
  spelled(US_GALLON_M3, 'gal', 'usgal', 'gallon', 'gallons', 'us gallons'),
  spelled(IMPERIAL_GALLON_M3, 'imp gal', 'uk gal', 'imperial gallon', 'imperial gallons', 'imp gallons', 'uk gallons'),
  spelled(IMPERIAL_GALLON_M3 / 4, 'imp qt', 'uk qt', 'imperial quart', 'imperial quarts'),
  // Pints differ by a fifth: which are meant is the reader's system, or asked.
  { names: ['us pt', 'us pint', 'us pints', 'pt', 'pint', 'pints'], scale: US_GALLON_M3 / 8, isUs: true },
  spelled(IMPERIAL_GALLON_M3 / 8, 'imp pt', 'uk pint', 'imperial pint', 'imperial pints', 'pt', 'pint', 'pints'),
  spelled(US_GALLON_M3 / 128, 'fl oz', 'us fl oz', 'floz'),
  spelled(INCH_M ** 3, 'in3', 'cuin', 'ci', 'cid'),
];
const SPEED = [
  spelled(1, 'm/s', 'ms'),
  spelled(1 / 3.6, 'km/h', 'kmh', 'kph'),
  spelled(MILE_M / HOUR_S, 'mph', 'mi/h'),
  spelled(FOOT_M, 'ft/s', 'fps', 'fts'),
  spelled(1852 / HOUR_S, 'kn', 'kt', 'kts', 'knot', 'knots'),
];
const POWER = [
  spelled(1, 'w', 'watt', 'watts'),
  spelled(1e3, 'kw', 'kilowatt', 'kilowatts'),
  spelled(HORSEPOWER_W, 'hp', 'bhp', 'horsepower'),
  spelled(735.49875, 'ps', 'cv', 'metrichp'),
  spelled(BTU_J / HOUR_S, 'btu/h', 'btuh'),
];
const TIMES = [
  spelled(1, 's', 'sec', 'secs', 'second', 'seconds'),
  spelled(MINUTE_S, 'min', 'mins', 'minute', 'minutes'),
  spelled(HOUR_S, 'h', 'hr', 'hrs', 'hour', 'hours'),
  spelled(24 * HOUR_S, 'day', 'days'),
];

/** Units that people type for a quantity, beside those that are shown. Apart from the table of quantities: the first view types nothing. */
const SPELLINGS: Readonly<Record<Quantity, readonly Spelling[]>> = {
  pressure: [
    spelled(1e5, 'bar', 'bars', 'barg', 'bar(g)', 'bar gauge'),
    spelled(100, 'mbar', 'hpa'),
    spelled(PSI_PA, 'psi', 'psig', 'psi(g)', 'psi gauge', 'lbf/in2', 'lb/in2', 'pounds', 'lb', 'lbs'),
    spelled(98_066.5, 'kg/cm2', 'kgf/cm2', 'kg/cm', 'at'),
    spelled(1e3, 'kpa'),
    spelled(1e6, 'mpa'),
    spelled(1, 'pa'),
    spelled(101_325, 'atm'),
  ],
  flow: [
    spelled(
      1e-3 / MINUTE_S,
      'l/min',
      'lpm',
      'l/m',
      'litres/min',
      'liters/min',
      'litres per minute',
      'liters per minute',
    ),
    spelled(1e-6 / MINUTE_S, 'ml/min', 'cc/min', 'cm3/min'),
    spelled(1e-3 / HOUR_S, 'l/h', 'lph'),
    spelled(1 / HOUR_S, 'm3/h'),
    spelled(US_GALLON_M3 / MINUTE_S, 'gpm', 'usgpm', 'gal/min'),
    spelled(US_GALLON_M3 / HOUR_S, 'gph', 'gal/h'),
    spelled(IMPERIAL_GALLON_M3 / MINUTE_S, 'imp gpm', 'imp gal/min', 'uk gpm'),
    spelled(US_GALLON_M3 / 4 / MINUTE_S, 'qt/min', 'qpm'),
    spelled(1, 'm3/s'),
  ],
  temperature: [
    { names: ['c', 'degc', 'celsius'], scale: 1, offset: ZERO_CELSIUS_K },
    {
      names: ['f', 'degf', 'fahrenheit'],
      scale: 1 / FAHRENHEIT_PER_KELVIN,
      offset: ZERO_FAHRENHEIT_ABOVE_NOTHING / FAHRENHEIT_PER_KELVIN,
    },
    spelled(1, 'k', 'kelvin'),
  ],
  temperatureDifference: [spelled(1, 'k', 'c', 'degc'), spelled(1 / FAHRENHEIT_PER_KELVIN, 'f', 'degf', 'df')],
  bore: LENGTH,
  length: LENGTH,
  distance: [spelled(1, 'm'), spelled(1e3, 'km'), spelled(MILE_M, 'mi', 'mile', 'miles')],
  cutLength: LENGTH,
  clearance: LENGTH,
  area: AREA,
  volume: VOLUME,
  engineSize: VOLUME,
  displacement: [
    spelled(1e-6, 'cc/rev', 'cc', 'cm3/rev', 'cm3', 'ml/rev', 'ml'),
    spelled(INCH_M ** 3, 'in3/rev', 'in3', 'cuin', 'cuin/rev'),
  ],
  speed: [
    spelled(1 / MINUTE_S, 'rpm', 'r/min', '1/min', 'rev/min', 'revs', 'revs/min', 'u/min'),
    spelled(1, 'rev/s', 'rps', 'hz', '1/s'),
  ],
  pressurePerSpeed: [
    spelled(BAR_PA / THOUSAND_RPM_REV_S, 'bar/1000rpm'),
    spelled(PSI_PA / THOUSAND_RPM_REV_S, 'psi/1000rpm'),
  ],
  viscosity: [spelled(1e-3, 'mpas', 'cp', 'centipoise'), spelled(0.1, 'p', 'poise'), spelled(1, 'pas')],
  kinematicViscosity: [spelled(1e-6, 'mm2/s', 'cst', 'centistoke', 'centistokes'), spelled(1, 'm2/s')],
  density: [
    spelled(1, 'kg/m3'),
    spelled(1e3, 'g/cm3', 'g/cc', 'kg/l', 'g/ml'),
    spelled(POUND_KG / FOOT_M ** 3, 'lb/ft3'),
    spelled(POUND_KG / US_GALLON_M3, 'lb/gal', 'lb/usgal', 'ppg'),
  ],
  conductance: [spelled(1, 'w/k', 'w/c'), spelled(BTU_H_F_WK, 'btu/hf', 'btuh/f')],
  airSpeed: SPEED,
  roadSpeed: SPEED,
  faceArea: AREA,
  linearConductance: [spelled(1, 'w/mk', 'w/(mk)')],
  linearPower: [spelled(1, 'w/m'), spelled(1 / FOOT_M, 'w/ft')],
  heatFlow: POWER,
  heatCapacity: [spelled(1e3, 'kj/k'), spelled(1, 'j/k'), spelled(BTU_J * FAHRENHEIT_PER_KELVIN, 'btu/f')],
  share: [spelled(0.01, 'percent', 'per cent')],
  time: TIMES,
  springRate: [spelled(1e3, 'n/mm', 'kn/m'), spelled(1, 'n/m'), spelled(POUND_FORCE_N / INCH_M, 'lbf/in', 'lb/in')],
  mass: [
    spelled(1, 'kg'),
    spelled(1e-3, 'g'),
    spelled(POUND_KG, 'lb', 'lbs', 'pound', 'pounds'),
    spelled(POUND_KG / 16, 'oz'),
  ],
  money: [],
  current: [spelled(1, 'a', 'amp', 'amps'), spelled(1e-3, 'ma')],
  force: [spelled(1, 'n'), spelled(1e3, 'kn'), spelled(POUND_FORCE_N, 'lbf', 'lb')],
  power: POWER,
  torque: [
    spelled(1, 'nm', 'newton metre', 'newton metres', 'newton meters'),
    spelled(9.80665, 'kgm', 'kgfm', 'mkg', 'mkp'),
    spelled(
      POUND_FORCE_N * FOOT_M,
      'lbfft',
      'lbft',
      'lbsft',
      'ftlb',
      'ftlbs',
      'ftlbf',
      'foot pound',
      'foot pounds',
      'pound feet',
    ),
    spelled(
      POUND_FORCE_N * INCH_M,
      'lbfin',
      'lbin',
      'lbsin',
      'inlb',
      'inlbs',
      'inlbf',
      'inch pound',
      'inch pounds',
      'pound inches',
    ),
  ],
  angle: [spelled(Math.PI / 180, 'deg', 'degree', 'degrees', '°'), spelled(1, 'rad')],
  acceleration: [spelled(STANDARD_GRAVITY_M_S2, 'g', 'gs'), spelled(1, 'm/s2', 'm/s²', 'ms2')],
  leak: [spelled(1, 'm3/s per pa'), spelled((LITRE_M3 * 1e-3) / MINUTE_S / BAR_PA, 'ml/min/bar', 'cc/min/bar')],
  expansion: [spelled(1, '1/k'), spelled(FAHRENHEIT_PER_KELVIN, '1/f')],
  ratio: [],
  loading: [],
  reynolds: [],
  turns: [spelled(1, 'turn', 'turns', 'rev')],
};

const plain = (typed: string) =>
  typed
    .toLowerCase()
    .replace(/µ|μ/g, 'u')
    .replace(/²/g, '2')
    .replace(/³/g, '3')
    .replace(/[\s·.^*()-]/g, '')
    .replace(/(.)°/g, '$1')
    .replace(/^°(?=.)/, '');

/** The units that a quantity has by a typed name: more than one where two countries call different things alike. */
export function spelledUnits(quantity: Quantity, typed: string): readonly Spelling[] {
  const name = plain(typed);
  return SPELLINGS[quantity].filter((each) => each.names.some((known) => plain(known) === name));
}
