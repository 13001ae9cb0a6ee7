import type { Engine } from '../document/project/project';
import { drivesOf } from '../document/project/use';
import type { Conditions } from '../heat/surroundings';

/** Speed and surroundings that a heat balance is asked for. */
export type SteadyDrive = Conditions & { readonly speedRevS: number };

/** A drive for which heat is judged: until steady, or for so long from another one or from warm oil. */
export type Drive = SteadyDrive & {
  readonly name?: string;
  /** Null or absent: until steady. */
  readonly durationS?: number | null;
  /** What it begins from, steady; absent: from warm oil. */
  readonly from?: SteadyDrive;
  /** What dust leaves of an air cooler's effect; absent: all of it. */
  readonly clearShare?: number;
};

/** A cold day at a cruise. Common practice, no source. */
const COLD_CRUISE = { speedShare: 0.35, airK: 273.15, roadMS: 22, load: 0.2 } as const;

/**
 * The drives of an engine's use, in order: one that ends by the clock begins from the steady one beside it, where there
 * is one.
 */
export function useDrives(engine: Engine): readonly Drive[] {
  const all = drivesOf(engine).map((d): Drive => ({
    name: d.name,
    speedRevS: Math.max(engine.idleSpeedRevS, d.speedShare * engine.maximumSpeedRevS),
    load: d.loadShare,
    airTemperatureK: d.airTemperatureK,
    roadSpeedMS: d.roadSpeedMS,
    durationS: d.durationS,
    clearShare: d.clearShare,
  }));
  const steady = all.find((d) => d.durationS === null);
  return all.map((d) => (d.durationS === null || !steady ? d : { ...d, from: steady }));
}

/**
 * The hardest drive of an engine's use, by power, and a cold cruise: oil that gets too hot shows on the one, oil that
 * stays too cold on the other.
 */
export function designDrives(engine: Engine): { readonly hotDay: Drive; readonly coldCruise: SteadyDrive } {
  const power = (d: Drive) => d.load * d.speedRevS;
  return {
    hotDay: useDrives(engine).reduce((a, b) => (power(b) > power(a) ? b : a)),
    coldCruise: {
      speedRevS: Math.max(engine.idleSpeedRevS, COLD_CRUISE.speedShare * engine.maximumSpeedRevS),
      airTemperatureK: COLD_CRUISE.airK,
      roadSpeedMS: COLD_CRUISE.roadMS,
      load: COLD_CRUISE.load,
    },
  };
}
