import type { Project } from '../document/project/project';
import { windConductanceWK, type BlockExchange } from './conditions';
import { type Conditions } from './surroundings';

/** What a reservoir exchanges with its surroundings, linear in its own temperature: gain − conductance·T [W]. */
export interface LinearExchange {
  readonly conductanceWK: number;
  /** What it would gain at 0 K [W]. */
  readonly gainW: number;
}

/**
 * What the home reservoir exchanges: its pan with the air, the block with the coolant or the air, and with the metal
 * that it wets where that stores heat.
 *
 * @param givenW heat that goes into its oil besides; the engine's through the metal where that stores it
 * @param metalK temperature of the metal; null where it stores nothing @param block what the oil gives to through it
 * @source lumped conductances, energy balance
 */
export function homeExchange(
  heat: Project['engine']['heat'],
  conditions: Conditions,
  givenW: { readonly engineW: number; readonly strayW: number },
  metalK: number | null,
  block: BlockExchange,
): LinearExchange {
  const pan = windConductanceWK(heat.panConductanceWK, conditions.roadSpeedMS);
  const metal = metalK === null ? 0 : heat.metalConductanceWK;
  return {
    conductanceWK: pan + block.conductanceWK + metal,
    gainW:
      (metalK === null ? givenW.engineW : metal * metalK) +
      givenW.strayW +
      pan * conditions.airTemperatureK +
      block.conductanceWK * block.ambientK,
  };
}
