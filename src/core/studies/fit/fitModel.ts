import type { Reading } from '../../document/project/calibration';
import { gaugePort } from '../../document/plumbing/gaugePort';
import { activeVariant, type Project } from '../../document/project/project';
import { solveBalanced } from '../../judgement/solveBalanced';
import { isFound } from '../../heat/comingToRest';
import { CircuitSolver } from '../../network/circuitSolver';
import { inputsOf, OIL_VISCOSITY, type Input } from '../inputs/inputs';
import { RevisableCircuit } from '../inputs/revisableCircuit';
import { withFactors, type FitGroup } from '../inputs/fitGroups';

/** Where a reading is taken: its own sender, the circuit's gauge, or the gallery. */
export function readingPort(project: Project, reading: Reading): string | undefined {
  return reading.kind === 'pressure' ? (reading.at ?? gaugePort(activeVariant(project).circuit.parts)) : undefined;
}

/**
 * What readings would be on a circuit whose figures are moved: NaN where a state does not solve or a sender is cut off.
 */
export class FitModel {
  private readonly revisable: RevisableCircuit;
  /** Figures that no group moves, each with its tolerance. */
  readonly others: readonly Input[];

  constructor(
    private readonly project: Project,
    readonly groups: readonly FitGroup[],
  ) {
    this.revisable = new RevisableCircuit(project);
    const moved = new Set(groups.flatMap((g) => g.inputs.map((i) => i.id)));
    this.others = inputsOf(project, activeVariant(project)).filter((i) => !moved.has(i.id) && i.plusMinus > 0);
  }

  /** @param logs logarithm of each group's factor */
  predict(readings: readonly Reading[], logs: readonly number[]): number[] {
    this.set(logs);
    return readings.map((reading) =>
      reading.kind === 'pressure' ? this.pressureAt(reading) : this.temperatureAt(reading, logs),
    );
  }

  /** The pressures of readings with one figure beside the groups moved by so much. */
  predictWith(readings: readonly Reading[], logs: readonly number[], other: Input, by: number): number[] {
    this.set(logs);
    this.revisable.set(other, other.stated + by);
    this.revisable.apply();
    const found = readings.map((reading) => (reading.kind === 'pressure' ? this.pressureAt(reading) : NaN));
    this.revisable.set(other, other.stated);
    this.revisable.apply();
    return found;
  }

  /** The readings' pressures with other figures at values of their own, by input id. */
  predictOff(readings: readonly Reading[], logs: readonly number[], off: ReadonlyMap<string, number>): number[] {
    for (const other of this.others) this.revisable.set(other, off.get(other.id) ?? other.stated);
    const found = this.predict(readings, logs);
    for (const other of this.others) this.revisable.set(other, other.stated);
    this.revisable.apply();
    return found;
  }

  private set(logs: readonly number[]): void {
    this.groups.forEach((group, i) => {
      const factor = Math.exp(logs[i]!);
      for (const input of group.inputs)
        this.revisable.set(input, input.id === OIL_VISCOSITY ? factor : group.at(input.stated, factor, input));
    });
    this.revisable.apply();
  }

  private pressureAt(reading: Extract<Reading, { kind: 'pressure' }>): number {
    const { circuit } = this.revisable;
    const port = readingPort(this.project, reading);
    const node = port === undefined ? undefined : circuit.compiled.nodeOfPort.get(port);
    if (node === undefined) return NaN;
    const outcome = this.revisable.solve(circuit.stateAt(reading.speedRevS, reading.oilTemperatureK));
    return outcome.status === 'converged' ? circuit.solver.workspace.pressurePa[node]! : NaN;
  }

  private temperatureAt(reading: Extract<Reading, { kind: 'temperature' }>, logs: readonly number[]): number {
    const { project } = withFactors(this.project, this.groups, logs.map(Math.exp));
    const made = CircuitSolver.of(project);
    if (!made.ok) return NaN;
    const { heat } = solveBalanced(made.circuit, reading.speedRevS, reading);
    return isFound(heat.status) ? heat.sumpK : NaN;
  }
}
