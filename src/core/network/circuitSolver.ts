import { inFull } from '../document/project/inFull';
import { activeVariant, inSeason, type Project, type Variant } from '../document/project/project';
import type { Issue } from '../document/project/issue';
import { Oil } from '../physics/oil/oil';
import { compileCircuit, type CompiledCircuit } from './compile/compile';
import { HydraulicSolver } from './solve/solver';
import type { SolveOutcome } from './solve/stopping';
import type { OperatingState } from './solve/state';

/** A variant compiled once and solved at any number of states, each from the last. */
export class CircuitSolver {
  private constructor(
    /** As the variant's season makes it. */
    readonly project: Project,
    readonly variant: Variant,
    readonly compiled: CompiledCircuit,
    readonly oil: Oil,
    readonly solver: HydraulicSolver,
  ) {}

  /** @returns a solver, or why the circuit cannot be computed */
  static of(
    stated: Project,
    variantId = activeVariant(stated).id,
  ):
    { readonly ok: true; readonly circuit: CircuitSolver } | { readonly ok: false; readonly issues: readonly Issue[] } {
    const project = inFull(stated);
    const index = project.variants.findIndex((v) => v.id === variantId);
    const variant = project.variants[index];
    if (!variant)
      return {
        ok: false,
        issues: [{ code: 'unknownVariant', severity: 'refused', at: 'activeVariant', id: variantId }],
      };
    const { idleSpeedRevS: idleRevS, maximumSpeedRevS: maximumRevS, freeAir } = project.engine;
    const running = { idleRevS, maximumRevS, freeAir };
    const result = compileCircuit(variant.circuit, `variants[${index}].circuit`, running);
    if (!result.ok) return result;
    const seasonal = inSeason(project, variant);
    return {
      ok: true,
      circuit: new CircuitSolver(
        seasonal,
        variant,
        result.compiled,
        new Oil(seasonal.oil),
        new HydraulicSolver(result.compiled.network),
      ),
    };
  }

  /** A state of this project's engine. @param speedRevS ≥ 0 @param oilTemperatureK > 0 */
  stateAt(speedRevS: number, oilTemperatureK: number): OperatingState {
    return { speedRevS, oilTemperatureK, atmospherePa: this.project.engine.atmospherePa };
  }

  /** Solves without describing: for sweeps that read the workspace themselves. */
  solveOnly(state: OperatingState): SolveOutcome {
    return this.solver.solve(this.oil, state);
  }
}
