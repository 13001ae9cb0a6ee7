import { projectSchema, WHOLE_VERSION, type Project } from '../../document/project/project';
import { studyHere } from '../job/runHere';
import { ACCUMULATOR_STUDY } from './accumulatorStudy';

const ATM = 101_325;
const FLOW_AT_1_BAR = 1e-4;

/**
 * A pump, an accumulator and one component whose flow goes by its pressure: Q = k·p, so that emptying has an answer
 * that can be integrated apart.
 */
function bench(change: { checkValve?: boolean; connectionBoreM?: number; valveOpen?: boolean } = {}): Project {
  return projectSchema.parse({
    format: 'tidal-gauge-project',
    version: WHOLE_VERSION,
    name: 'bench',
    oil: { name: 'constant', viscosity40M2S: 12e-6, viscosity100M2S: 12e-6, density15KgM3: 850, expansionPerK: 0 },
    engine: { crankingSpeedRevS: 4, idleSpeedRevS: 14, maximumSpeedRevS: 100, atmospherePa: ATM },
    range: { coldestOilK: 263, hottestOilK: 393, coldSpeedRevS: 25, fullSpeedFromK: 343 },
    activeVariant: 'a',
    variants: [
      {
        id: 'a',
        name: 'A',
        circuit: {
          parts: [
            { id: 'sump', kind: 'sump', name: 'Sump', levelM: 0, volumeM3: 5e-3 },
            {
              id: 'pump',
              kind: 'pump',
              name: 'Pump',
              displacementM3Rev: 16e-6,
              slip: {
                kind: 'efficiency',
                volumetricEfficiency: 0.8,
                atPumpSpeedRevS: 33,
                atPressurePa: 4e5,
                atViscosityPaS: 0.0102,
              },
            },
            {
              id: 'acc',
              kind: 'accumulator',
              name: 'Accumulator',
              volumeM3: 2e-3,
              prechargePa: 0.5e5,
              checkValve: true,
              connectionBoreM: 20e-3,
              ...change,
            },
            {
              id: 'main',
              kind: 'consumer',
              name: 'Bearings',
              duty: 'other',
              ratedPressureDropPa: 1e5,
              ratedFlowM3S: FLOW_AT_1_BAR,
              ratedViscosityPaS: 0.0102,
              ratedDensityKgM3: 850,
              viscousShare: 1,
              supply: { lowPressurePa: 1.5e5 },
            },
          ],
          joints: [
            { from: 'sump.suction', to: 'pump.in' },
            { from: 'pump.out', to: 'main.in' },
            { from: 'pump.out', to: 'acc.in' },
            { from: 'main.out', to: 'sump.return' },
          ],
        },
      },
    ],
  });
}
const answer = (project: Project, speedRevS = 33) =>
  studyHere(ACCUMULATOR_STUDY, project, { part: 'acc', speedRevS, oilTemperatureK: 363 });

/** dV/dt = k·p with p·V_gas^n constant, in small steps: seconds from one gauge pressure to another. */
function emptiesInS(highPa: number, lowPa: number, n: number): number {
  const gas0 = (2e-3 * (0.5e5 + ATM)) / (highPa + ATM);
  const dt = 1e-4;
  let [gas, t] = [gas0, 0];
  for (;;) {
    const p = (highPa + ATM) * (gas0 / gas) ** n - ATM;
    if (p <= lowPa) return t;
    gas += (FLOW_AT_1_BAR / 1e5) * p * dt;
    t += dt;
  }
}

describe('An accumulator in its circuit', () => {
  it('holds what Boyle leaves it, and keeps its component supplied as long as the flow and the gas say', () => {
    const a = answer(bench());
    expect(a.status).toBe('found');
    expect(a.heldM3).toBeCloseTo(2e-3 * (1 - (0.5e5 + ATM) / (a.highPa + ATM)), 9);
    const apart = emptiesInS(a.highPa, 1.5e5, 1.4);
    // The march knows whether it is supplied only at its steps: within two of them.
    const stepS = Math.max(...a.emptying.map((s, i) => s.timeS - (a.emptying[i - 1]?.timeS ?? 0)));
    expect(Math.abs(a.suppliedS - apart)).toBeLessThan(2 * stepS);
    const low = a.emptying.findLast((s) => s.gasPa > 1.4e5)!;
    expect(low.timeS / emptiesInS(a.highPa, low.gasPa, 1.4)).toBeCloseTo(1, 1);
  });

  it('gives what passes: the flow summed over time is the oil that went, both ways', () => {
    const a = answer(bench());
    for (const samples of [a.emptying, a.refilling]) {
      const passed = samples.reduce((sum, s, i) => {
        const before = samples[i - 1];
        return before ? sum + 0.5 * (s.flowM3S + before.flowM3S) * (s.timeS - before.timeS) : 0;
      }, 0);
      const went = samples[0]!.oilM3 - samples.at(-1)!.oilM3;
      expect(passed / went).toBeCloseTo(1, 1);
    }
  });

  it('lowers the gauge while it fills, longer through a smaller bore', () => {
    const wide = answer(bench());
    const narrow = answer(bench({ connectionBoreM: 3e-3 }));
    expect(wide.gaugeLowerPa).toBeGreaterThan(narrow.gaugeLowerPa);
    expect(narrow.gaugeLowerPa).toBeGreaterThan(0);
    expect(narrow.refilledS!).toBeGreaterThan(wide.refilledS!);
    // It comes up to what it was, within the last step.
    expect(wide.refilling.at(-1)!.gaugePa).toBeGreaterThan(0.95 * wide.highPa);
  });

  it('loses oil through the pump where no check valve keeps it', () => {
    expect(answer(bench({ checkValve: false })).suppliedS).toBeLessThan(0.95 * answer(bench()).suppliedS);
  });

  it('gives nothing with its valve shut, or where the pressure never reaches its charge', () => {
    expect(answer(bench({ valveOpen: false })).status).toBe('closed');
    expect(answer(bench(), 2).status).toBe('empty');
  });
});
