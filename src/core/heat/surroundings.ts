/** What surrounds an engine while it runs. */
export interface Conditions {
  readonly airTemperatureK: number;
  readonly roadSpeedMS: number;
  /** Share of the torque at that speed, 0 to 1. */
  readonly load: number;
}

export const DEFAULT_CONDITIONS: Conditions = { airTemperatureK: 293.15, roadSpeedMS: 30, load: 0.7 };
