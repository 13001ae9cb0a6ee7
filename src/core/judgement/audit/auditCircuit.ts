import type { CircuitSolver } from '../../network/circuitSolver';
import { isDeciding, PLUMBING_RULES } from './aspects';
import { plumbingContext, surveyCircuit, type AuditContext } from './context';
import { WEIGHTS, type Finding } from './finding';
import { findingsOf } from './findingsOf';
import { RULES } from './rules';
import { runToEnd } from '../../foundations/runToEnd';

/** How many rules there are. */
export const RULE_COUNT = RULES.length;

/** What an audit found, and what it was read from. */
export interface Audited {
  /** By weight, heaviest first, waived ones last. */
  readonly findings: readonly Finding[];
  readonly context: AuditContext;
}

/**
 * Judges a circuit by every rule, rule by rule: a generator, so that a worker can stop between rules; it yields the
 * number done.
 * @param onlyDeciding leaves out the rules that only advise: the verdict is the same
 */
export function* auditCircuit(solver: CircuitSolver, onlyDeciding = false): Generator<number, Audited> {
  const context: AuditContext = surveyCircuit(solver);
  const findings: Finding[] = [];
  let done = 0;
  for (const rule of RULES) {
    if (onlyDeciding && !isDeciding(rule.id)) continue;
    findings.push(...findingsOf(rule, context));
    yield ++done;
  }
  const rank = (f: Finding) => WEIGHTS.indexOf(f.weight) + (f.waived === null ? 0 : WEIGHTS.length);
  const ranked = findings
    .map((f, i) => [f, i] as const)
    .sort(([a, i], [b, j]) => rank(a) - rank(b) || i - j)
    .map(([f]) => f);
  return { findings: ranked, context };
}

/** Runs an audit to its end at once; for the command line and tests. */
export function auditToEnd(solver: CircuitSolver): readonly Finding[] {
  return runToEnd(auditCircuit(solver)).findings;
}

/** What the plumbing alone says against a circuit: findings by which a verdict fails, with nothing solved for them. */
export function plumbingFailures(solver: CircuitSolver): readonly Finding[] {
  const context = plumbingContext(solver);
  return RULES.filter((rule) => PLUMBING_RULES.includes(rule.id))
    .flatMap((rule) => findingsOf(rule, context))
    .filter((f) => f.is === 'fails' && f.waived === null);
}
