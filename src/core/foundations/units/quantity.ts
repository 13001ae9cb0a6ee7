import {
  BAR_PA,
  FAHRENHEIT_PER_KELVIN,
  FOOT_M,
  HORSEPOWER_W,
  HOUR_S,
  INCH_M,
  MILE_M,
  MINUTE_S,
  POUND_FORCE_N,
  POUND_KG,
  PSI_PA,
  THOUSAND_RPM_REV_S,
  US_GALLON_M3,
  ZERO_CELSIUS_K,
  ZERO_FAHRENHEIT_ABOVE_NOTHING,
} from './conversions';

/** One way of showing a quantity: shown = SI·factor + offset. */
export interface DisplayUnit {
  readonly id: string;
  /** As written after a figure. */
  readonly symbol: string;
  /** As written where a drawing leaves little room. */
  readonly shortSymbol: string;
  readonly factor: number;
  readonly offset: number;
  /** Decimals that a reading of ordinary size deserves. */
  readonly decimals: number;
}

/** How a unit may be typed, and what it is worth: SI = figure × scale + offset. */
export interface Spelling {
  /** Compared without case, spaces, dots and carets. */
  readonly names: readonly string[];
  readonly scale: number;
  readonly offset?: number;
}

/** All that is known of a quantity: nothing of it can be left out. */
interface QuantityRow {
  /** Units to choose from; the first is the default. */
  readonly shown: readonly [DisplayUnit, ...DisplayUnit[]];
  /** The one of them that US workshops use. */
  readonly us: string;
  /** Units that people type besides. */
  readonly typed: readonly Spelling[];
  /** Below this nothing in a workshop can show it, and a reader would take it for a finding [SI]: written as 0. */
  readonly zeroBelow: number;
}

const unit = (id: string, symbol: string, siPerUnit: number, decimals: number, offset = 0): DisplayUnit => ({
  id,
  symbol,
  shortSymbol: symbol.replace(/^US /, ''),
  factor: 1 / siPerUnit,
  offset,
  decimals,
});

const spelled = (scale: number, ...names: string[]): Spelling => ({ names, scale });

const LENGTH = [
  spelled(1, 'm', 'metre', 'metres', 'meter', 'meters'),
  spelled(1e-2, 'cm'),
  spelled(1e-3, 'mm'),
  spelled(1e-6, 'um', 'micron', 'microns'),
  spelled(INCH_M, 'in', 'inch', 'inches', '"', '″', '”', "''"),
  spelled(FOOT_M, 'ft', 'foot', 'feet', "'", '′', '’'),
  spelled(INCH_M / 1000, 'thou', 'mil', 'mils'),
];
const AREA = [
  spelled(1, 'm2', 'sqm'),
  spelled(1e-4, 'cm2', 'sqcm'),
  spelled(1e-6, 'mm2', 'sqmm'),
  spelled(INCH_M * INCH_M, 'in2', 'sqin'),
];
const VOLUME = [
  spelled(1, 'm3'),
  spelled(1e-3, 'l', 'litre', 'litres', 'liter', 'liters'),
  spelled(1e-6, 'ml', 'cc', 'ccm', 'cm3'),
  spelled(US_GALLON_M3 / 4, 'qt', 'usqt', 'quart', 'quarts'),
  spelled(US_GALLON_M3, 'gal', 'usgal', 'gallon', 'gallons'),
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
  spelled(1, 'w'),
  spelled(1e3, 'kw'),
  spelled(HORSEPOWER_W, 'hp', 'bhp'),
  spelled(735.49875, 'ps', 'metrichp'),
  spelled(0.29307107017222, 'btu/h', 'btuh'),
];
const TIMES = [
  spelled(1, 's', 'sec', 'second', 'seconds'),
  spelled(MINUTE_S, 'min', 'minute', 'minutes'),
  spelled(HOUR_S, 'h', 'hr', 'hour', 'hours'),
];

/**
 * Every quantity that a user reads or types. The key's meaning in SI is the suffix that fields carry (pressure: Pa,
 * flow: m³/s, …).
 */
