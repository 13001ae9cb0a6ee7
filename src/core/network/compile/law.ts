/** The laws that an element may follow; the number is what the solver's loop switches on. */
export const Law = {
  /** lineDropInto: [bore, length, ε/D, ΣK1, K forward, K reverse, exits] */
  line: 0,
  /** twoTermFlowInto: [linear per viscosity, square per density] */
  twoTerm: 1,
  /** orificeFlowInto: [bore, length, stated Cd or 0] */
  orifice: 2,
  /** openingFlowInto with a leak: [area, Cd, leak] */
  opening: 3,
  /** springValveFlowInto: [crack, full, area, Cd, leak] */
  springValve: 4,
  /** pumpFlowInto: [volume per engine rev, slip per viscosity, limit, dry, target, band, least share, loss from, loss to, loss share] */
  pump: 5,
  /** solveFilm: bearing */
  bearing: 6,
  /** solveFilm behind the centrifugal gate: bearing and drilling, [leak] */
  crankFedRod: 7,
  /** openingFlowInto, area by temperature: [area, Cd, leak, opens K, full K, 1 for the cooler path or 0 for the bypass, least share, stuck opening or −1] */
  thermostatPath: 8,
} as const;

/** Name of a law in results. */
export type LawName = keyof typeof Law;

/** Numbers that a law keeps in the parameter table. */
export const LAW_PARAMETER_COUNT: Readonly<Record<LawName, number>> = {
  line: 7,
  twoTerm: 2,
  orifice: 3,
  opening: 3,
  springValve: 5,
  pump: 10,
  bearing: 0,
  crankFedRod: 1,
  thermostatPath: 8,
};

export const LAW_NAMES = Object.keys(Law) as readonly LawName[];
