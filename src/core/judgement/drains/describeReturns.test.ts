import { partSchema, type Part } from '../../document/parts/part';
import { projectSchema, type Joint } from '../../document/project/project';
import { OIL_GRADES } from '../../physics/oil/grades';
import { demoProject } from '../../verification/testing/demo';
import { solveState } from '../judgeState';
import { solverOf } from '../../verification/testing/solverOf';

const BAR = 1e5;
const RATED = {
  ratedPressureDropPa: 3 * BAR,
  ratedFlowM3S: 3e-5,
  ratedViscosityPaS: 0.0118,
  ratedDensityKgM3: 815,
  viscousShare: 0.5,
};
const part = (id: string, own: object): Part => partSchema.parse({ id, name: id, ...own });
const turbo = (id: string, own: object = {}) =>
  part(id, { kind: 'consumer', duty: 'turbo', elevationM: 0.24, ...RATED, ...own });
const scavenge = (id: string, own: object = {}) =>
  part(id, { kind: 'scavenge', displacementM3Rev: 20e-6, speedRatio: 0.5, volumetricEfficiency: 0.8, ...own });
const drain = (id: string, own: object = {}) =>
  part(id, { kind: 'drain', boreM: 0.016, lengthM: 0.4, foamFactor: 2, ...own });

/** A pump that feeds a gallery from a tank, with whatever hangs on it. */
function solved(parts: readonly Part[], joints: readonly (readonly [string, string])[], rpm = 6000) {
  const demo = demoProject();
  const all = [
    part('tank', { kind: 'tank', levelM: 0.1 }),
    part('pump', {
      kind: 'pump',
      displacementM3Rev: 10e-6,
      slip: { kind: 'coefficient', slipCoefficient: 5e-8 },
    }),
    part('relief', { kind: 'relief', crackPa: 4 * BAR, fullOpenPa: 5 * BAR, areaM2: 60e-6 }),
    part('gallery', { kind: 'line', form: 'gallery', boreM: 0.012, lengthM: 0.4 }),
    ...parts,
  ];
  const list: Joint[] = [
    ['tank.suction', 'pump.in'],
    ['pump.out', 'relief.in'],
    ['relief.out', 'pump.in'],
    ['pump.out', 'gallery.in'],
    ...joints,
  ].map(([from, to]) => ({ from: from!, to: to! }));
  const project = projectSchema.parse({
    ...demo,
    oil: OIL_GRADES[0],
    variants: [{ id: 'a', name: 'A', circuit: { parts: all, joints: list } }],
    activeVariant: 'a',
  });
  const circuit = solverOf(project);
  const result = solveState(circuit, circuit.stateAt(rpm / 60, 373.15));
  expect(result.convergence.status).toBe('converged');
  const flow = (id: string) => result.elements.find((e) => e.part === id)!.flowM3S;
  const found = (id: string) => result.drains.find((d) => d.part === id)!;
  return { result, flow, found };
}

const SUMP = part('sump', { kind: 'sump', levelM: -0.2 });
const TWO_FED: readonly (readonly [string, string])[] = [
  ['gallery.out', 'one.in'],
  ['gallery.out', 'two.in'],
  ['one.out', 'sump.return'],
  ['two.out', 'sump.return'],
];

