/** The laws that an element may follow; the number is what the solver's loop switches on. */
export const Law = {
  line: 0,
  twoTerm: 1,
  orifice: 2,
  /** An opening with a leak. */
  opening: 3,
  springValve: 4,
  pump: 5,
  bearing: 6,
  /** A bearing behind the crank's centrifugal gate. */
  crankFedRod: 7,
  /** An opening whose area follows its temperature. */
  thermostatPath: 8,
} as const;

/** Name of a law in results. */
export type LawName = keyof typeof Law;

export const LAW_NAMES = Object.keys(Law) as readonly LawName[];

/**
 * Where each of a law's numbers lies in the parameter table, counted from the element's own start:
 * `parameters[parameterStart[e] + AT.line.boreM]`. Constants of a frozen shape, so that the hot loop pays nothing for
 * the names.
 */
export const AT = {
  line: { boreM: 0, lengthM: 1, relativeRoughness: 2, k1: 3, kForward: 4, kReverse: 5, exits: 6 },
  twoTerm: { linearPerViscosity: 0, squarePerDensity: 1 },
  /** A discharge coefficient of 0: computed from length and Reynolds number. */
  orifice: { boreM: 0, lengthM: 1, dischargeCoefficient: 2 },
  opening: { areaM2: 0, dischargeCoefficient: 1, leakM3SPa: 2 },
  springValve: { crackPa: 0, fullOpenPa: 1, areaM2: 2, dischargeCoefficient: 3, leakM3SPa: 4, seatLeakM2: 5 },
  pump: {
    volumeM3PerEngineRev: 0,
    slipPerViscosity: 1,
    inletLimitAbsPa: 2,
    inletDryAbsPa: 3,
    targetPa: 4,
    bandPa: 5,
    leastShare: 6,
    fillLossFromRevS: 7,
    fillLossToRevS: 8,
    fillLossShare: 9,
    /** Engine speed from which the rotors no longer fill; Infinity where that is not known. */
    fillFallsFromRevS: 10,
  },
  bearing: {},
  crankFedRod: { leakM3SPa: 0 },
  thermostatPath: {
    areaM2: 0,
    dischargeCoefficient: 1,
    leakM3SPa: 2,
    opensK: 3,
    fullK: 4,
    /** 1 for the cooler's path, 0 for the bypass. */
    isCoolerPath: 5,
    leastShare: 6,
    /** 0 shut, 1 open; −1 where it is not stuck. */
    stuckOpening: 7,
  },
} as const satisfies Record<LawName, Readonly<Record<string, number>>>;

/** A law's numbers by name. */
export type LawParameters<L extends LawName> = Readonly<Record<keyof (typeof AT)[L], number>>;

/** How many numbers a law keeps in the parameter table. */
export const parameterCount = (law: LawName): number => Object.keys(AT[law]).length;

const OFFSETS = new Map(LAW_NAMES.map((law) => [law, Object.entries(AT[law])]));

/** Writes a law's numbers, given by name, into the table from `start` on. */
export function writeParameters<L extends LawName>(
  table: Float64Array,
  start: number,
  law: L,
  parameters: LawParameters<L>,
): void {
  for (const [name, offset] of OFFSETS.get(law)!)
    table[start + offset] = (parameters as Readonly<Record<string, number>>)[name]!;
}
