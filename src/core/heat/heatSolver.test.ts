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
    // Volume × speed × filling × pressure rise, source: power of a displacement machine; twice of it is taken in at
    // half the efficiency.
    const shaftW = 11e-6 * (5000 / 60) * ws.opening[e]! * rise;
    expect(shaftW).toBeGreaterThan(100);
    // A little of it goes through the pump's body into the metal.
    const taken = ({ heat: { ledger } }: typeof half) => ledger.pumpingW + ledger.metalW;
    // Within 2 %: warmer oil from the pump changes what the bearings pass on.
    expect(Math.abs((taken(half) - taken(whole)) / shaftW - 1)).toBeLessThan(0.02);
  });

  it('is counted once a pass, and so is every other heat', () => {
    const { heat, circuit } = passed(0.8);
    const { bearingsW, fedPartsW, metalW, pumpingW } = heat.ledger;
    const films = circuit.solver.workspace.film;
    const friction = films.reduce((sum, f, i) => sum + (f ? f.frictionW * circuit.compiled.network.count[i]! : 0), 0);
    // Nothing of it is lost: what the oil does not take goes through the metal.
    const turboW = 900 * (0.15 + 0.85 * 0.6 * (5000 / 7000));
    // The pump's body passes a little of its own heat on as well.
    const ofPumping = (bearingsW + fedPartsW + metalW - friction - turboW) / pumpingW;
    expect(ofPumping).toBeGreaterThan(0);
    expect(ofPumping).toBeLessThan(0.1);
    expect(metalW / (friction + turboW)).toBeLessThan(0.15);
  });
});
