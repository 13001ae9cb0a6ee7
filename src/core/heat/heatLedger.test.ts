import { demoProject } from '../verification/testing/demo';
import { heatInW, ledgerOf } from './heatLedger';
import { homeExchange } from './homeReservoir';

const HEAT = {
  ...demoProject().engine.heat,
  panConductanceWK: 10,
  blockConductanceWK: 4,
  metalConductanceWK: 50,
  coolantK: 360,
};
/** At 25 m/s a pan's conductance is what it is stated for. */
const CONDITIONS = { airTemperatureK: 290, roadSpeedMS: 25, load: 0.5 };
const IN = { bearingsW: 1, fedPartsW: 20, metalW: 600000, engineW: 300, pumpingW: 4000, radiantW: 50000 };
const COOLANT_K = 360;

describe('The ledger', () => {
  it('sums what came in, and never nothing', () => {
    expect(heatInW(IN)).toBe(654321);
    expect(heatInW({ bearingsW: 0, fedPartsW: 0, metalW: 0, engineW: 0, pumpingW: 0, radiantW: 0 })).toBe(1);
  });

  it('lets the pan give to the air and the block to the coolant, from the home reservoir', () => {
    const ledger = ledgerOf(IN, new Float64Array(2), HEAT, CONDITIONS, 370, COOLANT_K);
    expect([ledger.panW, ledger.coolantW, ledger.pumpingW]).toEqual([10 * 80, 4 * 10, 4000]);
  });

  it('and the linear exchange of the home are the same heat, source: energy balance', () => {
    const givenW = { engineW: 300, strayW: 7 };
    const { conductanceWK, gainW } = homeExchange(HEAT, CONDITIONS, givenW, null, COOLANT_K);
    const { panW, coolantW } = ledgerOf(IN, new Float64Array(0), HEAT, CONDITIONS, 372, COOLANT_K);
    expect(gainW - conductanceWK * 372).toBeCloseTo(307 - panW - coolantW, 9);
  });

  it('lets a block that is cooled by air give to the air, by the wind to the 0.6 and never nothing', () => {
    const air = { ...HEAT, blockCooledBy: 'air' as const };
    const at = (roadSpeedMS: number) =>
      ledgerOf(IN, new Float64Array(0), air, { ...CONDITIONS, roadSpeedMS }, 370, COOLANT_K).coolantW;
    expect(at(15)).toBeCloseTo(4 * 80, 9);
    expect(at(30) / at(15)).toBeCloseTo(2 ** 0.6, 9);
    expect(at(0) / at(15)).toBeCloseTo(0.3, 9);
  });

  it('takes the engine’s rest from the metal where that stores it', () => {
    const { conductanceWK, gainW } = homeExchange(HEAT, CONDITIONS, { engineW: 300, strayW: 7 }, 365, COOLANT_K);
    expect(conductanceWK).toBe(64);
    expect(gainW - conductanceWK * 365).toBeCloseTo(7 - 10 * 75 - 4 * 5, 9);
  });
});