describe('What falls into a return', () => {
  it('is shared by the sections that draw from one pan', () => {
    const { flow, found } = solved(
      [SUMP, turbo('one'), turbo('two', { count: 2 }), scavenge('a'), scavenge('b', { foamFactor: 3 })],
      [
        ...TWO_FED,
        ['sump.suction', 'a.in'],
        ['sump.suction', 'b.in'],
        ['a.out', 'tank.return'],
        ['b.out', 'tank.return'],
      ],
    );
    const all = flow('one') + flow('two');
    expect(all).toBeGreaterThan(5e-5);
    for (const id of ['a', 'b']) expect(found(id).flowM3S / (all / 2)).toBeCloseTo(1, 9);
    // V·n·η, source: displacement × speed × filling.
    expect(found('a')).toMatchObject({ kind: 'scavenge', verdict: 'runs', slope: null, headPa: null });
    expect(found('a').capacityM3S).toBeCloseTo(20e-6 * 50 * 0.8, 15);
    expect(found('a').neededM3S / (all / 2)).toBeCloseTo(1.8, 9);
    expect(found('b').neededM3S / (all / 2)).toBeCloseTo(3, 9);
  });

  it('is all of it for a section alone, and too much for one that moves less than oil and foam', () => {
    const alone = (displacementM3Rev: number) => {
      const { flow, found } = solved(
        [SUMP, turbo('one'), turbo('two'), scavenge('a', { displacementM3Rev })],
        [...TWO_FED, ['sump.suction', 'a.in'], ['a.out', 'tank.return']],
      );
      expect(found('a').flowM3S / (flow('one') + flow('two'))).toBeCloseTo(1, 9);
      return found('a');
    };
    const { neededM3S } = alone(20e-6);
    const enough = neededM3S / (50 * 0.8);
    expect(alone(enough * 1.001).verdict).toBe('runs');
    expect(alone(enough * 0.999).verdict).toBe('small');
  });

  it('is what the parts pour that hang on a drain, those behind another drain too', () => {
    const { flow, found } = solved(
      [SUMP, turbo('one'), turbo('two'), drain('upper'), drain('lower'), scavenge('s')],
      [
        ['gallery.out', 'one.in'],
        ['gallery.out', 'two.in'],
        ['one.out', 'upper.in'],
        ['upper.out', 'lower.in'],
        ['two.out', 'lower.in'],
        ['lower.out', 'sump.return'],
        ['sump.suction', 's.in'],
        ['s.out', 'tank.return'],
      ],
    );
    expect(found('upper').flowM3S).toBe(flow('one'));
    expect(found('lower').flowM3S / (flow('one') + flow('two'))).toBeCloseTo(1, 12);
    // The height that it hangs on is its feeder's; where it ends is the sump behind the drain behind it.
    expect(found('upper').outletHeightM).toBe(0.24);
    expect(found('upper').portAboveLevelM).toBeCloseTo(0.2, 12);
  });

  it('takes its outlet from the end of the drain before it', () => {
    const { found } = solved(
      [
        SUMP,
        turbo('one'),
        drain('upper', {
          profile: [
            { alongM: 0, heightM: 0.24 },
            { alongM: 0.4, heightM: 0.11 },
          ],
        }),
        drain('lower'),
      ],
      [
        ['gallery.out', 'one.in'],
        ['one.out', 'upper.in'],
        ['upper.out', 'lower.in'],
        ['lower.out', 'sump.return'],
      ],
    );
    expect(found('lower').outletHeightM).toBe(0.11);
  });

  it('meets neither level nor crankcase pressure where a scavenge pump stands at its foot', () => {
    const under = [
      { alongM: 0, heightM: 0.1 },
      { alongM: 0.4, heightM: -0.3 },
    ];
    const pressed = part('sump', { kind: 'sump', levelM: -0.2, pressurePa: 0.1 * BAR });
    const gravity = solved(
      [pressed, turbo('one', { elevationM: undefined }), drain('d', { profile: under })],
      [
        ['gallery.out', 'one.in'],
        ['one.out', 'd.in'],
        ['d.out', 'sump.return'],
      ],
    );
    expect(gravity.found('d').verdict).toBe('portUnder');
    const pumped = solved(
      [pressed, turbo('one', { elevationM: undefined }), drain('d', { profile: under }), scavenge('s')],
      [
        ['gallery.out', 'one.in'],
        ['one.out', 'd.in'],
        ['d.out', 's.in'],
        ['s.out', 'sump.return'],
      ],
    );
    expect(pumped.found('d').verdict).toBe('runs');
    expect(pumped.found('s').flowM3S).toBe(pumped.flow('one'));
  });
});

describe('What an accumulator holds', () => {
  it('follows its pressure, and is not known with its valve shut', () => {
    const held = (valveOpen: boolean) =>
      solved(
        [SUMP, turbo('one'), part('acc', { kind: 'accumulator', volumeM3: 2e-3, prechargePa: 0.5 * BAR, valveOpen })],
        [
          ['gallery.out', 'one.in'],
          ['gallery.out', 'acc.in'],
          ['one.out', 'sump.return'],
        ],
      ).result;
    const open = held(true);
    const pa = open.nodes.find((n) => n.ports.includes('acc.in'))!.pressurePa!;
    // Isothermal gas, source: Boyle's law.
    const gas = (2e-3 * (0.5 * BAR + 101325)) / (pa + 101325);
    expect(open.accumulators).toEqual([{ part: 'acc', name: 'acc', oilM3: expect.closeTo(2e-3 - gas, 9) as number }]);
    expect(held(false).accumulators[0]!.oilM3).toBeNull();
  });
});
