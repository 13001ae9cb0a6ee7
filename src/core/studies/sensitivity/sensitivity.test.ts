import { isConsumer } from '../../document/parts/ports';
import { SHORT_TUBE_UP_TO } from '../../physics/laws/orifice';
import { RIG_HIGH_PA, RIG_VISCOSITY_PA_S, betweenTanks } from '../../verification/testing/rig';
import { demoProject } from '../../verification/testing/demo';
import { worstDisagreement } from './testing/centralDifferences';
import { studyHere } from '../job/runHere';
import { GUESS_STUDY } from './guessStudy';
import { SENSITIVITY_STUDY } from './sensitivityStudy';

describe('Sensitivity of a margin', () => {
  it('is what Hagen and Poiseuille give in closed form: a laminar hose, then an all-viscous consumer', () => {
    const [rated, flow] = [1e5, 5e-6];
    const project = betweenTanks(
      [
        { id: 'hose', kind: 'line', form: 'hose', name: 'hose', boreM: 6e-3, lengthM: 1, losses: [] },
        {
          id: 'fed',
          kind: 'consumer',
          name: 'fed',
          duty: 'other',
          ratedPressureDropPa: rated,
          ratedFlowM3S: flow,
          ratedViscosityPaS: RIG_VISCOSITY_PA_S,
          ratedDensityKgM3: 850,
          viscousShare: 1,
          supply: { lowFlowM3S: 1e-6 },
        },
      ],
      [
        ['high.suction', 'hose.in'],
        ['hose.out', 'fed.in'],
        ['fed.out', 'low.return'],
      ],
    );
    const { rows, check } = studyHere(SENSITIVITY_STUDY, project, {
      speedRevS: 50,
      oilTemperatureK: 373.15,
      consumer: 'fed',
    });
    // Q = P/(a L/D⁴ + R): ∂Q/∂D = 4Q²aL/(P D⁵), ∂Q/∂L = −Q²a/(P D⁴), ∂Q/∂p_r = −Q²/(P·q_r); both resistances carry μ,
    // so ∂Q/∂μ·μ = −Q.
    const a = (128 * RIG_VISCOSITY_PA_S) / Math.PI;
    const q = RIG_HIGH_PA / (a / 6e-3 ** 4 + rated / flow);
    const of = (id: string) => rows.find((r) => r.id === id)!;
    expect(check!.actual / q).toBeCloseTo(1, 6);
    expect(
      of('hose.boreM').perStep / of('hose.boreM').step / ((4 * q * q * a) / (RIG_HIGH_PA * 6e-3 ** 5)),
    ).toBeCloseTo(1, 5);
    expect(
      of('hose.lengthM').perStep / of('hose.lengthM').step / ((-q * q * a) / (RIG_HIGH_PA * 6e-3 ** 4)),
    ).toBeCloseTo(1, 5);
    expect(
      of('fed.ratedPressureDropPa').perStep / of('fed.ratedPressureDropPa').step / ((-q * q) / (RIG_HIGH_PA * flow)),
    ).toBeCloseTo(1, 5);
    expect(of('oil.viscosity').perStep / of('oil.viscosity').step / -q).toBeCloseTo(1, 5);
  });

  const STATES = [
    { speedRevS: 850 / 60, oilTemperatureK: 383 },
    { speedRevS: 7000 / 60, oilTemperatureK: 393 },
    { speedRevS: 1500 / 60, oilTemperatureK: 300 },
  ];
  it.each(['thornback', 'saltmarsh', 'larkspur'])(
    'agrees with central differences of whole solves to 1e-4, for every consumer of %s',
    (name) => {
      const project = demoProject(name);
      const consumers = project.variants.find((v) => v.id === project.activeVariant)!.circuit.parts.filter(isConsumer);
      let compared = 0;
      for (const at of STATES)
        for (const { id } of consumers) {
          const found = worstDisagreement(project, at, id);
          if (!found) continue;
          compared += found.rows;
          expect([id, at, found.share < 1e-4 || found.share]).toEqual([id, at, true]);
        }
      expect(compared).toBeGreaterThan(100);
    },
  );

  it('ranks for Thornback’s turbo its restrictor first, and hotter oil against it', () => {
    const { rows, check } = studyHere(SENSITIVITY_STUDY, demoProject(), { ...STATES[1]!, consumer: 'turbo' });
    expect([check!.quantity, check!.side]).toEqual(['flow', 'high']);
    expect(rows.slice(0, 3).map((r) => r.id)).toContain('turboRestrictor.boreM');
    expect(rows.find((r) => r.id === 'turboRestrictor.boreM')!.perStep).toBeLessThan(0);
  });

  it('leaves out a figure that stands just where its law changes, and keeps the others right', () => {
    const project = demoProject();
    // A bore as long as a short tube may be: a hair narrower and it is a tube.
    const stock = project.variants[0]!;
    const parts = stock.circuit.parts.map((p) =>
      p.id === 'turboRestrictor' && p.kind === 'orifice' ? { ...p, lengthM: SHORT_TUBE_UP_TO * p.boreM } : p,
    );
    const at = { ...STATES[1]!, consumer: 'turbo' };
    const { rows } = studyHere(
      SENSITIVITY_STUDY,
      { ...project, variants: [{ ...stock, circuit: { ...stock.circuit, parts } }] },
      at,
    );
    expect(rows.map((r) => r.id)).not.toContain('turboRestrictor.boreM');
    const before = studyHere(SENSITIVITY_STUDY, project, at).rows;
    expect(rows.length).toBe(before.length - 1);
    const clearance = (list: typeof rows) => list.find((r) => r.id === 'mains.clearanceRadialM')!.perStep;
    expect(clearance(rows) / clearance(before)).toBeCloseTo(1, 0);
  });
});

describe('A guess that a fit has moved', () => {
  it('of an efficiency may be off by what its loss may be, not by itself', () => {
    const demo = demoProject();
    const deviation = 0.2;
    const applied = { figures: [], factors: [{ id: 'slip' as const, factor: 1, deviation, prior: 0.3 }] };
    const fitted = {
      ...demo,
      variants: demo.variants.map((v) => ({ ...v, calibration: { readings: [], applied } })),
    };
    const pump = demo.variants[0]!.circuit.parts.find((p) => p.kind === 'pump')!;
    const stated = pump.kind === 'pump' && pump.slip.kind === 'efficiency' ? pump.slip.volumetricEfficiency : NaN;
    const row = studyHere(GUESS_STUDY, fitted, {}).rows.find((r) => r.id === `${pump.id}.slip.volumetricEfficiency`)!;
    // 95 in 100 of a factor that is spread in its logarithm: (1 − η)·sinh(1.96·0.2), by hand.
    expect([row.fitted, row.plusMinus]).toEqual([true, expect.closeTo((1 - stated) * Math.sinh(1.96 * deviation), 3)]);
  });
});
