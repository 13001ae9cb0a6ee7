import type { ArchetypeId } from './archetypes';

interface WantEntry {
  readonly id: string;
  readonly label: string;
  readonly note: string;
  /** Usual length of hose to it; undefined where it needs none. */
  readonly distanceM: number | undefined;
  readonly fits: (archetype: ArchetypeId) => boolean;
}

/** What people change about an oil system. */
export const WANTS = [
  {
    id: 'cooler',
    label: 'Oil cooler with thermostat',
    note: 'A thermostat plate before the filter, an air cooler with two hoses.',
    distanceM: 1.4,
    fits: () => true,
  },
  {
    id: 'turbo',
    label: 'A turbo feed, plain bearings',
    note: 'From the gallery, with its hose and its drain.',
    distanceM: 0.5,
    fits: () => true,
  },
  {
    id: 'rollingTurbo',
    label: 'A turbo feed, rolling bearings',
    note: 'From the gallery, through a restrictor, with its drain.',
    distanceM: 0.5,
    fits: () => true,
  },
  {
    id: 'supercharger',
    label: 'A supercharger feed',
    note: 'From the gallery, with its drain.',
    distanceM: 0.6,
    fits: () => true,
  },
  {
    id: 'sideStream',
    label: 'Bypass (side-stream) filter',
    note: 'Through a metering orifice, back to the sump.',
    distanceM: 1.2,
    fits: () => true,
  },
  {
    id: 'remoteFilter',
    label: 'Remote filter',
    note: 'A take-off plate, two hoses, the filter on a remote head.',
    distanceM: 0.9,
    fits: (a) => a !== 'remoteFilter' && a !== 'drySump' && a !== 'externalSuction' && a !== 'airTwin',
  },
  {
    id: 'noLiquidCooler',
    label: 'Delete the coolant-fed cooler',
    note: 'The liquid cooler goes; its cover carries the passage.',
    distanceM: undefined,
    fits: (a) => a === 'coolerOnHousing' || a === 'truckDiesel',
  },
  {
    id: 'gauge',
    label: 'A gauge',
    note: 'A pressure sender on the gallery, behind the filter.',
    distanceM: undefined,
    fits: () => true,
  },
] as const satisfies readonly WantEntry[];
export type WantId = (typeof WANTS)[number]['id'];
export const WANT_IDS = WANTS.map((want) => want.id) as [WantId, ...WantId[]];
