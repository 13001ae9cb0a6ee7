import type { Project } from '../document/project/project';
import { windConductanceWK, type Conditions } from './conditions';
import type { HeatIn } from './elementHeat';

/** Where the heat came from and went to in one pass [W]. */
export interface HeatLedger extends HeatIn {
  /** By element index, what a cooler or a line gives away. */
  readonly exchangeW: Float64Array;
  readonly panW: number;
  readonly coolantW: number;
}

/** The ledger of a pass. @param homeK temperature of the reservoir that has the pan and the block [K] */
export function ledgerOf(
  heatIn: HeatIn,
  exchangeW: Float64Array,
  heat: Project['engine']['heat'],
  { airTemperatureK, roadSpeedMS }: Conditions,
  homeK: number,
): HeatLedger {
  return {
    ...heatIn,
    exchangeW,
    panW: windConductanceWK(heat.panConductanceWK, roadSpeedMS) * (homeK - airTemperatureK),
    coolantW: heat.blockConductanceWK * (homeK - heat.coolantK),
  };
}

/** All heat that a pass put in, at least 1 so that shares of it are defined [W]. */
export const heatInW = ({ bearingsW, fedPartsW, engineW, pumpingW, radiantW }: HeatIn): number =>
  Math.max(1, bearingsW + fedPartsW + engineW + pumpingW + radiantW);
