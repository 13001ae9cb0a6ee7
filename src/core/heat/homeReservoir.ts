import type { Project } from '../document/project/project';
import { windConductanceWK, type Conditions } from './conditions';

/** What a reservoir exchanges with its surroundings, linear in its own temperature: gain − conductance·T [W]. */
export interface LinearExchange {
  readonly conductanceWK: number;
  /** What it would gain at 0 K [W]. */
  readonly gainW: number;
}

/**
 * What the home reservoir exchanges: its pan with the air, the block with the coolant, and with the metal that it wets where that stores heat.
 *
 * @param givenW heat that goes into its oil besides @param metalK temperature of the metal; null where it stores nothing
 * @source lumped conductances, energy balance
 */
export function homeExchange(
  heat: Project['engine']['heat'],
  { airTemperatureK, roadSpeedMS }: Conditions,
  givenW: { readonly engineW: number; readonly strayW: number },
  metalK: number | null,
): LinearExchange {
  const pan = windConductanceWK(heat.panConductanceWK, roadSpeedMS);
  const metal = metalK === null ? 0 : heat.metalConductanceWK;
  return {
    conductanceWK: pan + heat.blockConductanceWK + metal,
    gainW:
      (metalK === null ? givenW.engineW : metal * metalK) +
      givenW.strayW +
      pan * airTemperatureK +
      heat.blockConductanceWK * heat.coolantK,
  };
}
