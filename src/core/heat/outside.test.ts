import { partInFull } from '../document/project/inFull';
import { partSchema, type Part } from '../document/parts/part';
import { dustyCore, stuckThermostat, withoutCooling } from './alteredParts';
import { lineHeat } from './lineHeat';

const line = (own: object): Part =>
  partInFull(partSchema.parse({ id: 'l', kind: 'line', name: 'l', form: 'hose', boreM: 0.01, lengthM: 2, ...own }));

/** Figures: engineering judgement, by dash size; see the catalogue of hoses. */
describe('A line to the air at 25 m/s', () => {
  it('exchanges by its dash size and length, a hard line half as much again, a sleeve half', () => {
    expect(lineHeat(line({ dash: 8 }))).toEqual({ conductanceWK: 1.8, radiantW: 0 });
    expect(lineHeat(line({ dash: 8, form: 'hardLine' }))!.conductanceWK).toBeCloseTo(2.7, 12);
    expect(lineHeat(line({ dash: 8, place: { sleeved: true } }))!.conductanceWK).toBeCloseTo(0.9, 12);
    expect(lineHeat(line({ dash: undefined }))!.conductanceWK).toBeCloseTo(2.2, 12);
    expect(lineHeat(line({ dash: 5 }))!.conductanceWK).toBeCloseTo(2.2, 12);
  });

  it('exchanges what is stated, also as a passage; without a word a passage in metal exchanges nothing', () => {
    expect(lineHeat(line({ form: 'drilling' }))).toBeUndefined();
    expect(lineHeat(undefined)).toBeUndefined();
    expect(lineHeat(line({ form: 'drilling', heat: { airConductanceWMK: 3 } }))!.conductanceWK).toBe(6);
    expect(lineHeat(line({ form: 'drilling', heat: { airConductanceWMK: 0, radiantWM: 50 } }))).toEqual({
      conductanceWK: 0,
      radiantW: 100,
    });
    expect(lineHeat(line({ heat: { airConductanceWMK: 0 } }))).toBeUndefined();
  });

  it('takes what the exhaust shines on it, half of it through a sleeve', () => {
    expect(lineHeat(line({ dash: 8, heat: { airConductanceWMK: 1, radiantWM: 40 } }))!.radiantW).toBe(80);
    expect(
      lineHeat(line({ dash: 8, heat: { airConductanceWMK: 1, radiantWM: 40 }, place: { sleeved: true } }))!.radiantW,
    ).toBe(40);
  });
});

const cooler = partSchema.parse({
  id: 'c',
  kind: 'cooler',
  name: 'c',
  medium: 'air',
  ratedPressureDropPa: 1e5,
  ratedFlowM3S: 5e-4,
  ratedViscosityPaS: 0.01,
  viscousShare: 0.5,
  cooling: {
    kind: 'air',
    ratedHeatW: 9000,
    ratedOilFlowM3S: 5e-4,
    ratedFaceSpeedMS: 10,
    faceAreaM2: 0.05,
    ratedOilK: 373,
    ratedAirK: 308,
    oilSideShare: 0.5,
    positionFactor: 0.25,
  },
});

describe('A part that is altered for a try', () => {
  it('loses its cooling and keeps its flow; what is no cooler stays as it is', () => {
    const blocked = withoutCooling(cooler);
    expect(blocked).toMatchObject({ kind: 'cooler', ratedFlowM3S: 5e-4, cooling: { kind: 'liquid' } });
    if (blocked.kind !== 'cooler' || blocked.cooling?.kind !== 'liquid') throw new Error('no cooler');
    // A millionth of what would show in any balance.
    expect(blocked.cooling.conductanceWK).toBeLessThan(1e-3);
    const hose = line({});
    expect(withoutCooling(hose)).toBe(hose);
  });

  it('loses face and heat by the dust on it, an air cooler only', () => {
    const dusty = dustyCore(cooler, 0.8);
    if (dusty.kind !== 'cooler' || dusty.cooling?.kind !== 'air') throw new Error('no air cooler');
    expect(dusty.cooling.faceAreaM2).toBeCloseTo(0.04, 12);
    expect(dusty.cooling.ratedHeatW).toBeCloseTo(7200, 9);
    expect(dustyCore(cooler, 1)).toBe(cooler);
    const liquid = withoutCooling(cooler);
    expect(dustyCore(liquid, 0.5)).toBe(liquid);
  });

  it('has its thermostat stuck where it has one', () => {
    const plate = partSchema.parse({
      id: 'p',
      kind: 'plate',
      name: 'p',
      boreM: 0.012,
      passage: { kind: 'thermostat', opensK: 353, fullK: 363, areaM2: 1e-4 },
    });
    expect(stuckThermostat(plate, 'shut')).toMatchObject({ passage: { stuck: 'shut' } });
    expect(stuckThermostat(cooler, 'open')).toEqual(cooler);
  });
});
