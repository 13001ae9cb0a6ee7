import type { Project } from '../document/project/project';
import { windConductanceWK, type BlockExchange } from './conditions';
import { type Conditions } from './surroundings';
import type { HeatIn } from './elementHeat';

/** Where the heat came from and went to in one pass [W]. */
export interface HeatLedger extends HeatIn {
  /** By element index, what a cooler or a line gives away. */
  readonly exchangeW: Float64Array;
  readonly panW: number;
  /** From the block to its coolant, or to the air where it is air-cooled. */
  readonly coolantW: number;
}

/** Where the heat is booked: the engine, its surroundings, and what its pan and block stand at. */
interface LedgerPlace {
  readonly heat: Project['engine']['heat'];
  readonly conditions: Conditions;
  readonly homeK: number;
  readonly block: BlockExchange;
}

/**
 * The ledger of a pass.
 * @param homeK temperature of the reservoir that has the pan and the block [K]
 * @param block what the oil gives to through it
 */
export function ledgerOf(
  heatIn: HeatIn,
  exchangeW: Float64Array,
  { heat, conditions, homeK, block }: LedgerPlace,
): HeatLedger {
  return {
    ...heatIn,
    exchangeW,
    panW: windConductanceWK(heat.panConductanceWK, conditions.roadSpeedMS) * (homeK - conditions.airTemperatureK),
    coolantW: block.conductanceWK * (homeK - block.ambientK),
  };
}

/** All heat that a pass put in, at least 1 so that shares of it are defined [W]. */
export const heatInW = ({ bearingsW, fedPartsW, metalW, engineW, pumpingW, radiantW }: HeatIn): number =>
  Math.max(1, bearingsW + fedPartsW + metalW + engineW + pumpingW + radiantW);
