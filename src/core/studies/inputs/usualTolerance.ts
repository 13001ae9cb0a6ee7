import { actsAs, type Part, type PartKind, type PartOf } from '../../document/parts/part';

const MM = 1e-3;
const UM = 1e-6;

/** How far a figure usually lies from what is stated: a share of it, or so much in its SI unit. */
interface Usual {
  readonly share?: number;
  readonly si?: number;
}

/**
 * By the last key of a figure's path. 95 in 100 within plus or minus this.
 * @source engineering judgement, common practice where no other is named
 */
const BY_KEY: Readonly<Record<string, Usual>> = {
  // A bore gauge and a micrometer together repeat to some 4 µm on the diameter; bores taper.
  clearanceRadialM: { si: 4 * UM },
  crackPa: { share: 0.07 },
  targetPa: { share: 0.05 },
  displacementM3Rev: { share: 0.02 },
  volumetricEfficiency: { si: 0.03 },
  slipCoefficient: { share: 0.2 },
  // Ratings are read off a curve, or judged.
  ratedPressureDropPa: { share: 0.2 },
  load: { share: 0.25 },
  lengthM: { share: 0.05 },
  areaM2: { share: 0.1 },
  fullAreaM2: { share: 0.1 },
  dischargeCoefficient: { share: 0.05 },
  turns: { si: 1 / 16 },
  landEachM: { si: 0.2 * MM },
  holeDiameterM: { si: 0.1 * MM },
  ratio: { si: 0.1 },
  loadN: { share: 0.3 },
  fullLoadPa: { share: 0.3 },
  wallFactor: { si: 0.15 },
  opensK: { si: 2 },
};

/** Bores by how they are made. A drill wanders by some hundredths; a hose's bore is moulded. */
const DRILLED_SMALL: Usual = { si: 0.02 * MM };
const DRILLED: Usual = { si: 0.1 * MM };
const MOULDED: Usual = { si: 0.3 * MM };

/**
 * How a kind's bores and lengths are made; null for kinds whose figures are of the returns, of reservoirs or of no oil
 * at all.
 */
type Make<P> = null | {
  bore(part: P): Usual;
  /**
   * Holders whose length counts for the flow; of the others it hardly matters (an orifice) or it shears oil (a
   * journal).
   */
  readonly lengthOf?: readonly string[];
};

const drilled = { bore: () => DRILLED };
const drilledSmall = { bore: () => DRILLED_SMALL };

const MAKES: { readonly [K in PartKind]: Make<PartOf<K>> } = {
  sump: null,
  tank: null,
  pickup: { ...drilled, lengthOf: ['tube'] },
  pump: drilled,
  relief: drilled,
  checkValve: drilled,
  filter: drilled,
  line: { bore: ({ form }) => (form === 'hose' ? MOULDED : DRILLED), lengthOf: ['lengthM'] },
  fitting: drilled,
  orifice: drilledSmall,
  valve: drilled,
  cooler: drilled,
  plate: drilled,
  cover: drilled,
  sideStream: drilledSmall,
  accumulator: null,
  plug: null,
  cross: drilled,
  ownOil: null,
  thermostat: drilled,
  tee: drilled,
  gauge: null,
  bearings: drilled,
  rods: drilled,
  jets: drilledSmall,
  consumer: drilled,
  drain: null,
  scavenge: null,
};

/** Nobody can name them: they may be twice as much, or next to nothing. */
const UNNAMED_SHARE = 0.8;

/** Figures of these holders do not change what a circuit carries: what must be seen is a wish, not a dimension. */
const NO_DIMENSION = new Set([
  'supply',
  'heat',
  'place',
  'connections',
  'electrical',
  'losses',
  'profile',
  'spring',
  'cooling',
  'drilling',
]);

/**
 * The usual tolerance of one figure of a part [SI]; undefined where it has none or does not matter to flow and
 * pressure.
 * @param si the figure
 */
export function usualTolerance(part: Part, path: readonly (string | number)[], si: number): number | undefined {
  if (actsAs(part, 'accessory') && part.duty === 'unnamed')
    return path[0] === 'ratedFlowM3S' ? UNNAMED_SHARE * si : undefined;
  const make = MAKES[part.kind] as Make<Part>;
  const holder = String(path[0]);
  if (!make || NO_DIMENSION.has(holder)) return undefined;
  const key = String(path[path.length - 1]);
  if (key === 'ratio' && holder !== 'eccentricity') return undefined;
  if (key === 'lengthM' && !make.lengthOf?.includes(holder)) return undefined;
  const usual = key === 'boreM' ? make.bore(part) : BY_KEY[key];
  return usual && (usual.si ?? usual.share! * Math.abs(si));
}

/** Least share of a figure that it can be: nothing that is made comes out at a twentieth of its size. */
const LEAST_SHARE = 0.05;

/** Between what a figure can lie at all, by its schema [SI]. */
export function possibleRange(path: readonly (string | number)[], si: number): readonly [number, number] {
  switch (path[path.length - 1]) {
    case 'load':
      return [1, Infinity];
    case 'ratio':
      return [0, 0.98];
    case 'turns':
      return [0, Infinity];
    case 'volumetricEfficiency':
    case 'dischargeCoefficient':
      return [LEAST_SHARE * si, 1];
    default:
      return [LEAST_SHARE * si, Infinity];
  }
}

/**
 * Of the oil's viscosity: grades span a range, and oil shears down and ages.
 * @source SAE J300 grades span some ±15 % at 100 °C (from memory); half of that for a known oil
 */
export const VISCOSITY_SHARE = 0.08;
