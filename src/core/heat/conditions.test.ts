import { partSchema, type PartOf } from '../document/parts/part';
import { inFull, partInFull } from '../document/project/inFull';
import { demoProject } from '../verification/testing/demo';
import { brakePowerW, consumerHeatW, engineHeatW, windConductanceWK } from './conditions';

const project = inFull(demoProject());
const { engine } = project;
const MAXIMUM = engine.maximumSpeedRevS;
const bare = { ...project, engine: { ...engine, heat: { ...engine.heat, brakePowerW: undefined } } };

describe('Brake power', () => {
  it('is stated at the maximum speed, goes with load and speed, and stops growing a tenth beyond', () => {
    expect(brakePowerW(project, MAXIMUM, 1)).toBeCloseTo(150e3, 6);
    expect(brakePowerW(project, 0.5 * MAXIMUM, 0.4)).toBeCloseTo(30e3, 6);
    expect(brakePowerW(project, 1.1 * MAXIMUM, 1)).toBeCloseTo(165e3, 6);
    expect(brakePowerW(project, 1.3 * MAXIMUM, 1)).toBeCloseTo(165e3, 6);
  });

  it('is 60 kW a litre where it is not stated, of two litres where no volume is', () => {
    expect(brakePowerW(inFull(bare), MAXIMUM, 1)).toBeCloseTo(60e6 * 2.3e-3, 6);
    const unknown = { ...bare, engine: { ...bare.engine, displacementM3: undefined } };
    expect(brakePowerW(inFull(unknown), MAXIMUM, 1)).toBeCloseTo(120e3, 6);
  });
});

describe('Heat that the engine gives its oil', () => {
  it('is its base, in proportion below idle, and a share of the brake power; none at rest', () => {
    const { baseHeatW, heatShare } = engine.heat;
    expect(engineHeatW(project, 0, 1)).toBe(0);
    expect(engineHeatW(project, engine.idleSpeedRevS / 2, 0)).toBeCloseTo(baseHeatW / 2, 9);
    expect(engineHeatW(project, MAXIMUM, 0)).toBeCloseTo(baseHeatW, 9);
    expect(engineHeatW(project, MAXIMUM, 1)).toBeCloseTo(baseHeatW + heatShare * 150e3, 9);
  });
});

describe('Heat of a fed part', () => {
  const fed = (own: object) => {
    const part = partSchema.parse({
      id: 'p',
      kind: 'consumer',
      name: 'p',
      ratedPressureDropPa: 3e5,
      ratedFlowM3S: 3e-5,
      ratedViscosityPaS: 0.01,
      viscousShare: 0.5,
      ...own,
    });
    return partInFull(part as PartOf<'consumer'>);
  };
  const full = (own: object) => consumerHeatW(fed(own), project, MAXIMUM, 1);

  it('is by what it is, for each of its number, unless it is stated', () => {
    expect(full({ duty: 'turbo' })).toBeCloseTo(900, 9);
    expect(full({ duty: 'turbo', bearingType: 'rolling' })).toBeCloseTo(700, 9);
    expect(full({ duty: 'turbo', count: 2 })).toBeCloseTo(1800, 9);
    expect(full({ duty: 'turbo', heatW: 500 })).toBeCloseTo(500, 9);
    expect([full({ duty: 'supercharger' }), full({ duty: 'gears' })].map(Math.round)).toEqual([250, 100]);
    expect((['lifters', 'phaser', 'tensioner', 'other'] as const).map((duty) => full({ duty }))).toEqual([0, 0, 0, 0]);
  });

  it('is a seventh without load, less below idle, and grows with load and speed', () => {
    const turbo = fed({ duty: 'turbo' });
    const at = (speed: number, load: number) => consumerHeatW(turbo, project, speed, load);
    expect(at(engine.idleSpeedRevS, 0)).toBeCloseTo(135, 9);
    expect(at(engine.idleSpeedRevS / 2, 0)).toBeCloseTo(67.5, 9);
    expect(at(MAXIMUM / 2, 0.4)).toBeCloseTo(135 + 765 * 0.2, 9);
    expect(at(2 * MAXIMUM, 1)).toBeCloseTo(900, 9);
  });
});

describe('What follows the air', () => {
  it('grows with its speed to the power 0.6 from 25 m/s, and keeps four fifteenths in still air', () => {
    expect(windConductanceWK(30, 25)).toBeCloseTo(30, 12);
    expect(windConductanceWK(30, 50) / 30).toBeCloseTo(2 ** 0.6, 12);
    expect([windConductanceWK(30, 0), windConductanceWK(30, 1)]).toEqual([8, 8]);
  });
});
