import { randomProject } from './testing/randomCircuit';
import { solverOf } from './testing/solverOf';

/**
 * States that the campaign met and that neither Newton's method nor relaxation reaches from rest: circuit, speed
 * [rev/s], oil [K].
 */
const FROM_WARM = [
  [2852, 129.75785674341023, 251.55903803706167],
  [2852, 91.48200744017959, 238.6787443194538],
] as const;
/** States that one of Newton's two starts does not reach: the tangents at rest, and the chords. */
const BY_THE_OTHER_START = [[293055747, 120, 373.15]] as const;

describe('A state that one start of Newton’s method does not reach', () => {
  it.each(BY_THE_OTHER_START)('is reached by the other: circuit %i, %f rev/s, %f K', (id, speedRevS, kelvin) => {
    const circuit = solverOf(randomProject(id));
    const outcome = circuit.solveOnly(circuit.stateAt(speedRevS, kelvin));
    expect([outcome.status, outcome.fallback]).toEqual(['converged', undefined]);
  });
});

describe('Thick oil at high speed', () => {
  it.each(FROM_WARM)('is solved from warmer oil, and named so: circuit %i, %f rev/s, %f K', (id, speedRevS, kelvin) => {
    const circuit = solverOf(randomProject(id));
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
