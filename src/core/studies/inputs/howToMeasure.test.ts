import { activeVariant } from '../../document/project/project';
import { testProject } from '../../verification/testing/stockEngine';
import { demoProject } from '../../verification/testing/demo';
import { howToMeasure } from './howToMeasure';
import { inputsOf } from './inputs';

describe('How a figure is measured', () => {
  const project = demoProject();
  const { parts } = activeVariant(project).circuit;
  const inputs = inputsOf(project, activeVariant(project));
  const say = (id: string) => {
    const input = inputs.find((each) => each.id === id)!;
    return howToMeasure(
      input,
      parts.find((part) => part.id === input.part),
    );
  };

  // Common practice, no source: what a builder takes in hand for each.
  it.each([
    ['mains.clearanceRadialM', /^Bore gauge minus micrometer/],
    ['rods.clearanceRadialM', /^Bore gauge minus micrometer/],
    ['mains.eccentricity.ratio', /^Nobody measures it/],
    ['mains.feed.landEachM', /^Vernier/],
    ['rods.feed.holeDiameterM', /^Number drill/],
    ['relief.crackPa', /^Crack pressure: .* gauge at the pump/],
    ['relief.areaM2', /seat × π × lift/],
    ['relief.dischargeCoefficient', /^Typical of its shape/],
    ['turboRestrictor.boreM', /^Number drill/],
    ['pump.displacementM3Rev', /measuring glass/],
    ['pump.slip.volumetricEfficiency', /pump circuits; or fit it to the gauge/],
    ['filter.load', /over that of a new one/],
    ['filter.bypass.crackPa', /^Bypass setting is printed on many cans/],
    ['oil.viscosity', /^From the oil’s data sheet/],
  ])('%s: %s', (id, way) => {
    expect(say(id)).toMatch(way);
  });

  it('is told of the figures that only new engines have', () => {
    const made = testProject('wetSump');
    const rods = activeVariant(made).circuit.parts.find((part) => part.id === 'rods')!;
    const ways = new Map(inputsOf(made, activeVariant(made)).map((input) => [input.id, howToMeasure(input, rods)]));
    expect(ways.get('rods.wallFactor')).toMatch(/^Ball micrometer: the shell’s wall/);
    expect(ways.get('rods.eccentricity.fullLoadPa')).toMatch(/^From the rod’s and piston’s masses/);
  });

  it('is said for every figure that has a tolerance', () => {
    for (const { id } of inputs) expect([id, say(id)]).toEqual([id, expect.stringMatching(/^[A-Z].*\.$/)]);
  });

  it('differs between the figures of one part that are measured in different ways', () => {
    const ways = (part: string) => new Set(inputs.filter((each) => each.part === part).map(({ id }) => say(id)));
    expect(ways('mains').size).toBe(3);
    expect(ways('relief').size).toBe(3);
  });
});
