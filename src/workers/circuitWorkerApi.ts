import { auditCircuit } from '../core/judgement/audit';
import { sayIssue } from '../core/document/project/issue';
import { readProject } from '../core/document/project/readProject';
import { HeatSolver } from '../core/heat/heatSolver';
import { solveBalanced } from '../core/judgement/solveBalanced';
import { balanceCurves, heatMap } from '../core/studies/heat/heatStudies';
import { runTrace } from '../core/heat/trace';
import { warmUp } from '../core/heat/transient';
import { CircuitSolver } from '../core/network/circuitSolver';
import { StudyRefused } from '../core/studies/job/study';
import { StudyBench } from '../core/studies/job/studyBench';
import { doTask } from '../core/studies/works';
import { sweepCircuit } from '../core/judgement/sweep/sweep';
import {
  heatJobSchema,
  solveRequestSchema,
  type AuditReply,
  type CircuitWorkerApi,
  type HeatJobReply,
  type OpenReply,
  type SolveReply,
  type SweepReply,
  type TaskReply,
} from './protocol';
import { solveState } from '../core/judgement/judgeState';

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
  let heatNumber = 0;
  let balancing: HeatSolver | undefined;
  let bench: StudyBench | undefined;

  /** Runs work to its end, letting newer messages in between. @returns undefined when it is no longer wanted */
  async function inSlices<T>(
    run: Generator<number, T>,
    wanted: () => boolean,
    onProgress?: (share: number) => void,
  ): Promise<T | undefined> {
    let since = now();
    for (;;) {
      const step = run.next();
      if (step.done) return step.value;
      if (now() - since > SLICE_MS) {
        onProgress?.(step.value);
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
      heatNumber++;
      circuit = undefined;
      balancing = undefined;
      bench = undefined;
      const read = readProject(project);
      if (!read.ok) refusal = read.issues.map(sayIssue);
      else {
        bench = new StudyBench(read.project);
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
      if (!parsed.success || !circuit)
        return { kind: 'refused', sentences: parsed.success ? [...refusal] : ['The state asked for is not a state.'] };
      const { speedRevS, oilTemperatureK, found } = parsed.data;
      if (found)
        return { kind: 'solved', ...solveBalanced(circuit, speedRevS, found, (balancing ??= new HeatSolver(circuit))) };
      return { kind: 'solved', result: solveState(circuit, circuit.stateAt(speedRevS, oilTemperatureK)), heat: null };
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

    task(name: string, raw: unknown): TaskReply {
      if (!bench) return { kind: 'refused', sentences: [...refusal] };
      try {
        return { kind: 'done', reply: doTask(bench, name, raw) };
      } catch (error) {
        if (!(error instanceof StudyRefused)) throw error;
        return { kind: 'refused', sentences: error.message.split('\n') };
      }
    },

    async heat(raw: unknown, onProgress: (share: number) => void): Promise<HeatJobReply> {
      const mine = ++heatNumber;
      const parsed = heatJobSchema.safeParse(raw);
      if (!parsed.success || !circuit)
        return {
          kind: 'refused',
          sentences: parsed.success ? [...refusal] : ['What was asked about heat cannot be read.'],
        };
      const job = parsed.data;
      const wanted = () => mine === heatNumber;
      const stopped: HeatJobReply = { kind: 'cancelled' };
      // Long work has a solver of its own, so that a state asked for meanwhile does not disturb it.
      const made = CircuitSolver.of(circuit.project);
      if (!made.ok) return { kind: 'refused', sentences: made.issues.map(sayIssue) };
      const own = made.circuit;
      switch (job.kind) {
        case 'curves': {
          const curves = await inSlices(balanceCurves(own, job.drive.speedRevS, job.drive), wanted, onProgress);
          return curves ? { kind: 'curves', curves } : stopped;
        }
        case 'map': {
          const map = await inSlices(heatMap(own, job.drive.speedRevS, job.drive.load), wanted, onProgress);
          return map ? { kind: 'map', map } : stopped;
        }
        case 'warmUp': {
          const done = await inSlices(
            warmUp(new HeatSolver(own), job.drive, job.startK, job.durationS),
            wanted,
            (timeS) => onProgress(timeS / job.durationS),
          );
          return done ? { kind: 'warmUp', warmUp: done } : stopped;
        }
        case 'trace': {
          const length = job.rows[job.rows.length - 1]!.timeS - job.rows[0]!.timeS;
          const done = await inSlices(
            runTrace(new HeatSolver(own), job.rows, job, job.startK, job.limitK),
            wanted,
            (timeS) => onProgress(timeS / length),
          );
          return done ? { kind: 'trace', trace: done } : stopped;
        }
      }
    },

    stopHeat(): void {
      heatNumber++;
    },
  };
}