export const QUANTITIES = {
  pressure: {
    shown: [unit('bar', 'bar', BAR_PA, 2), unit('psi', 'psi', PSI_PA, 1), unit('kPa', 'kPa', 1e3, 0)],
    us: 'psi',
    typed: [
      spelled(1e5, 'bar'),
      spelled(100, 'mbar', 'hpa'),
      spelled(PSI_PA, 'psi', 'psig', 'lbf/in2', 'lb/in2'),
      spelled(1e3, 'kpa'),
      spelled(1e6, 'mpa'),
      spelled(1, 'pa'),
      spelled(101_325, 'atm'),
    ],
    zeroBelow: 20,
  },
  flow: {
    shown: [unit('L/min', 'L/min', 1e-3 / MINUTE_S, 2), unit('gpm', 'US gpm', US_GALLON_M3 / MINUTE_S, 3)],
    us: 'gpm',
    typed: [
      spelled(1e-3 / MINUTE_S, 'l/min', 'lpm', 'l/m'),
      spelled(1e-6 / MINUTE_S, 'ml/min', 'cc/min', 'cm3/min'),
      spelled(1e-3 / HOUR_S, 'l/h', 'lph'),
      spelled(1 / HOUR_S, 'm3/h'),
      spelled(US_GALLON_M3 / MINUTE_S, 'gpm', 'usgpm', 'gal/min'),
      spelled(US_GALLON_M3 / 4 / MINUTE_S, 'qt/min', 'qpm'),
      spelled(1, 'm3/s'),
    ],
    zeroBelow: 2e-8,
  },
  temperature: {
    shown: [
      unit('degC', '°C', 1, 0, -ZERO_CELSIUS_K),
      unit('degF', '°F', 1 / FAHRENHEIT_PER_KELVIN, 0, -ZERO_FAHRENHEIT_ABOVE_NOTHING),
    ],
    us: 'degF',
    typed: [
      { names: ['c', 'degc', 'celsius'], scale: 1, offset: ZERO_CELSIUS_K },
      {
        names: ['f', 'degf', 'fahrenheit'],
        scale: 1 / FAHRENHEIT_PER_KELVIN,
        offset: ZERO_FAHRENHEIT_ABOVE_NOTHING / FAHRENHEIT_PER_KELVIN,
      },
      spelled(1, 'k', 'kelvin'),
    ],
    zeroBelow: 0,
  },
  temperatureDifference: {
    shown: [unit('K', 'K', 1, 1), unit('dF', '°F', 1 / FAHRENHEIT_PER_KELVIN, 1)],
    us: 'dF',
    typed: [spelled(1, 'k', 'c', 'degc'), spelled(1 / FAHRENHEIT_PER_KELVIN, 'f', 'degf', 'df')],
    zeroBelow: 0,
  },
  bore: {
    shown: [unit('mm', 'mm', 1e-3, 2), unit('in', 'in', INCH_M, 3)],
    us: 'in',
    typed: LENGTH,
    zeroBelow: 0,
  },
  length: {
    shown: [unit('m', 'm', 1, 3), unit('ft', 'ft', FOOT_M, 2), unit('in', 'in', INCH_M, 1), unit('mm', 'mm', 1e-3, 0)],
    us: 'in',
    typed: LENGTH,
    zeroBelow: 0,
  },
  distance: {
    shown: [unit('km', 'km', 1e3, 0), unit('mi', 'mi', MILE_M, 0)],
    us: 'mi',
    typed: [spelled(1, 'm'), spelled(1e3, 'km'), spelled(MILE_M, 'mi', 'mile', 'miles')],
    zeroBelow: 0,
  },
  /** Hoses and brackets, as they are measured and cut. */
  cutLength: {
    shown: [unit('mm', 'mm', 1e-3, 0), unit('in', 'in', INCH_M, 2)],
    us: 'in',
    typed: LENGTH,
    zeroBelow: 0,
  },
  clearance: {
    shown: [unit('um', 'µm', 1e-6, 1), unit('thou', 'thou', INCH_M / 1000, 2)],
    us: 'thou',
    typed: LENGTH,
    zeroBelow: 0,
  },
  area: {
    shown: [unit('mm2', 'mm²', 1e-6, 1), unit('in2', 'in²', INCH_M * INCH_M, 4)],
    us: 'in2',
    typed: AREA,
    zeroBelow: 0,
  },
  volume: {
    shown: [unit('L', 'L', 1e-3, 2), unit('qt', 'US qt', US_GALLON_M3 / 4, 2)],
    us: 'qt',
    typed: VOLUME,
    zeroBelow: 5e-7,
  },
  displacement: {
    shown: [unit('cc', 'cc/rev', 1e-6, 1), unit('in3', 'in³/rev', INCH_M ** 3, 3)],
    us: 'in3',
    typed: [
      spelled(1e-6, 'cc/rev', 'cc', 'cm3/rev', 'cm3', 'ml/rev', 'ml'),
      spelled(INCH_M ** 3, 'in3/rev', 'in3', 'cuin', 'cuin/rev'),
    ],
    zeroBelow: 0,
  },
  speed: {
    shown: [unit('rpm', 'rpm', 1 / 60, 0)],
    us: 'rpm',
    typed: [spelled(1 / MINUTE_S, 'rpm', 'r/min', '1/min', 'rev/min'), spelled(1, 'rev/s', 'rps', 'hz')],
    zeroBelow: 0,
  },
  pressurePerSpeed: {
    shown: [
      unit('bar/krpm', 'bar per 1000 rpm', BAR_PA / THOUSAND_RPM_REV_S, 2),
      unit('psi/krpm', 'psi per 1000 rpm', PSI_PA / THOUSAND_RPM_REV_S, 1),
    ],
    us: 'psi/krpm',
    typed: [],
    zeroBelow: 0,
  },
  viscosity: {
    shown: [unit('mPas', 'mPa·s', 1e-3, 1)],
    us: 'mPas',
    typed: [spelled(1e-3, 'mpas', 'cp'), spelled(1, 'pas')],
    zeroBelow: 0,
  },
  kinematicViscosity: {
    shown: [unit('mm2s', 'mm²/s', 1e-6, 1)],
    us: 'mm2s',
    typed: [spelled(1e-6, 'mm2/s', 'cst'), spelled(1, 'm2/s')],
    zeroBelow: 0,
  },
  density: {
    shown: [unit('kgm3', 'kg/m³', 1, 0)],
    us: 'kgm3',
    typed: [
      spelled(1, 'kg/m3'),
      spelled(1e3, 'g/cm3', 'g/cc', 'kg/l', 'g/ml'),
      spelled(POUND_KG / FOOT_M ** 3, 'lb/ft3'),
    ],
    zeroBelow: 0,
  },
  conductance: {
    shown: [unit('WK', 'W/K', 1, 1)],
    us: 'WK',
    typed: [],
    zeroBelow: 0,
  },
  airSpeed: {
    shown: [unit('ms', 'm/s', 1, 1), unit('fts', 'ft/s', FOOT_M, 1)],
    us: 'fts',
    typed: SPEED,
    zeroBelow: 0,
  },
  roadSpeed: {
    shown: [unit('kmh', 'km/h', 1 / 3.6, 0), unit('mph', 'mph', 0.44704, 0)],
    us: 'mph',
    typed: SPEED,
    zeroBelow: 0,
  },
  faceArea: {
    shown: [unit('m2', 'm²', 1, 3), unit('sqin', 'in²', INCH_M * INCH_M, 0)],
    us: 'sqin',
    typed: AREA,
    zeroBelow: 0,
  },
  linearConductance: {
    shown: [unit('WmK', 'W/(m K)', 1, 2)],
    us: 'WmK',
    typed: [],
    zeroBelow: 0,
  },
  linearPower: {
    shown: [unit('Wm', 'W/m', 1, 0)],
    us: 'Wm',
    typed: [],
    zeroBelow: 0,
  },
  heatFlow: {
    shown: [unit('kW', 'kW', 1e3, 2), unit('hp', 'hp', HORSEPOWER_W, 1)],
    us: 'hp',
    typed: POWER,
    zeroBelow: 0.5,
  },
  heatCapacity: {
    shown: [unit('kJK', 'kJ/K', 1e3, 1)],
    us: 'kJK',
    typed: [spelled(1e3, 'kj/k'), spelled(1, 'j/k')],
    zeroBelow: 0,
  },
  share: {
    shown: [unit('pct', '%', 0.01, 0)],
    us: 'pct',
    typed: [],
    zeroBelow: 0,
  },
  time: {
    shown: [unit('s', 's', 1, 0)],
    us: 's',
    typed: TIMES,
    zeroBelow: 0,
  },
  springRate: {
    shown: [unit('Nmm', 'N/mm', 1e3, 1), unit('lbfin', 'lbf/in', POUND_FORCE_N / INCH_M, 0)],
    us: 'lbfin',
    typed: [spelled(1e3, 'n/mm', 'kn/m'), spelled(1, 'n/m'), spelled(POUND_FORCE_N / INCH_M, 'lbf/in', 'lb/in')],
    zeroBelow: 0,
  },
  mass: {
    shown: [unit('kg', 'kg', 1, 2), unit('lb', 'lb', POUND_KG, 2)],
    us: 'lb',
    typed: [
      spelled(1, 'kg'),
      spelled(1e-3, 'g'),
      spelled(POUND_KG, 'lb', 'lbs', 'pound', 'pounds'),
      spelled(POUND_KG / 16, 'oz'),
    ],
    zeroBelow: 0,
  },
  money: {
    shown: [unit('1', '', 1, 2)],
    us: '1',
    typed: [],
    zeroBelow: 0,
  },
  current: {
    shown: [unit('A', 'A', 1, 1)],
    us: 'A',
    typed: [spelled(1, 'a', 'amp', 'amps'), spelled(1e-3, 'ma')],
    zeroBelow: 0,
  },
  force: {
    shown: [unit('N', 'N', 1, 0), unit('lbf', 'lbf', POUND_FORCE_N, 0)],
    us: 'lbf',
    typed: [spelled(1, 'n'), spelled(1e3, 'kn'), spelled(POUND_FORCE_N, 'lbf', 'lb')],
    zeroBelow: 0,
  },
  power: {
    shown: [unit('W', 'W', 1, 0)],
    us: 'W',
    typed: POWER,
    zeroBelow: 0,
  },
  torque: {
    shown: [
      unit('Nm', 'N·m', 1, 1),
      unit('lbfft', 'lbf·ft', POUND_FORCE_N * FOOT_M, 1),
      unit('lbfin', 'lbf·in', POUND_FORCE_N * INCH_M, 0),
    ],
    us: 'lbfft',
    typed: [
      spelled(1, 'nm'),
      spelled(POUND_FORCE_N * FOOT_M, 'lbfft', 'lbft', 'ftlb', 'ftlbf'),
      spelled(POUND_FORCE_N * INCH_M, 'lbfin', 'lbin', 'inlb', 'inlbf'),
    ],
    zeroBelow: 0,
  },
  angle: {
    shown: [unit('deg', '°', Math.PI / 180, 0)],
    us: 'deg',
    typed: [spelled(Math.PI / 180, 'deg', 'degree', 'degrees', '°'), spelled(1, 'rad')],
    zeroBelow: 0,
  },
  leak: {
    shown: [unit('m3sPa', 'm³/s per Pa', 1, 15)],
    us: 'm3sPa',
    typed: [],
    zeroBelow: 0,
  },
  expansion: {
    shown: [unit('perK', 'per K', 1, 6)],
    us: 'perK',
    typed: [],
    zeroBelow: 0,
  },
  ratio: {
    shown: [unit('1', '', 1, 3)],
    us: '1',
    typed: [],
    zeroBelow: 0,
  },
  loading: {
    shown: [unit('x', 'times as restrictive as new', 1, 1)],
    us: 'x',
    typed: [],
    zeroBelow: 0,
  },
  reynolds: {
    shown: [unit('1', '', 1, 0)],
    us: '1',
    typed: [],
    zeroBelow: 0,
  },
  turns: {
    shown: [unit('turns', 'turns', 1, 2)],
    us: 'turns',
    typed: [spelled(1, 'turn', 'turns', 'rev')],
    zeroBelow: 0,
  },
} as const satisfies Record<string, QuantityRow>;

export type Quantity = keyof typeof QUANTITIES;

/** Which unit a reader wants for each quantity; the default where nothing is said. */
export type UnitChoice = Partial<Readonly<Record<Quantity, string>>>;

/** The unit that a reader sees for a quantity. An unknown choice falls back to the default. */
export function displayUnit(quantity: Quantity, choice: UnitChoice = {}): DisplayUnit {
  const units: readonly DisplayUnit[] = QUANTITIES[quantity].shown;
  return units.find((u) => u.id === choice[quantity]) ?? units[0]!;
}

/** From SI to the figure shown. */
export function toDisplay(si: number, u: DisplayUnit): number {
  return si * u.factor + u.offset;
}

/** From the figure shown to SI. */
export function fromDisplay(shown: number, u: DisplayUnit): number {
  return (shown - u.offset) / u.factor;
}
