import type { Conditions } from './surroundings';
import { fullEngine } from '../document/project/inFull';
import type { Project } from '../document/project/project';
import type { PartOf } from '../document/parts/part';

/**
 * Brake power at a speed and load [W]: constant torque, so it rises with speed.
 * @source common practice for an estimate
 */
export function brakePowerW(project: Project, speedRevS: number, load: number): number {
  const engine = fullEngine(project);
  return load * engine.heat.brakePowerW * Math.min(1.1, speedRevS / engine.maximumSpeedRevS);
}

/**
 * Heat that the engine gives its oil in all: a base while it turns, and a share of the brake power [W].
 * @source engineering judgement
 */
export function engineHeatW(project: Project, speedRevS: number, load: number): number {
  const { heat } = project.engine;
  return (
    heat.baseHeatW * Math.min(1, speedRevS / project.engine.idleSpeedRevS) +
    heat.heatShare * brakePowerW(project, speedRevS, load)
  );
}

/** Share of a turbo's heat that is there without load. @source engineering judgement */
const IDLE_SHARE = 0.15;

/** Heat that a fed part gives its oil [W]. @param part in full */
export function consumerHeatW(part: PartOf<'consumer'>, project: Project, speedRevS: number, load: number): number {
  const running = Math.min(1, speedRevS / project.engine.maximumSpeedRevS);
  return (
    (part.heatW ?? 0) *
    part.count *
    (IDLE_SHARE * Math.min(1, speedRevS / project.engine.idleSpeedRevS) + (1 - IDLE_SHARE) * load * running)
  );
}

/**
 * Conductance that follows the air, from one at 25 m/s [W/K]: ∝ v^0.6, no less than 4/15 of it.
 * @source engineering judgement
 */
export function windConductanceWK(at25: number, roadSpeedMS: number): number {
  return at25 * Math.max(4 / 15, (roadSpeedMS / 25) ** 0.6);
}

/** Air speed that an air-cooled block's conductance is stated at [m/s]. */
const BLOCK_AIR_MS = 15;
/**
 * Least share of it that is left without wind: natural draught, and the engine's own fan where it has one.
 * @source engineering judgement
 */
const BLOCK_LEAST_SHARE = 0.5;

/**
 * Heat into an air-cooled crankcase at idle [W/m³], at most twice of it with speed, and a share of the brake power.
 * @source engineering judgement
 */
const CRANKCASE_IDLE_PER_VOLUME = 1.35e6;
const CRANKCASE_MOST_IDLE_TIMES = 2;
const CRANKCASE_HEAT_SHARE = 0.15;

/** What the oil gives its heat to through the block, and how well. */
export interface BlockExchange {
  readonly conductanceWK: number;
  readonly ambientK: number;
}

/** What an air-cooled block's fins give to the air [W/K]. */
function finsWK(project: Project, speedRevS: number, roadSpeedMS: number): number {
  const { heat, maximumSpeedRevS } = fullEngine(project);
  const fanMS = (heat.blockFanMS * speedRevS) / maximumSpeedRevS;
  return heat.finConductanceWK * Math.max(BLOCK_LEAST_SHARE, (Math.max(roadSpeedMS, fanMS) / BLOCK_AIR_MS) ** 0.6);
}

/** Heat that combustion gives an air-cooled crankcase [W]. */
function crankcaseHeatW(project: Project, speedRevS: number, load: number): number {
  const engine = fullEngine(project);
  return (
    CRANKCASE_IDLE_PER_VOLUME *
      engine.displacementM3 *
      Math.min(CRANKCASE_MOST_IDLE_TIMES, speedRevS / engine.idleSpeedRevS) +
    CRANKCASE_HEAT_SHARE * brakePowerW(project, speedRevS, load)
  );
}

/**
 * What the oil's block gives its heat to. An air-cooled one is heated by combustion and cooled by its fins: without a
 * store of its own it stands where the two are equal, and the oil feels both conductances in series.
 *
 * @param blockK of the coolant, or of an air-cooled block, where a run in time stores it; null where it is steady
 * @source lumped conductances in series (closed form)
 */
export function blockExchange(
  project: Project,
  speedRevS: number,
  conditions: Conditions,
  blockK: number | null,
): BlockExchange {
  const { heat } = project.engine;
  const own = heat.blockConductanceWK;
  if (heat.blockCooledBy === 'coolant')
    return { conductanceWK: own, ambientK: blockK ?? steadyCoolantK(project, speedRevS, conditions.airTemperatureK) };
  if (blockK !== null) return { conductanceWK: own, ambientK: blockK };
  const fins = finsWK(project, speedRevS, conditions.roadSpeedMS);
  return {
    conductanceWK: (own * fins) / (own + fins),
    ambientK: conditions.airTemperatureK + crankcaseHeatW(project, speedRevS, conditions.load) / fins,
  };
}

/**
 * Steady coolant temperature: its thermostat's while the engine turns, the air's at rest [K].
 */
export function steadyCoolantK({ engine }: Project, speedRevS: number, airTemperatureK: number): number {
  return speedRevS > 0 ? engine.heat.coolantK : airTemperatureK;
}

/** Heat into coolant and jackets at idle [W/m³]. @source engineering judgement: 85 °C after 6 to 12 minutes of fast idle */
const COOLANT_IDLE_HEAT_PER_VOLUME = 2e6;
/** Heat to the coolant a brake power. @source about a third of the fuel's heat each way, common practice */
const COOLANT_HEAT_SHARE = 1;
/** A block at rest to the air [W/(K m³)]. @source engineering judgement: cold after some hours */
const COOLANT_LOSS_PER_VOLUME = 3e3;
/** Idle heat grows with speed up to this many times the idle. */
const MOST_IDLE_TIMES = 4;

/**
 * The store around the oil in a run in time, coolant with its jackets or an air-cooled block: what it holds, gains and
 * loses.
 */
export interface BlockStore {
  readonly capacityJK: number;
  /** What its thermostat and radiator hold it to [K]. */
  readonly mostK: number;
  /** What the engine gives it, less what it loses to the air [W]. */
  gainW(speedRevS: number, conditions: Conditions, blockK: number): number;
}

/** @source lumped heat capacity; figures above */
export function blockStore(project: Project): BlockStore {
  const engine = fullEngine(project);
  const volume = engine.displacementM3;
  const capacityJK = engine.heat.coolantCapacityJK;
  if (engine.heat.blockCooledBy === 'air')
    return {
      capacityJK,
      mostK: Infinity,
      gainW: (speedRevS, conditions, blockK) =>
        crankcaseHeatW(project, speedRevS, conditions.load) -
        finsWK(project, speedRevS, conditions.roadSpeedMS) * (blockK - conditions.airTemperatureK),
    };
  return {
    capacityJK,
    mostK: engine.heat.coolantK,
    gainW(speedRevS, { load, airTemperatureK }, blockK) {
      const { coolantHeat } = engine.heat;
      const idles = speedRevS / engine.idleSpeedRevS;
      const heatW = coolantHeat
        ? coolantHeat.idleW * Math.sqrt(idles) + coolantHeat.brakeShare * brakePowerW(project, speedRevS, load)
        : COOLANT_IDLE_HEAT_PER_VOLUME * volume * Math.min(MOST_IDLE_TIMES, idles) +
          COOLANT_HEAT_SHARE * brakePowerW(project, speedRevS, load);
      return heatW - COOLANT_LOSS_PER_VOLUME * volume * (blockK - airTemperatureK);
    },
  };
}
