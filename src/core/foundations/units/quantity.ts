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

const unit = (id: string, symbol: string, siPerUnit: number, decimals: number, offset = 0): DisplayUnit => ({
  id,
  symbol,
  shortSymbol: symbol.replace(/^US /, ''),
  factor: 1 / siPerUnit,
  offset,
  decimals,
});

const BAR = 1e5;
/** lbf/in², from the exact pound, standard gravity and inch. */
const PSI = 6894.757293168361;
const LITRE_PER_MINUTE = 1e-3 / 60;
const US_GALLON_PER_MINUTE = 3.785411784e-3 / 60;
const INCH = 0.0254;
const FOOT = 0.3048;
const FAHRENHEIT_PER_KELVIN = 1.8;

/**
 * Every quantity that a user reads or types, with the units to choose from; the first is the default. The key's meaning
 * in SI is the suffix that fields carry (pressure: Pa, flow: m³/s, …).
 * @source exact conversion factors: ISO 80000, NIST SP 811 (from memory).
 */
export const QUANTITIES = {
  pressure: [unit('bar', 'bar', BAR, 2), unit('psi', 'psi', PSI, 1), unit('kPa', 'kPa', 1e3, 0)],
  flow: [unit('L/min', 'L/min', LITRE_PER_MINUTE, 2), unit('gpm', 'US gpm', US_GALLON_PER_MINUTE, 3)],
  temperature: [unit('degC', '°C', 1, 0, -273.15), unit('degF', '°F', 1 / FAHRENHEIT_PER_KELVIN, 0, -459.67)],
  temperatureDifference: [unit('K', 'K', 1, 1), unit('dF', '°F', 1 / FAHRENHEIT_PER_KELVIN, 1)],
  bore: [unit('mm', 'mm', 1e-3, 2), unit('in', 'in', INCH, 3)],
  length: [unit('m', 'm', 1, 3), unit('ft', 'ft', FOOT, 2), unit('in', 'in', INCH, 1), unit('mm', 'mm', 1e-3, 0)],
  distance: [unit('km', 'km', 1e3, 0), unit('mi', 'mi', 1609.344, 0)],
  /** Hoses and brackets, as they are measured and cut. */
  cutLength: [unit('mm', 'mm', 1e-3, 0), unit('in', 'in', INCH, 2)],
  clearance: [unit('um', 'µm', 1e-6, 1), unit('thou', 'thou', INCH / 1000, 2)],
  area: [unit('mm2', 'mm²', 1e-6, 1), unit('in2', 'in²', INCH * INCH, 4)],
  volume: [unit('L', 'L', 1e-3, 2), unit('qt', 'US qt', 0.946352946e-3, 2)],
  displacement: [unit('cc', 'cc/rev', 1e-6, 1), unit('in3', 'in³/rev', INCH ** 3, 3)],
  speed: [unit('rpm', 'rpm', 1 / 60, 0)],
  pressurePerSpeed: [
    unit('bar/krpm', 'bar per 1000 rpm', BAR / (1000 / 60), 2),
    unit('psi/krpm', 'psi per 1000 rpm', PSI / (1000 / 60), 1),
  ],
  viscosity: [unit('mPas', 'mPa·s', 1e-3, 1)],
  kinematicViscosity: [unit('mm2s', 'mm²/s', 1e-6, 1)],
  density: [unit('kgm3', 'kg/m³', 1, 0)],
  conductance: [unit('WK', 'W/K', 1, 1)],
  airSpeed: [unit('ms', 'm/s', 1, 1), unit('fts', 'ft/s', FOOT, 1)],
  roadSpeed: [unit('kmh', 'km/h', 1 / 3.6, 0), unit('mph', 'mph', 0.44704, 0)],
  faceArea: [unit('m2', 'm²', 1, 3), unit('sqin', 'in²', INCH * INCH, 0)],
  linearConductance: [unit('WmK', 'W/(m K)', 1, 2)],
  linearPower: [unit('Wm', 'W/m', 1, 0)],
  heatFlow: [unit('kW', 'kW', 1e3, 2), unit('hp', 'hp', 745.6998715822702, 1)],
  heatCapacity: [unit('kJK', 'kJ/K', 1e3, 1)],
  share: [unit('pct', '%', 0.01, 0)],
  time: [unit('s', 's', 1, 0)],
  springRate: [unit('Nmm', 'N/mm', 1e3, 1), unit('lbfin', 'lbf/in', 4.4482216152605 / INCH, 0)],
  mass: [unit('kg', 'kg', 1, 2), unit('lb', 'lb', 0.45359237, 2)],
  money: [unit('1', '', 1, 2)],
  current: [unit('A', 'A', 1, 1)],
  force: [unit('N', 'N', 1, 0), unit('lbf', 'lbf', 4.4482216152605, 0)],
  power: [unit('W', 'W', 1, 0)],
  torque: [
    unit('Nm', 'N·m', 1, 1),
    unit('lbfft', 'lbf·ft', 4.4482216152605 * FOOT, 1),
    unit('lbfin', 'lbf·in', 4.4482216152605 * INCH, 0),
  ],
  angle: [unit('deg', '°', Math.PI / 180, 0)],
  leak: [unit('m3sPa', 'm³/s per Pa', 1, 15)],
  expansion: [unit('perK', 'per K', 1, 6)],
  ratio: [unit('1', '', 1, 3)],
  loading: [unit('x', 'times as restrictive as new', 1, 1)],
  reynolds: [unit('1', '', 1, 0)],
  turns: [unit('turns', 'turns', 1, 2)],
} as const satisfies Record<string, readonly DisplayUnit[]>;

export type Quantity = keyof typeof QUANTITIES;

/** Which unit a reader wants for each quantity; the default where nothing is said. */
export type UnitChoice = Partial<Readonly<Record<Quantity, string>>>;

/** The unit that a reader sees for a quantity. An unknown choice falls back to the default. */
export function displayUnit(quantity: Quantity, choice: UnitChoice = {}): DisplayUnit {
  const units: readonly DisplayUnit[] = QUANTITIES[quantity];
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
