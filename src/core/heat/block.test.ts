import { inFull } from '../document/project/inFull';
import type { Project } from '../document/project/project';
import { demoProject } from '../verification/testing/demo';
import { blockExchange, blockStore, steadyCoolantK } from './conditions';

type Heat = Partial<Project['engine']['heat']>;

/** The demo's engine with a swept volume of its own: 7000 rpm at most, 850 at idle. */
function engineWith(heat: Heat, displacementM3: number | undefined = 1.6e-3): Project {
  const project = demoProject();
  return inFull({
    ...project,
    engine: {
      ...project.engine,
      maximumSpeedRevS: 100,
      idleSpeedRevS: 20,
      displacementM3,
      heat: { ...project.engine.heat, brakePowerW: 50e3, finConductanceWK: undefined, ...heat },
    },
  });
}

const AIR_COOLED: Heat = { blockCooledBy: 'air', blockConductanceWK: 60 };
const STILL = { airTemperatureK: 300, roadSpeedMS: 0, load: 0 };

/** The fins alone, of what oil feels through block and fins in series; source: conductances in series. */
const finsOf = (project: Project, roadSpeedMS: number, speedRevS = 0): number =>
  1 / (1 / blockExchange(project, speedRevS, { ...STILL, roadSpeedMS }, null).conductanceWK - 1 / 60);

describe('Fins of an air-cooled block (figures: engineering judgement, see the module)', () => {
  it('give 37 W/K a litre at 1.6 L and 15 m/s, and grow with the volume to the power 0.95', () => {
    expect(finsOf(engineWith(AIR_COOLED), 15)).toBeCloseTo(59.2, 9);
    expect(finsOf(engineWith(AIR_COOLED, 0.8e-3), 15)).toBeCloseTo(59.2 * 0.5 ** 0.95, 9);
    expect(finsOf(engineWith({ ...AIR_COOLED, finConductanceWK: 33 }), 15)).toBeCloseTo(33, 9);
    const { displacementM3: _, heat, ...engine } = engineWith(AIR_COOLED).engine;
    const nothingStated = { ...demoProject(), engine: { ...engine, heat: { ...heat, finConductanceWK: undefined } } };
    expect(finsOf(inFull(nothingStated), 15)).toBeCloseTo(59.2 * (2 / 1.6) ** 0.95, 9);
  });

  it('feel the road’s wind or their own fan’s, whichever is more, and keep half in still air', () => {
    const own = engineWith({ ...AIR_COOLED, finConductanceWK: 40, blockFanMS: 30 });
    expect(finsOf(own, 60)).toBeCloseTo(40 * 4 ** 0.6, 9);
    // The fan turns with the engine: 30 m/s at full speed, 15 at half.
    expect(finsOf(own, 0, 100)).toBeCloseTo(40 * 2 ** 0.6, 9);
    expect(finsOf(own, 0, 50)).toBeCloseTo(40, 9);
    expect(finsOf(own, 3, 0)).toBeCloseTo(20, 9);
  });

  it('stand over the air by what combustion gives: 1.35 kW a litre at idle, twice at most, and 0.15 of the power', () => {
    const project = engineWith({ ...AIR_COOLED, finConductanceWK: 40 });
    const above = (speedRevS: number, load: number) =>
      (blockExchange(project, speedRevS, { airTemperatureK: 300, roadSpeedMS: 15, load }, null).ambientK - 300) * 40;
    expect(above(10, 0)).toBeCloseTo(1.35e6 * 1.6e-3 * 0.5, 6);
    expect(above(20, 0)).toBeCloseTo(1.35e6 * 1.6e-3, 6);
    expect(above(80, 0)).toBeCloseTo(2 * 1.35e6 * 1.6e-3, 6);
    expect(above(100, 0.5)).toBeCloseTo(2 * 1.35e6 * 1.6e-3 + 0.15 * 25e3, 6);
  });

  it('give nothing to the oil where nothing joins block and oil', () => {
    const apart = engineWith({ ...AIR_COOLED, blockConductanceWK: 0, finConductanceWK: 40 });
    expect(blockExchange(apart, 50, STILL, null).conductanceWK).toBe(0);
  });
});

describe('A block with coolant', () => {
  it('stands at its thermostat while it turns, at the air at rest, or where a run in time has it', () => {
    const project = engineWith({ blockCooledBy: 'coolant', blockConductanceWK: 60, coolantK: 363 });
    expect(blockExchange(project, 50, STILL, null)).toEqual({ conductanceWK: 60, ambientK: 363 });
    expect(blockExchange(project, 0, STILL, null)).toEqual({ conductanceWK: 60, ambientK: 300 });
    expect(blockExchange(project, 50, STILL, 320)).toEqual({ conductanceWK: 60, ambientK: 320 });
    expect([steadyCoolantK(project, 0.1, 280), steadyCoolantK(project, 0, 280)]).toEqual([363, 280]);
  });
});

describe('What a block stores in a run in time (figures: engineering judgement, see the module)', () => {
  const coolant = engineWith({ blockCooledBy: 'coolant', coolantK: 363, coolantCapacityJK: undefined });
  const air = engineWith({ ...AIR_COOLED, finConductanceWK: 40, coolantCapacityJK: undefined });

  it('is 20 kJ/K a litre where none is stated; its thermostat holds coolant, nothing holds fins', () => {
    expect(blockStore(coolant)).toMatchObject({ capacityJK: 32e3, mostK: 363 });
    expect(blockStore(air)).toMatchObject({ capacityJK: 32e3, mostK: Infinity });
    expect(blockStore(engineWith({ coolantCapacityJK: 50e3 })).capacityJK).toBe(50e3);
    const { displacementM3: _, ...engine } = demoProject().engine;
    expect(blockStore(inFull({ ...coolant, engine })).capacityJK).toBe(40e3);
  });

  it('coolant gains 2 kW a litre at idle, four times at most, and as much as the brake power; it loses 3 W/K a litre', () => {
    const { gainW } = blockStore(coolant);
    const at = (speedRevS: number, load: number) => gainW(speedRevS, { ...STILL, load }, 300);
    expect(at(0, 1)).toBe(0);
    expect(at(20, 0)).toBeCloseTo(3200, 6);
    expect(at(10, 0)).toBeCloseTo(1600, 6);
    expect(at(100, 0)).toBeCloseTo(4 * 3200, 6);
    expect(at(100, 0.5)).toBeCloseTo(4 * 3200 + 25e3, 6);
    expect(gainW(0, STILL, 350)).toBeCloseTo(-3e3 * 1.6e-3 * 50, 6);
    expect(gainW(20, STILL, 350)).toBeCloseTo(3200 - 240, 6);
  });

  it('fins gain from combustion and lose to the air', () => {
    const { gainW } = blockStore(air);
    expect(gainW(20, { ...STILL, roadSpeedMS: 15 }, 350)).toBeCloseTo(1.35e6 * 1.6e-3 - 40 * 50, 6);
  });
});
