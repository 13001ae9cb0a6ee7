/** Where the heat came from and went to in one pass [W]. */
export interface HeatLedger {
  bearingsW: number;
  fedPartsW: number;
  engineW: number;
  pumpingW: number;
  radiantW: number;
  /** By element index, what a cooler or a line gives away. */
  readonly exchangeW: Float64Array;
  panW: number;
  coolantW: number;
}
