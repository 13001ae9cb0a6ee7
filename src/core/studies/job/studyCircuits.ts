import { sayIssue } from '../../document/project/issue';
import { inFull } from '../../document/project/inFull';
import { activeVariant, type Project, type Variant } from '../../document/project/project';
import { CircuitSolver } from '../../network/circuitSolver';
import { StudyRefused } from './studyRefused';

/** What whoever does tasks keeps between them: one project, its solvers, and what tasks of one study share. */
export class StudyCircuits {
  private readonly shared = new Map<string, unknown>();

  readonly project: Project;

  /** @param stated as it is kept: what it does not state is filled in here */
  constructor(stated: Project) {
    this.project = inFull(stated);
  }

  get variant(): Variant {
    return activeVariant(this.project);
  }

  /**
   * A solver of the open variant that nobody else has touched: what is found then does not depend on what was asked
   * before.
   * @throws StudyRefused
   */
  freshCircuit(): CircuitSolver {
    const made = CircuitSolver.of(this.project);
    if (!made.ok) throw new StudyRefused(made.issues.map(sayIssue).join('\n'));
    return made.circuit;
  }

  /** A solver of a variant, the open one where none is named. @throws StudyRefused where it cannot be computed */
  circuit(variantId = this.project.activeVariant): CircuitSolver {
    return this.kept(`circuit ${variantId}`, () => {
      const made = CircuitSolver.of(this.project, variantId);
      if (!made.ok) throw new StudyRefused(made.issues.map(sayIssue).join('\n'));
      return made.circuit;
    });
  }

  /** Makes something once and keeps it under a name. */
  kept<T>(name: string, make: () => T): T {
    if (!this.shared.has(name)) this.shared.set(name, make());
    return this.shared.get(name) as T;
  }
}
