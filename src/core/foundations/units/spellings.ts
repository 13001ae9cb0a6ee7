import type { Quantity } from './quantity';

/**
 * How a unit may be typed, and what it is worth: SI = figure × scale + offset. Spellings are compared without case,
 * spaces, dots and carets.
 */
export interface Spelling {
  readonly names: readonly string[];
  readonly scale: number;
  readonly offset?: number;
}

const unit = (scale: number, ...names: string[]): Spelling => ({ names, scale });

const INCH = 0.0254;
const FOOT = 0.3048;
const POUND_KG = 0.45359237;
const POUND_N = 4.4482216152605;
const US_GALLON = 3.785411784e-3;
const US_QUART = US_GALLON / 4;
const CUBIC_INCH = INCH ** 3;
const MINUTE = 60;
const HOUR = 3600;
const MILE = 1609.344;
const FAHRENHEIT_ZERO_K = 459.67 / 1.8;

const LENGTH = [
  unit(1, 'm', 'metre', 'metres', 'meter', 'meters'),
  unit(1e-2, 'cm'),
  unit(1e-3, 'mm'),
  unit(1e-6, 'um', 'micron', 'microns'),
  unit(INCH, 'in', 'inch', 'inches', '"', '″', '”', "''"),
  unit(FOOT, 'ft', 'foot', 'feet', "'", '′', '’'),
  unit(INCH / 1000, 'thou', 'mil', 'mils'),
];
const AREA = [
  unit(1, 'm2', 'sqm'),
  unit(1e-4, 'cm2', 'sqcm'),
  unit(1e-6, 'mm2', 'sqmm'),
  unit(INCH * INCH, 'in2', 'sqin'),
];
const VOLUME = [
  unit(1, 'm3'),
  unit(1e-3, 'l', 'litre', 'litres', 'liter', 'liters'),
  unit(1e-6, 'ml', 'cc', 'ccm', 'cm3'),
  unit(US_QUART, 'qt', 'usqt', 'quart', 'quarts'),
  unit(US_GALLON, 'gal', 'usgal', 'gallon', 'gallons'),
  unit(CUBIC_INCH, 'in3', 'cuin', 'ci', 'cid'),
];
const SPEED = [
  unit(1, 'm/s', 'ms'),
  unit(1 / 3.6, 'km/h', 'kmh', 'kph'),
  unit(MILE / HOUR, 'mph', 'mi/h'),
  unit(FOOT, 'ft/s', 'fps', 'fts'),
  unit(1852 / HOUR, 'kn', 'kt', 'kts', 'knot', 'knots'),
];
const POWER = [
  unit(1, 'w'),
  unit(1e3, 'kw'),
  unit(745.6998715822702, 'hp', 'bhp'),
  unit(735.49875, 'ps', 'metrichp'),
  unit(0.29307107017222, 'btu/h', 'btuh'),
];
const TIMES = [
  unit(1, 's', 'sec', 'second', 'seconds'),
  unit(MINUTE, 'min', 'minute', 'minutes'),
  unit(HOUR, 'h', 'hr', 'hour', 'hours'),
];

/**
 * Units that people type, by quantity; what is shown is a quantity's own list. Single ones where no other is met.
 * @source exact conversion factors: ISO 80000, NIST SP 811 (from memory)
 */
