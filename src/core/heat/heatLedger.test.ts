import { inFull } from '../document/project/inFull';
import { demoProject } from '../verification/testing/demo';
import { blockExchange } from './conditions';
import { heatInW, ledgerOf } from './heatLedger';
import { homeExchange } from './homeReservoir';

const HEAT = {
  ...demoProject().engine.heat,
  panConductanceWK: 10,
  metalConductanceWK: 50,
};
/** At 25 m/s a pan's conductance is what it is stated for. */
const CONDITIONS = { airTemperatureK: 290, roadSpeedMS: 25, load: 0.5 };
const IN = { bearingsW: 1, fedPartsW: 20, metalW: 600000, engineW: 300, pumpingW: 4000, radiantW: 50000 };
const BLOCK = { conductanceWK: 4, ambientK: 360 };

describe('The ledger', () => {
  it('sums what came in, and never nothing', () => {
    expect(heatInW(IN)).toBe(654321);
    expect(heatInW({ bearingsW: 0, fedPartsW: 0, metalW: 0, engineW: 0, pumpingW: 0, radiantW: 0 })).toBe(1);
  });

  it('lets the pan give to the air and the block to the coolant, from the home reservoir', () => {
    const ledger = ledgerOf(IN, new Float64Array(2), { heat: HEAT, conditions: CONDITIONS, homeK: 370, block: BLOCK });
    expect([ledger.panW, ledger.coolantW, ledger.pumpingW]).toEqual([10 * 80, 4 * 10, 4000]);
  });

  it('and the linear exchange of the home are the same heat, source: energy balance', () => {
    const givenW = { engineW: 300, strayW: 7 };
    const { conductanceWK, gainW } = homeExchange(HEAT, CONDITIONS, givenW, null, BLOCK);
    const { panW, coolantW } = ledgerOf(IN, new Float64Array(0), {
      heat: HEAT,
      conditions: CONDITIONS,
      homeK: 372,
      block: BLOCK,
    });
    expect(gainW - conductanceWK * 372).toBeCloseTo(307 - panW - coolantW, 9);
  });

  it('has an air-cooled block between combustion and fins, source: conductances in series', () => {
    const project = demoProject();
    const heat = {
      ...project.engine.heat,
      blockCooledBy: 'air' as const,
      blockConductanceWK: 60,
      finConductanceWK: 30,
    };
    const air = inFull({ ...project, engine: { ...project.engine, heat } });
    const still = { airTemperatureK: 300, roadSpeedMS: 15, load: 0 };
    // At rest nothing heats it: oil gives to the air through both.
    expect(blockExchange(air, 0, still, null)).toEqual({ conductanceWK: 20, ambientK: 300 });
    // Its store in a run in time stands between the two.
    expect(blockExchange(air, 50, still, 350)).toEqual({ conductanceWK: 60, ambientK: 350 });
    const driven = blockExchange(air, 50, { ...still, load: 1 }, null);
    expect(driven.ambientK).toBeGreaterThan(blockExchange(air, 50, still, null).ambientK);
    const wind = (roadSpeedMS: number) => blockExchange(air, 0, { ...still, roadSpeedMS }, null).conductanceWK;
    const fins = (total: number) => 1 / (1 / total - 1 / 60);
    expect(fins(wind(30)) / fins(wind(15))).toBeCloseTo(2 ** 0.6, 9);
    expect(fins(wind(0)) / fins(wind(15))).toBeCloseTo(0.5, 9);
  });

  it('takes the engine’s rest from the metal where that stores it', () => {
    const { conductanceWK, gainW } = homeExchange(HEAT, CONDITIONS, { engineW: 300, strayW: 7 }, 365, BLOCK);
    expect(conductanceWK).toBe(64);
    expect(gainW - conductanceWK * 365).toBeCloseTo(7 - 10 * 75 - 4 * 5, 9);
  });
});
