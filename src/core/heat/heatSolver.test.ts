import { demoProject } from '../verification/testing/demo';
import { CircuitSolver } from '../network/circuitSolver';
import { HeatSolver } from './heatSolver';

const CONDITIONS = { airTemperatureK: 293.15, roadSpeedMS: 25, load: 0.6 };
const SUMP_K = 368.15;

/** The demo after a few passes with the sump held, one of its pump's figures changed. */
function passed(mechanicalEfficiency: number) {
  const demo = demoProject();
  const [stock] = demo.variants;
  const parts = stock!.circuit.parts.map((p) => (p.kind === 'pump' ? { ...p, mechanicalEfficiency } : p));
  const made = CircuitSolver.of({ ...demo, variants: [{ ...stock!, circuit: { ...stock!.circuit, parts } }] });
  if (!made.ok) throw new Error('refused');
  const heat = new HeatSolver(made.circuit);
  heat.startAt(SUMP_K);
  const state = made.circuit.stateAt(5000 / 60, SUMP_K);
  for (let i = 0; i < 20; i++) expect(heat.pass(state, CONDITIONS, SUMP_K).hydraulic.status).toBe('converged');
  return { heat, circuit: made.circuit };
}

describe('What the pump takes from the engine', () => {
  it('becomes heat by what its mechanical efficiency lacks: shaft power over efficiency', () => {
    const [whole, half] = [passed(1), passed(0.5)];
    const { network, elementsOfPart } = whole.circuit.compiled;
    const e = elementsOfPart.get('pump')!.get('')!;
    const ws = whole.circuit.solver.workspace;
    const rise = ws.pressurePa[network.to[e]!]! - ws.pressurePa[network.from[e]!]!;
    // Volume × speed × filling × pressure rise, source: power of a displacement machine; twice of it is taken in at half the efficiency.
    const shaftW = 11e-6 * (5000 / 60) * ws.opening[e]! * rise;
    expect(shaftW).toBeGreaterThan(100);
    expect((half.heat.ledger.pumpingW - whole.heat.ledger.pumpingW) / shaftW).toBeCloseTo(1, 2);
  });

  it('is counted once a pass, and so is every other heat', () => {
    const { heat, circuit } = passed(0.8);
    const { bearingsW, fedPartsW } = heat.ledger;
    const films = circuit.solver.workspace.film;
    const friction = films.reduce((sum, f, i) => sum + (f ? f.frictionW * circuit.compiled.network.count[i]! : 0), 0);
    expect(bearingsW / friction).toBeCloseTo(1, 12);
    expect(fedPartsW).toBeCloseTo(900 * (0.15 + 0.85 * 0.6 * (5000 / 7000)), 3);
  });
});
