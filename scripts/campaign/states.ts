import { seeded } from '../../src/core/foundations/random/quasiRandom';
import { CircuitSolver } from '../../src/core/network/circuitSolver';
import { randomProject } from '../../src/core/verification/testing/randomCircuit';
import { randomModernProject } from '../../src/core/verification/testing/randomModern';
import type { Part } from './part';

/** States of each random circuit. */
const STATES_A_CIRCUIT = 200;
const C = 273.15;

/** Random states of random circuits, from rest or from the state before: every one must come to its answer. */
export const states: Part = {
  name: 'states',
  unit: 'states of random circuits',
  holds: 'each converges, or says by name where its oil cavitates',
  usual: 200_000,
  run(count, seed) {
    const failures: string[] = [];
    let fallbacks = 0;
    let cavitating = 0;
    for (let circuit = 0; circuit * STATES_A_CIRCUIT < count; circuit++) {
      const random = seeded(seed + circuit);
      const made = CircuitSolver.of((circuit % 2 ? randomModernProject : randomProject)(seed + circuit));
      if (!made.ok) {
        failures.push(`circuit ${seed + circuit} was refused`);
        continue;
      }
      const top = made.circuit.project.engine.maximumSpeedRevS * 1.1;
      for (let n = 0; n < STATES_A_CIRCUIT; n++) {
        const [speed, kelvin] = [random() * top, C - 40 + 210 * random()];
        if (random() < 0.3) made.circuit.solver.reset();
        const outcome = made.circuit.solveOnly(made.circuit.stateAt(speed, kelvin));
        if (outcome.fallback) fallbacks++;
        if (outcome.status === 'cavitates') cavitating++;
        else if (outcome.status !== 'converged')
          failures.push(`circuit ${seed + circuit}, ${speed} rev/s, ${kelvin} K: ${outcome.status}`);
      }
    }
    return { done: count, failures, remark: `${fallbacks} from warm oil, ${cavitating} cavitate` };
  },
};