export const SPELLINGS: Partial<Readonly<Record<Quantity, readonly Spelling[]>>> = {
  pressure: [
    unit(1e5, 'bar'),
    unit(100, 'mbar', 'hpa'),
    unit(6894.757293168361, 'psi', 'psig', 'lbf/in2', 'lb/in2'),
    unit(1e3, 'kpa'),
    unit(1e6, 'mpa'),
    unit(1, 'pa'),
    unit(101_325, 'atm'),
  ],
  flow: [
    unit(1e-3 / MINUTE, 'l/min', 'lpm', 'l/m'),
    unit(1e-6 / MINUTE, 'ml/min', 'cc/min', 'cm3/min'),
    unit(1e-3 / HOUR, 'l/h', 'lph'),
    unit(1 / HOUR, 'm3/h'),
    unit(US_GALLON / MINUTE, 'gpm', 'usgpm', 'gal/min'),
    unit(US_QUART / MINUTE, 'qt/min', 'qpm'),
    unit(1, 'm3/s'),
  ],
  temperature: [
    { names: ['c', 'degc', 'celsius'], scale: 1, offset: 273.15 },
    { names: ['f', 'degf', 'fahrenheit'], scale: 1 / 1.8, offset: FAHRENHEIT_ZERO_K },
    unit(1, 'k', 'kelvin'),
  ],
  temperatureDifference: [unit(1, 'k', 'c', 'degc'), unit(1 / 1.8, 'f', 'degf', 'df')],
  bore: LENGTH,
  cutLength: LENGTH,
  distance: [unit(1, 'm'), unit(1e3, 'km'), unit(MILE, 'mi', 'mile', 'miles')],
  length: LENGTH,
  clearance: LENGTH,
  area: AREA,
  faceArea: AREA,
  volume: VOLUME,
  displacement: [
    unit(1e-6, 'cc/rev', 'cc', 'cm3/rev', 'cm3', 'ml/rev', 'ml'),
    unit(CUBIC_INCH, 'in3/rev', 'in3', 'cuin', 'cuin/rev'),
  ],
  speed: [unit(1 / MINUTE, 'rpm', 'r/min', '1/min', 'rev/min'), unit(1, 'rev/s', 'rps', 'hz')],
  viscosity: [unit(1e-3, 'mpas', 'cp'), unit(1, 'pas')],
  kinematicViscosity: [unit(1e-6, 'mm2/s', 'cst'), unit(1, 'm2/s')],
  density: [unit(1, 'kg/m3'), unit(1e3, 'g/cm3', 'g/cc', 'kg/l', 'g/ml'), unit(POUND_KG / FOOT ** 3, 'lb/ft3')],
  airSpeed: SPEED,
  roadSpeed: SPEED,
  heatFlow: POWER,
  power: POWER,
  heatCapacity: [unit(1e3, 'kj/k'), unit(1, 'j/k')],
  time: TIMES,
  springRate: [unit(1e3, 'n/mm', 'kn/m'), unit(1, 'n/m'), unit(POUND_N / INCH, 'lbf/in', 'lb/in')],
  mass: [unit(1, 'kg'), unit(1e-3, 'g'), unit(POUND_KG, 'lb', 'lbs', 'pound', 'pounds'), unit(POUND_KG / 16, 'oz')],
  current: [unit(1, 'a', 'amp', 'amps'), unit(1e-3, 'ma')],
  force: [unit(1, 'n'), unit(1e3, 'kn'), unit(POUND_N, 'lbf', 'lb')],
  torque: [
    unit(1, 'nm'),
    unit(POUND_N * FOOT, 'lbfft', 'lbft', 'ftlb', 'ftlbf'),
    unit(POUND_N * INCH, 'lbfin', 'lbin', 'inlb', 'inlbf'),
  ],
  angle: [unit(Math.PI / 180, 'deg', 'degree', 'degrees', '°'), unit(1, 'rad')],
  turns: [unit(1, 'turn', 'turns', 'rev')],
};

const plain = (typed: string) =>
  typed
    .toLowerCase()
    .replace(/µ|μ/g, 'u')
    .replace(/²/g, '2')
    .replace(/³/g, '3')
    .replace(/[\s·.^*-]/g, '')
    .replace(/(.)°/g, '$1')
    .replace(/^°(?=.)/, '');

/** The unit that a quantity has by a typed name. @returns undefined where it has none such */
export function spelledUnit(quantity: Quantity, typed: string): Spelling | undefined {
  const name = plain(typed);
  return SPELLINGS[quantity]?.find((each) => each.names.some((known) => plain(known) === name));
}
