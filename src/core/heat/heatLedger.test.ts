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
const IN = { bearingsW: 1, fedPartsW: 20, engineW: 300, pumpingW: 4000, radiantW: 50000 };

describe('The ledger', () => {
  it('sums what came in, and never nothing', () => {
    expect(heatInW(IN)).toBe(54321);
    expect(heatInW({ bearingsW: 0, fedPartsW: 0, engineW: 0, pumpingW: 0, radiantW: 0 })).toBe(1);
  });

  it('lets the pan give to the air and the block to the coolant, from the home reservoir', () => {
    const ledger = ledgerOf(IN, new Float64Array(2), HEAT, CONDITIONS, 370);
    expect([ledger.panW, ledger.coolantW, ledger.pumpingW]).toEqual([10 * 80, 4 * 10, 4000]);
  });

  it('and the linear exchange of the home are the same heat, source: energy balance', () => {
    const givenW = { engineW: 300, strayW: 7 };
    const { conductanceWK, gainW } = homeExchange(HEAT, CONDITIONS, givenW, null);
    const { panW, coolantW } = ledgerOf(IN, new Float64Array(0), HEAT, CONDITIONS, 372);
    expect(gainW - conductanceWK * 372).toBeCloseTo(307 - panW - coolantW, 9);
  });

  it('takes the engine’s rest from the metal where that stores it', () => {
    const { conductanceWK, gainW } = homeExchange(HEAT, CONDITIONS, { engineW: 300, strayW: 7 }, 365);
    expect(conductanceWK).toBe(64);
    expect(gainW - conductanceWK * 365).toBeCloseTo(7 - 10 * 75 - 4 * 5, 9);
  });
});
