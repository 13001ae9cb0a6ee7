import { sayIssue } from '../core/circuit/issue';
import { readProject } from '../core/circuit/readProject';
import { CircuitSolver } from '../core/network/solveProject';
import { sweepCircuit } from '../core/sweep/sweep';
import { solveRequestSchema, type CircuitWorkerApi, type OpenReply, type SolveReply, type SweepReply } from './protocol';

/** Time that a sweep may hold the worker before it looks for newer messages [ms]. */
const SLICE_MS = 12;

/**
 * The worker's side, apart from the worker itself, so that tests can run it in place.
 * @param pause lets newer messages in; resolves on a later turn of the event loop
 */
export function createCircuitWorker(pause: () => Promise<void>, now: () => number): CircuitWorkerApi {
  let circuit: CircuitSolver | undefined;
  let refusal: readonly string[] = ['No project has been opened.'];
  let sweepNumber = 0;

  return {
    open(project: unknown): OpenReply {
      sweepNumber++;
      circuit = undefined;
      const read = readProject(project);
      if (!read.ok) refusal = read.issues.map(sayIssue);
      else {
        const made = CircuitSolver.of(read.project);
        if (made.ok) {
          circuit = made.circuit;
          return { kind: 'opened', warnings: made.circuit.compiled.warnings.map(sayIssue) };
        }
        refusal = made.issues.map(sayIssue);
      }
      return { kind: 'refused', sentences: [...refusal] };
    },

    solve(request: unknown): SolveReply {
      const parsed = solveRequestSchema.safeParse(request);
      if (!parsed.success || !circuit) return { kind: 'refused', sentences: parsed.success ? [...refusal] : ['The state asked for is not a state.'] };
      return { kind: 'solved', result: circuit.solve(circuit.stateAt(parsed.data.speedRevS, parsed.data.oilTemperatureK)) };
    },

    async sweep(): Promise<SweepReply> {
      const mine = ++sweepNumber;
      if (!circuit) return { kind: 'refused', sentences: [...refusal] };
      const run = sweepCircuit(circuit);
      let since = now();
      for (;;) {
        const step = run.next();
        if (step.done) return { kind: 'swept', sweep: step.value };
        if (now() - since > SLICE_MS) {
          await pause();
          since = now();
          if (mine !== sweepNumber) return { kind: 'cancelled' };
        }
      }
    },
  };
}
