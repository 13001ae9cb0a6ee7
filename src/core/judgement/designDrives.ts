import type { Engine } from '../document/project/project';
import type { Conditions } from '../heat/conditions';

/** Speed and surroundings that a heat balance is asked for. */
export type Drive = Conditions & { readonly speedRevS: number };

/** A hot day at full load, and a cold one at a cruise. Common practice, no source. */
const HOT_DAY = { speedShare: 0.9, airK: 308.15, roadMS: 25 } as const;
const COLD_CRUISE = { speedShare: 0.35, airK: 273.15, roadMS: 22, load: 0.2 } as const;

/** The two drives that coolers and thermostats are judged by: oil that gets too hot shows on the one, oil that stays too cold on the other. */
export function designDrives(engine: Engine): { readonly hotDay: Drive; readonly coldCruise: Drive } {
  return {
    hotDay: {
      speedRevS: HOT_DAY.speedShare * engine.maximumSpeedRevS,
      airTemperatureK: HOT_DAY.airK,
      roadSpeedMS: HOT_DAY.roadMS,
      load: 1,
    },
    coldCruise: {
      speedRevS: Math.max(engine.idleSpeedRevS, COLD_CRUISE.speedShare * engine.maximumSpeedRevS),
      airTemperatureK: COLD_CRUISE.airK,
      roadSpeedMS: COLD_CRUISE.roadMS,
      load: COLD_CRUISE.load,
    },
  };
}
