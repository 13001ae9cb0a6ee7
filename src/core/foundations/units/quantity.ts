import {
  BAR_PA,
  BTU_H_F_WK,
  BTU_J,
  CC_M3,
  FAHRENHEIT_PER_KELVIN,
  FOOT_M,
  HORSEPOWER_W,
  HOUR_S,
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
import { unit, type DisplayUnit } from './shownUnit';

/** All that is known of a quantity: nothing of it can be left out. */
interface QuantityRow {
  /** Units to choose from; the first is the default. */
  readonly shown: readonly [DisplayUnit, ...DisplayUnit[]];
  /** The one of them that US workshops use. */
  readonly us: string;
  /** What users of the app meet anywhere [SI]: decides how a figure is read that can be read in two ways. */
  readonly plausible: readonly [number, number];
  /** Below this nothing in a workshop can show it, and a reader would take it for a finding [SI]: written as 0. */
  readonly zeroBelow: number;
}

/**
 * Every quantity that a user reads or types. The key's meaning in SI is the suffix that fields carry (pressure: Pa,
 * flow: m³/s, …).
 */
export const QUANTITIES = {
  pressure: {
    shown: [unit('bar', 'bar', BAR_PA, 2), unit('psi', 'psi', PSI_PA, 1), unit('kPa', 'kPa', 1e3, 0)],
    us: 'psi',
    plausible: [1e3, 3e6],
    zeroBelow: 20,
  },
  flow: {
    shown: [unit('L/min', 'L/min', 1e-3 / MINUTE_S, 2), unit('gpm', 'US gpm', US_GALLON_M3 / MINUTE_S, 3)],
    us: 'gpm',
    plausible: [1e-7, 5e-3],
    zeroBelow: 5e-8,
  },
  temperature: {
    shown: [
      unit('degC', '°C', 1, 0, -ZERO_CELSIUS_K),
      unit('degF', '°F', 1 / FAHRENHEIT_PER_KELVIN, 0, -ZERO_FAHRENHEIT_ABOVE_NOTHING),
    ],
    us: 'degF',
    plausible: [220, 480],
    zeroBelow: 0,
  },
  temperatureDifference: {
    shown: [unit('K', 'K', 1, 1), unit('dF', '°F', 1 / FAHRENHEIT_PER_KELVIN, 1)],
    us: 'dF',
    plausible: [0.1, 200],
    zeroBelow: 0,
  },
  bore: {
    shown: [unit('mm', 'mm', 1e-3, 2), unit('in', 'in', INCH_M, 3)],
    us: 'in',
    plausible: [5e-5, 0.2],
    zeroBelow: 0,
  },
  length: {
    shown: [unit('m', 'm', 1, 3), unit('ft', 'ft', FOOT_M, 2), unit('in', 'in', INCH_M, 1), unit('mm', 'mm', 1e-3, 0)],
    us: 'in',
    plausible: [5e-4, 30],
    zeroBelow: 0,
  },
  distance: {
    shown: [unit('km', 'km', 1e3, 0), unit('mi', 'mi', MILE_M, 0)],
    us: 'mi',
    plausible: [100, 1e9],
    zeroBelow: 0,
  },
  /** Hoses and brackets, as they are measured and cut. */
  cutLength: {
    shown: [unit('mm', 'mm', 1e-3, 0), unit('in', 'in', INCH_M, 2)],
    us: 'in',
    plausible: [5e-3, 12],
    zeroBelow: 0,
  },
  clearance: {
    shown: [unit('um', 'µm', 1e-6, 1), unit('thou', 'thou', INCH_M / 1000, 2)],
    us: 'thou',
    plausible: [1e-6, 5e-4],
    zeroBelow: 0,
  },
  area: {
    shown: [unit('mm2', 'mm²', 1e-6, 1), unit('in2', 'in²', INCH_M * INCH_M, 4)],
    us: 'in2',
    plausible: [1e-8, 0.05],
    zeroBelow: 0,
  },
  volume: {
    shown: [unit('L', 'L', 1e-3, 2), unit('qt', 'US qt', US_GALLON_M3 / 4, 2)],
    us: 'qt',
    plausible: [1e-6, 0.05],
    zeroBelow: 5e-7,
  },
  /** What an engine is called by: an American one by either, as it was typed. */
  engineSize: {
    shown: [unit('L', 'L', LITRE_M3, 2), unit('ci', 'in³', INCH_M ** 3, 0), unit('cc', 'cc', CC_M3, 0)],
    us: 'ci',
    plausible: [2e-5, 0.03],
    zeroBelow: 0,
  },
  displacement: {
    shown: [unit('cc', 'cc/rev', 1e-6, 1), unit('in3', 'in³/rev', INCH_M ** 3, 3)],
    us: 'in3',
    plausible: [2e-7, 3e-4],
    zeroBelow: 0,
  },
  speed: {
    shown: [unit('rpm', 'rpm', 1 / 60, 0)],
    us: 'rpm',
    plausible: [0.5, 420],
    zeroBelow: 0,
  },
  pressurePerSpeed: {
    shown: [
      unit('bar/krpm', 'bar per 1000 rpm', BAR_PA / THOUSAND_RPM_REV_S, 2),
      unit('psi/krpm', 'psi per 1000 rpm', PSI_PA / THOUSAND_RPM_REV_S, 1),
    ],
    us: 'psi/krpm',
    plausible: [100, 2e4],
    zeroBelow: 0,
  },
  viscosity: {
    shown: [unit('mPas', 'mPa·s', 1e-3, 1), unit('cP', 'cP', 1e-3, 1)],
    us: 'cP',
    plausible: [1e-4, 100],
    zeroBelow: 0,
  },
  kinematicViscosity: {
    shown: [unit('mm2s', 'mm²/s', 1e-6, 1), unit('cSt', 'cSt', 1e-6, 1)],
    us: 'cSt',
    plausible: [5e-7, 0.01],
    zeroBelow: 0,
  },
  density: {
    shown: [unit('kgm3', 'kg/m³', 1, 0), unit('lbgal', 'lb/US gal', POUND_KG / US_GALLON_M3, 2)],
    us: 'lbgal',
    plausible: [700, 1100],
    zeroBelow: 0,
  },
  conductance: {
    shown: [unit('WK', 'W/K', 1, 1), unit('BtuhF', 'BTU/h·°F', BTU_H_F_WK, 1)],
    us: 'BtuhF',
    plausible: [0.05, 5e3],
    zeroBelow: 0,
  },
  airSpeed: {
    shown: [unit('ms', 'm/s', 1, 1), unit('fts', 'ft/s', FOOT_M, 1)],
    us: 'fts',
    plausible: [0.1, 120],
    zeroBelow: 0,
  },
  roadSpeed: {
    shown: [unit('kmh', 'km/h', 1 / 3.6, 0), unit('mph', 'mph', 0.44704, 0)],
    us: 'mph',
    plausible: [0.1, 120],
    zeroBelow: 0,
  },
  faceArea: {
    shown: [unit('m2', 'm²', 1, 3), unit('sqin', 'in²', INCH_M * INCH_M, 0)],
    us: 'sqin',
    plausible: [1e-3, 1],
    zeroBelow: 0,
  },
  linearConductance: {
    shown: [unit('WmK', 'W/(m K)', 1, 2), unit('BtuhftF', 'BTU/(h·ft·°F)', BTU_H_F_WK / FOOT_M, 2)],
    us: 'BtuhftF',
    plausible: [0.01, 100],
    zeroBelow: 0,
  },
  linearPower: {
    shown: [unit('Wm', 'W/m', 1, 0), unit('Btuhft', 'BTU/(h·ft)', BTU_J / HOUR_S / FOOT_M, 0)],
    us: 'Btuhft',
    plausible: [1, 1e4],
    zeroBelow: 0,
  },
  heatFlow: {
    shown: [unit('kW', 'kW', 1e3, 2), unit('hp', 'hp', HORSEPOWER_W, 1)],
    us: 'hp',
    plausible: [10, 1e6],
    zeroBelow: 0.5,
  },
  heatCapacity: {
    shown: [unit('kJK', 'kJ/K', 1e3, 1), unit('BtuF', 'BTU/°F', BTU_J * FAHRENHEIT_PER_KELVIN, 1)],
    us: 'BtuF',
    plausible: [100, 1e6],
    zeroBelow: 0,
  },
  share: {
    shown: [unit('pct', '%', 0.01, 0)],
    us: 'pct',
    plausible: [1e-3, 1],
    zeroBelow: 0,
  },
  time: {
    shown: [unit('s', 's', 1, 0), unit('min', 'min', MINUTE_S, 0), unit('h', 'h', HOUR_S, 1)],
    us: 's',
    plausible: [0.1, 1e6],
    zeroBelow: 0,
  },
  springRate: {
    shown: [unit('Nmm', 'N/mm', 1e3, 1), unit('lbfin', 'lbf/in', POUND_FORCE_N / INCH_M, 0)],
    us: 'lbfin',
    plausible: [100, 1e6],
    zeroBelow: 0,
  },
  mass: {
    shown: [unit('kg', 'kg', 1, 2), unit('lb', 'lb', POUND_KG, 2)],
    us: 'lb',
    plausible: [1e-4, 500],
    zeroBelow: 0,
  },
  money: {
    shown: [unit('1', '', 1, 2)],
    us: '1',
    plausible: [0.01, 1e5],
    zeroBelow: 0,
  },
  current: {
    shown: [unit('A', 'A', 1, 1)],
    us: 'A',
    plausible: [0.01, 500],
    zeroBelow: 0,
  },
  force: {
    shown: [unit('N', 'N', 1, 0), unit('lbf', 'lbf', POUND_FORCE_N, 0)],
    us: 'lbf',
    plausible: [0.1, 1e6],
    zeroBelow: 0,
  },
  power: {
    shown: [unit('W', 'W', 1, 0), unit('hp', 'hp', HORSEPOWER_W, 2)],
    us: 'hp',
    plausible: [1, 1e6],
    zeroBelow: 0,
  },
  torque: {
    shown: [
      unit('Nm', 'N·m', 1, 1),
      unit('lbfft', 'lbf·ft', POUND_FORCE_N * FOOT_M, 1),
      unit('lbfin', 'lbf·in', POUND_FORCE_N * INCH_M, 0),
    ],
    us: 'lbfft',
    plausible: [0.1, 2000],
    zeroBelow: 0,
  },
  angle: {
    shown: [unit('deg', '°', Math.PI / 180, 0)],
    us: 'deg',
    plausible: [0.01, 2 * Math.PI],
    zeroBelow: 0,
  },
  acceleration: {
    shown: [unit('g', 'g', STANDARD_GRAVITY_M_S2, 2), unit('ms2', 'm/s²', 1, 1)],
    us: 'g',
    plausible: [0.1, 30],
    zeroBelow: 0.03,
  },
  leak: {
    shown: [
      unit('mlminbar', 'mL/min per bar', (LITRE_M3 * 1e-3) / MINUTE_S / BAR_PA, 2),
      unit('ccminpsi', 'cc/min per psi', (LITRE_M3 * 1e-3) / MINUTE_S / PSI_PA, 3),
    ],
    us: 'ccminpsi',
    plausible: [1e-16, 1e-10],
    zeroBelow: 0,
  },
  expansion: {
    shown: [unit('perK', '% per 10 °C', 1e-3, 2), unit('perF', '% per 10 °F', 1e-3 * FAHRENHEIT_PER_KELVIN, 2)],
    us: 'perF',
    plausible: [1e-6, 0.01],
    zeroBelow: 0,
  },
  ratio: {
    shown: [unit('1', '', 1, 3)],
    us: '1',
    plausible: [1e-3, 1e4],
    zeroBelow: 0,
  },
  loading: {
    shown: [unit('x', 'times as restrictive as new', 1, 1)],
    us: 'x',
    plausible: [0.1, 100],
    zeroBelow: 0,
  },
  reynolds: {
    shown: [unit('1', '', 1, 0)],
    us: '1',
    plausible: [1, 1e6],
    zeroBelow: 0,
  },
  turns: {
    shown: [unit('turns', 'turns', 1, 2)],
    us: 'turns',
    plausible: [0.01, 100],
    zeroBelow: 0,
  },
} as const satisfies Record<string, QuantityRow>;

export type Quantity = keyof typeof QUANTITIES;
