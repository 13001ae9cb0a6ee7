import { auditCircuit } from '../core/audit';
import { sayIssue } from '../core/circuit/issue';
import { readProject } from '../core/circuit/readProject';
import { CircuitSolver } from '../core/network/solveProject';
import { sweepCircuit } from '../core/sweep/sweep';
import { solveRequestSchema, type AuditReply, type CircuitWorkerApi, type OpenReply, type SolveReply, type SweepReply } from './protocol';

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
  let auditNumber = 0;

  /** Runs work to its end, letting newer messages in between. @returns undefined when it is no longer wanted */
  async function inSlices<T>(run: Generator<number, T>, wanted: () => boolean): Promise<T | undefined> {
    let since = now();
    for (;;) {
      const step = run.next();
      if (step.done) return step.value;
      if (now() - since > SLICE_MS) {
        await pause();
        since = now();
        if (!wanted()) return undefined;
      }
    }
  }

  return {
    open(project: unknown): OpenReply {
      sweepNumber++;
      auditNumber++;
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
      const sweep = await inSlices(sweepCircuit(circuit), () => mine === sweepNumber);
      return sweep ? { kind: 'swept', sweep } : { kind: 'cancelled' };
    },

    async audit(): Promise<AuditReply> {
      const mine = ++auditNumber;
      if (!circuit) return { kind: 'refused', sentences: [...refusal] };
      const findings = await inSlices(auditCircuit(circuit), () => mine === auditNumber);
      return findings ? { kind: 'audited', findings } : { kind: 'cancelled' };
    },
  };
}
