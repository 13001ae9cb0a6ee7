import type { Project } from '../document/project/project';
import type { PartOf } from '../document/parts/part';

/** What surrounds an engine while it runs. */
export interface Conditions {
  readonly airTemperatureK: number;
  readonly roadSpeedMS: number;
  /** Share of the torque at that speed, 0 to 1. */
  readonly load: number;
}

export const DEFAULT_CONDITIONS: Conditions = { airTemperatureK: 293.15, roadSpeedMS: 30, load: 0.7 };

/** Brake power a swept volume where none is stated [W/m³]. @source engineering judgement: 60 kW a litre */
const POWER_PER_VOLUME = 60e6;
const ASSUMED_VOLUME_M3 = 2e-3;

/** Brake power at a speed and load [W]: constant torque, so it rises with speed. @source common practice for an estimate */
export function brakePowerW(project: Project, speedRevS: number, load: number): number {
  const { engine } = project;
  const most = engine.heat.brakePowerW ?? POWER_PER_VOLUME * (engine.displacementM3 ?? ASSUMED_VOLUME_M3);
  return load * most * Math.min(1.1, speedRevS / engine.maximumSpeedRevS);
}

/** Heat that the engine gives its oil in all: a base while it turns, and a share of the brake power [W]. @source engineering judgement */
export function engineHeatW(project: Project, speedRevS: number, load: number): number {
  if (speedRevS <= 0) return 0;
  const { heat } = project.engine;
  return (
    heat.baseHeatW * Math.min(1, speedRevS / project.engine.idleSpeedRevS) +
    heat.heatShare * brakePowerW(project, speedRevS, load)
  );
}

const DUTY_HEAT_W: Readonly<Record<PartOf<'consumer'>['duty'], number>> = {
  turbo: 900,
  supercharger: 250,
  lifters: 0,
  phaser: 0,
  tensioner: 0,
  gears: 100,
  other: 0,
};
const ROLLING_TURBO_W = 700;
/** Share of a turbo's heat that is there without load. @source engineering judgement */
const IDLE_SHARE = 0.15;

/** Heat that a fed part gives its oil [W]. @source engineering judgement where the part states none */
export function consumerHeatW(part: PartOf<'consumer'>, project: Project, speedRevS: number, load: number): number {
  const full =
    part.heatW ?? (part.duty === 'turbo' && part.bearingType === 'rolling' ? ROLLING_TURBO_W : DUTY_HEAT_W[part.duty]);
  const running = Math.min(1, speedRevS / project.engine.maximumSpeedRevS);
  return (
    full *
    part.count *
    (IDLE_SHARE * Math.min(1, speedRevS / project.engine.idleSpeedRevS) + (1 - IDLE_SHARE) * load * running)
  );
}

/** Conductance that follows the air, from one at 25 m/s [W/K]: ∝ v^0.6, no less than 4/15 of it. @source engineering judgement */
export function windConductanceWK(at25: number, roadSpeedMS: number): number {
  return at25 * Math.max(4 / 15, (roadSpeedMS / 25) ** 0.6);
}
