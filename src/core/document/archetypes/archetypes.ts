/** What an engine of an archetype usually is; each is asked, and any answer may differ. */
export interface ArchetypeUsuals {
  readonly layout: 'inline' | 'v' | 'flat';
  readonly valveGear: 'pushrod' | 'singleCam' | 'twinCam';
  readonly lifters: 'hydraulic' | 'solid';
  readonly pistonJets: boolean;
  readonly tensioner: boolean;
  readonly fuel: 'petrol' | 'diesel';
  readonly cooling: 'liquid' | 'air';
  readonly oilGrade: string;
  readonly use: 'street' | 'towing' | 'hillSprint' | 'track' | 'endurance' | 'boat' | 'offRoad';
  /** Brake power a displacement [W/m³]. */
  readonly powerPerVolume: number;
  /** Pump a turn of the engine and a displacement, at 2 L [m³/m³], and how it grows for smaller engines. */
  readonly pumpShare: number;
  readonly pumpExponent: number;
  /** The same at least and at most, whatever the size [m³/m³]. */
  readonly pumpRange: readonly [number, number];
  /** Clearances against a road engine's of today. */
  readonly clearanceShare: number;
  /** What the pan gives to the air against a plain steel pan. */
  readonly panShare: number;
  /** Gallery at a hot idle that its clearances and pump are fitted to [Pa]. */
  readonly hotIdlePa: number;
}

const CC_PER_LITRE = 1e-3;
const KW_PER_LITRE = 1e6;
const BAR = 1e5;

/** A road engine of today. @source engineering judgement */
const ROAD: ArchetypeUsuals = {
  layout: 'inline',
  valveGear: 'twinCam',
  lifters: 'hydraulic',
  pistonJets: true,
  tensioner: true,
  fuel: 'petrol',
  cooling: 'liquid',
  oilGrade: '10W-40',
  use: 'street',
  powerPerVolume: 60 * KW_PER_LITRE,
  pumpShare: 5.4 * CC_PER_LITRE,
  pumpExponent: 0.2,
  pumpRange: [4.1 * CC_PER_LITRE, 6.8 * CC_PER_LITRE],
  clearanceShare: 1,
  panShare: 1,
  hotIdlePa: 1.8 * BAR,
};

interface ArchetypeEntry {
  readonly id: string;
  readonly label: string;
  readonly note: string;
  readonly usual: ArchetypeUsuals;
}

/** Stock circuits to start from. */
export const ARCHETYPES = [
  {
    id: 'wetSump',
    label: 'Wet sump, filter on the block',
    note: 'Sump, pickup, crank-driven pump, spin-on filter with bypass valve, gallery.',
    usual: ROAD,
  },
  {
    id: 'coolerOnHousing',
    label: 'Filter housing with a liquid cooler on it',
    note: 'A plate cooler between filter and gallery, cooled by the engine’s coolant.',
    usual: ROAD,
  },
  {
    id: 'remoteFilter',
    label: 'Remote filter',
    note: 'A take-off plate, two hoses and a remote filter head on the frame.',
    usual: { ...ROAD, powerPerVolume: 55 * KW_PER_LITRE },
  },
  {
    id: 'externalSuction',
    label: 'Pump outside the block, sucking through an external head',
    note: 'A hose from the sump to a pump and filter head beside the engine, and a hose back to the gallery.',
    usual: {
      ...ROAD,
      valveGear: 'pushrod',
      lifters: 'solid',
      pistonJets: false,
      tensioner: false,
      oilGrade: '20W-50',
      powerPerVolume: 35 * KW_PER_LITRE,
      clearanceShare: 1.15,
      hotIdlePa: 1.4 * BAR,
    },
  },
  {
    id: 'drySump',
    label: 'Dry sump with a tank',
    note: 'A pressure section from the tank, scavenge sections from the pan back to it.',
    usual: {
      ...ROAD,
      lifters: 'solid',
      use: 'track',
      powerPerVolume: 90 * KW_PER_LITRE,
      pumpShare: 5.6 * CC_PER_LITRE,
    },
  },
  {
    id: 'motorcycle',
    label: 'Motorcycle, passages inside the cases',
    note: 'Wet sump, plain-bearing crank fed through the cases, gearbox oil from the same sump.',
    usual: {
      ...ROAD,
      lifters: 'solid',
      powerPerVolume: 105 * KW_PER_LITRE,
      pumpShare: 5.2 * CC_PER_LITRE,
      pumpExponent: 0.35,
      pumpRange: [4.4 * CC_PER_LITRE, 16 * CC_PER_LITRE],
      panShare: 1.8,
      hotIdlePa: 1.7 * BAR,
    },
  },
  {
    id: 'pushrodV',
    label: 'Pushrod V, filter on the block',
    note: 'Cam in the block, hydraulic lifters on their own galleries, rockers fed through the pushrods.',
    usual: {
      ...ROAD,
      layout: 'v',
      valveGear: 'pushrod',
      pistonJets: false,
      tensioner: false,
      powerPerVolume: 50 * KW_PER_LITRE,
      pumpShare: 5.0 * CC_PER_LITRE,
    },
  },
  {
    id: 'airTwin',
    label: 'Air-cooled twin with a separate tank',
    note: 'A feed pump from the tank, a scavenge pump back to it; no radiator.',
    usual: {
      ...ROAD,
      layout: 'v',
      valveGear: 'pushrod',
      lifters: 'solid',
      pistonJets: false,
      tensioner: false,
      cooling: 'air',
      oilGrade: '20W-50',
      powerPerVolume: 38 * KW_PER_LITRE,
      pumpShare: 5.2 * CC_PER_LITRE,
      pumpExponent: 0.3,
      clearanceShare: 1.1,
      panShare: 0.7,
      hotIdlePa: 1.2 * BAR,
    },
  },
  {
    id: 'truckDiesel',
    label: 'Truck diesel with jets and a plate cooler',
    note: 'Large bearings, one jet a piston, filter and plate cooler on the block.',
    usual: {
      ...ROAD,
      valveGear: 'pushrod',
      lifters: 'solid',
      tensioner: false,
      fuel: 'diesel',
      oilGrade: '15W-40',
      powerPerVolume: 27 * KW_PER_LITRE,
      pumpShare: 4.6 * CC_PER_LITRE,
      pumpExponent: 0.25,
      pumpRange: [2.2 * CC_PER_LITRE, 5.5 * CC_PER_LITRE],
      hotIdlePa: 1.7 * BAR,
    },
  },
] as const satisfies readonly ArchetypeEntry[];
export type ArchetypeId = (typeof ARCHETYPES)[number]['id'];
export const ARCHETYPE_IDS = ARCHETYPES.map((a) => a.id) as [ArchetypeId, ...ArchetypeId[]];

/** @returns the archetype of that id */
export function archetypeOf(id: ArchetypeId): ArchetypeEntry {
  return ARCHETYPES.find((a) => a.id === id)!;
}
