import type { z } from 'zod';
import { runToEnd } from '../../foundations/runToEnd';
import { auditCircuit, RULE_COUNT } from '../../judgement/audit';
import type { Check, judgedSchema } from '../../judgement/verdict/check';
import { judgeVerdict } from '../../judgement/verdict/verdict';
import type { CircuitSolver } from '../../network/circuitSolver';
import { certaintyOf } from './certainty';

export type Judged = z.infer<typeof judgedSchema>;

/**
 * Judges a circuit over its whole range, in the drives of its use and by every rule. Yields the share done.
 * @param onlyDeciding leaves out the rules that only advise: the verdict is the same but for what it counts to be fixed
 */
export function* judgeWhole(circuit: CircuitSolver, onlyDeciding = false): Generator<number, Judged> {
  const audit = auditCircuit(circuit, onlyDeciding);
  for (;;) {
    const step = audit.next();
    if (!step.done) {
      yield step.value / RULE_COUNT;
      continue;
    }
    const { findings, context } = step.value;
    return { sweep: context.sweep, findings, verdict: judgeVerdict(context, findings) };
  }
}

/** The whole check at once, with its certainty. */
export function fullCheck(circuit: CircuitSolver): Check {
  const judged = runToEnd(judgeWhole(circuit));
  const project = { ...circuit.project, activeVariant: circuit.variant.id };
  return { ...judged, certainty: runToEnd(certaintyOf(project, judged.verdict)) };
}
