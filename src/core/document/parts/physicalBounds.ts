import { formatQuantity, type Quantity } from '../../foundations/units';

/**
 * What a figure of a quantity can be on any oil circuit of an engine, in SI: generous, so that what lies beyond is a
 * slip of the pen.
 */
interface Bounds {
  /** Least that a figure greater than zero can be. */
  readonly least: number;
  readonly most: number;
  /** Least of one that may be negative; absent: minus the most. */
  readonly lowest?: number;
  /** Why not beyond, as the sentence ends. */
  readonly because: string;
}

const BAR = 1e5;
const MM = 1e-3;

/** @source engineering judgement: several times beyond anything that is built */
export const PHYSICAL_BOUNDS: Readonly<Record<Quantity, Bounds>> = {
  pressure: {
    least: 1,
    most: 2000 * BAR,
    lowest: -0.95 * BAR,
    because: 'no oil system lies beyond, and nothing is emptier than vacuum',
  },
  flow: { least: 1e-10, most: 0.1, because: 'no engine’s oil pump moves more' },
  temperature: { least: 173.15, most: 773.15, because: 'oil freezes or burns beyond' },
  temperatureDifference: { least: 1e-3, most: 500, because: 'oil freezes or burns beyond' },
  bore: { least: 0.01 * MM, most: 2, because: 'no part of an engine is so large or so small' },
  length: { least: 0.1 * MM, most: 100, because: 'no engine has so long a line' },
  distance: { least: 1, most: 1e10, because: 'no engine runs so far' },
  cutLength: { least: 0.1 * MM, most: 100, because: 'no engine has so long a line' },
  clearance: { least: 1e-8, most: 3 * MM, because: 'no bearing or bore is so rough or so loose' },
  area: { least: 1e-10, most: 0.1, because: 'no valve is so large or so small' },
  volume: { least: 1e-9, most: 2, because: 'no engine holds so much or so little' },
  engineSize: { least: 1e-6, most: 2, because: 'no engine is so large or so small' },
  displacement: { least: 1e-9, most: 0.01, because: 'no oil pump is so large or so small' },
  speed: { least: 0.01, most: 5000, because: 'nothing on an engine turns so fast' },
  pressurePerSpeed: { least: 1e-3, most: 10 * BAR, because: 'no bearing asks for so much' },
  viscosity: { least: 1e-5, most: 1e4, because: 'no oil is so thin or so thick' },
  kinematicViscosity: { least: 1e-7, most: 1, because: 'no oil is so thin or so thick' },
  density: { least: 500, most: 1500, because: 'no oil is so light or so heavy' },
  conductance: { least: 1e-6, most: 1e5, because: 'nothing on an engine exchanges so much heat' },
  airSpeed: { least: 1e-3, most: 200, because: 'no fan and no road is so fast' },
  roadSpeed: { least: 1e-3, most: 200, because: 'no road is so fast' },
  faceArea: { least: 1e-4, most: 10, because: 'no cooler is so large or so small' },
  linearConductance: { least: 1e-6, most: 1e4, because: 'no hose exchanges so much heat' },
  linearPower: { least: 1e-6, most: 1e5, because: 'no hose takes so much heat' },
  heatFlow: { least: 1e-3, most: 1e7, because: 'no engine has so much power' },
  heatCapacity: { least: 1, most: 1e8, because: 'no engine stores so much heat' },
  share: { least: 1e-6, most: 1, because: 'a share is part of a whole' },
  time: { least: 1e-3, most: 1e7, because: 'no drive lasts so long' },
  springRate: { least: 1, most: 1e8, because: 'no spring is so soft or so stiff' },
  mass: { least: 1e-6, most: 1e4, because: 'no part weighs so much' },
  money: { least: 1e-6, most: 1e9, because: 'no part costs so much' },
  current: { least: 1e-4, most: 1e4, because: 'no vehicle’s wiring carries so much' },
  force: { least: 1e-6, most: 1e7, because: 'no bearing carries so much' },
  power: { least: 1e-6, most: 1e7, because: 'no engine has so much power' },
  torque: { least: 1e-6, most: 1e5, because: 'no joint is tightened so far' },
  angle: { least: 1e-6, most: 4 * Math.PI, because: 'two turns go all the way round' },
  acceleration: { least: 1e-3, most: 100, because: 'no vehicle turns or brakes so hard' },
  leak: { least: 1e-22, most: 1e-6, because: 'that is no leak but a hole' },
  expansion: { least: 1e-6, most: 3e-3, because: 'no oil expands so much' },
  ratio: { least: 1e-9, most: 1e7, because: 'nothing on an engine has such a ratio' },
  loading: { least: 1e-6, most: 1e4, because: 'an element bursts before' },
  reynolds: { least: 1e-9, most: 1e9, because: 'no oil flows so fast' },
  turns: { least: 1e-4, most: 1000, because: 'no valve has so many turns' },
};

/** What a figure is refused with: the bound with its unit, the figure, and why. */
export function sayBeyond(kind: 'least' | 'most', bound: number, quantity: Quantity, given: unknown): string {
  const { because } = PHYSICAL_BOUNDS[quantity];
  const figure = typeof given === 'number' ? `, ${formatQuantity(given, quantity)} is there` : '';
  return `must be at ${kind} ${formatQuantity(bound, quantity)}${figure}; ${because}`;
}
