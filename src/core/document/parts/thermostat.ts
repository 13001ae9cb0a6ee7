/** Figures of a wax thermostat, alone or in a plate. */
export interface Thermostat {
  readonly opensK: number;
  readonly fullK: number;
  readonly areaM2: number;
  readonly dischargeCoefficient: number;
  readonly coolerLeakShare: number;
  readonly bypassLeastShare: number;
  readonly closedLeakM3SPa: number;
  readonly hysteresisK: number;
  readonly stuck: 'no' | 'open' | 'shut';
}
