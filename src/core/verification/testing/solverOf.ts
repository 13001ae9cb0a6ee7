import { CircuitSolver } from '../../network/circuitSolver';
import type { Project } from '../../document/project/project';

/** A project's solver; of the active variant where none is named. @throws where it does not compile */
export function solverOf(project: Project, variant?: string): CircuitSolver {
  const made = CircuitSolver.of(project, variant);
  if (!made.ok) throw new Error(JSON.stringify(made.issues));
  return made.circuit;
}
