import type { Housing } from '../../physics/housing';
import type { Rotors } from '../../physics/rotors';
import type { EngineKindId } from '../project/engineKinds';

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
  readonly kind: EngineKindId;
  readonly block: Housing;
  readonly crankBearings: 'plain' | 'rolling';
  readonly rotors: Rotors;
  /** Pump turns a turn of the engine. */
  readonly pumpRatio: number;
  /** What the pan gives to the air against a plain steel pan. */
  readonly panShare: number;
}

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
  kind: 'modern',
  block: 'aluminiumIronCaps',
  crankBearings: 'plain',
  rotors: 'gerotor',
  pumpRatio: 1,
  panShare: 1,
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
    usual: ROAD,
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
      kind: 'classic',
      block: 'iron',
      rotors: 'externalGears',
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
      kind: 'race',
      rotors: 'externalGears',
      pumpRatio: 0.6,
    },
  },
  {
    id: 'motorcycle',
    label: 'Motorcycle, passages inside the cases',
    note: 'Wet sump, plain-bearing crank fed through the cases, gearbox oil from the same sump.',
    usual: {
      ...ROAD,
      lifters: 'solid',
      kind: 'motorcycle',
      block: 'aluminium',
      panShare: 1.8,
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
      kind: 'classic',
      block: 'iron',
      rotors: 'externalGears',
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
      kind: 'airTwin',
      block: 'aluminium',
      crankBearings: 'rolling',
      pumpRatio: 0.5,
      panShare: 0.7,
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
      kind: 'truck',
      block: 'iron',
      rotors: 'externalGears',
    },
  },
] as const satisfies readonly ArchetypeEntry[];
export type ArchetypeId = (typeof ARCHETYPES)[number]['id'];
export const ARCHETYPE_IDS = ARCHETYPES.map((a) => a.id) as [ArchetypeId, ...ArchetypeId[]];

/** @returns the archetype of that id */
export function archetypeOf(id: ArchetypeId): ArchetypeEntry {
  return ARCHETYPES.find((a) => a.id === id)!;
}
