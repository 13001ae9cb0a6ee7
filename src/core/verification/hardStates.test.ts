import { CircuitSolver } from '../network/circuitSolver';
import { randomProject } from './testing/randomCircuit';

/** States that the campaign met and that neither Newton's method nor relaxation reaches from rest: circuit, speed [rev/s], oil [K]. */
const CASES = [
  [2852, 129.75785674341023, 251.55903803706167],
  [2852, 91.48200744017959, 238.6787443194538],
] as const;

describe('Thick oil at high speed', () => {
  it.each(CASES)('is solved from warmer oil, and named so: circuit %i, %f rev/s, %f K', (id, speedRevS, kelvin) => {
    const made = CircuitSolver.of(randomProject(id));
    if (!made.ok) throw new Error('refused');
    const { circuit } = made;
    const flows = () => [...circuit.solver.workspace.flowM3S];
    circuit.solver.reset();
    expect(circuit.solveOnly(circuit.stateAt(speedRevS, kelvin))).toMatchObject({
      status: 'converged',
      fallback: 'fromWarm',
    });
    const found = flows();
    // The same answer by another way: cooled by hand, a kelvin or two at a time.
    circuit.solver.reset();
    for (let k = 290; k > kelvin; k -= 2) circuit.solveOnly(circuit.stateAt(speedRevS, k));
    expect(circuit.solveOnly(circuit.stateAt(speedRevS, kelvin)).status).toBe('converged');
    const scale = Math.max(...found.map(Math.abs));
    flows().forEach((flow, e) => expect(Math.abs(flow - found[e]!) / scale).toBeLessThan(1e-6));
  });
});
