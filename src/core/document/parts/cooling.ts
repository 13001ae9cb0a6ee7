import type { Cooling } from './shapes';

type AirCooling = Extract<Cooling, { kind: 'air' }>;
type LiquidCooling = Extract<Cooling, { kind: 'liquid' }>;

/** What a cooler is without data: a front cooler of 0.05 m² or a plate of 150 W/K. @source engineering judgement */
export const DEFAULT_AIR_COOLING: AirCooling = {
  kind: 'air',
  ratedHeatW: 9000,
  ratedOilFlowM3S: 30e-3 / 60,
  ratedFaceSpeedMS: 10,
  faceAreaM2: 0.05,
  ratedOilK: 373.15,
  ratedAirK: 308.15,
  oilSideShare: 0.5,
  positionFactor: 0.25,
};
export const DEFAULT_LIQUID_COOLING: LiquidCooling = {
  kind: 'liquid',
  conductanceWK: 150,
  ratedOilFlowM3S: 20e-3 / 60,
  oilSideShare: 0.8,
  coolantFlowM3S: 20e-3 / 60,
};

/** Natural draught on a core at rest [m/s]. @source engineering judgement */
export const DRAUGHT_MS = 0.3;
