import { changePart } from '../../../document/parts/partFields';
import type { Part } from '../../../document/parts/part';
import type { HeatResult } from '../../../heat/heatResult';
import { CircuitSolver } from '../../../network/circuitSolver';
import { QUANTITIES } from '../../../foundations/units';
import { demoProject } from '../../../verification/testing/demo';
import type { SolveResult } from '../../stateResult';
import { surveyCircuit, type AuditContext } from '../context';
import type { Finding } from '../finding';
import { findingsOf } from '../findingsOf';
import { RULES } from '../rules';

/** A variant of the demo as rules see it. */
export function survey(variantId: string): AuditContext {
  const made = CircuitSolver.of({ ...demoProject(), activeVariant: variantId });
  if (!made.ok) throw new Error(JSON.stringify(made.issues));
  return surveyCircuit(made.circuit);
}

/** What one rule finds, each finding whole: what, why, what to do, and figures of known quantities. */
export function found(id: string, context: AuditContext): Finding[] {
  const rule = RULES.find((r) => r.id === id)!;
  const findings = findingsOf(rule, context);
  for (const { what, why, weight, remedies, figures } of findings) {
    const isWhole =
      what.length > 0 &&
      why.length > 0 &&
      (weight === 'note' || remedies.length > 0) &&
      remedies.every((remedy) => remedy.length > 2) &&
      Object.values(figures).every(({ quantity }) => quantity in QUANTITIES);
    if (!isWhole) throw new Error(`${id}: ${JSON.stringify({ what, why, weight, remedies, figures })}`);
  }
  return findings;
}

/** How heavy what one rule finds is, of one part where it is named. */
export const weights = (id: string, context: AuditContext, part?: string) =>
  found(id, context)
    .filter((f) => part === undefined || f.part === part)
    .map((f) => f.weight);

/** The circuit with other parts, as rules read it; nothing is solved anew. */
export function withParts(c: AuditContext, parts: readonly Part[]): AuditContext {
  return {
    ...c,
    circuit: { ...c.circuit, parts: [...parts] },
    parts: (kind) => parts.filter((p): p is never => p.kind === kind),
    part: (wanted) => parts.find((p) => p.id === wanted),
  };
}

/** The circuit with one figure of a part changed; nothing is solved anew. */
export function withFigure(
  c: AuditContext,
  id: string,
  path: readonly (string | number)[],
  value: unknown,
): AuditContext {
  return withParts(
    c,
    c.circuit.parts.map((p) => {
      if (p.id !== id) return p;
      const changed = changePart(p, path, value);
      if (!changed.ok) throw new Error(`${id}.${path.join('.')}: ${JSON.stringify(changed.issues)}`);
      return changed.part;
    }),
  );
}

/** The balances of a circuit with figures put in; by air and change where they differ. */
export function withHeat(
  c: AuditContext,
  change: Partial<HeatResult> | ((air: number, altered: boolean) => Partial<HeatResult>),
): AuditContext {
  const real = c.balance(c.drives.hotDay)!;
  return {
    ...c,
    balance: (drive, altering) => ({
      ...real,
      heat: {
        ...real.heat,
        ...(typeof change === 'function' ? change(drive.airTemperatureK, altering !== undefined) : change),
      },
    }),
  };
}

/** Every state of a circuit with its result changed. */
export const withResult = (c: AuditContext, change: (r: SolveResult) => SolveResult): AuditContext => ({
  ...c,
  at: (state) => change(c.at(state)),
});
