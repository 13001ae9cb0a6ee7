import type { Reading } from '../../document/project/calibration';
import { gaugePort } from '../../document/plumbing/gaugePort';
import { activeVariant, type Project } from '../../document/project/project';
import { solveBalanced } from '../../judgement/solveBalanced';
import { isFound } from '../../heat/comingToRest';
import { CircuitSolver } from '../../network/circuitSolver';
import { inputsOf, OIL_VISCOSITY, type Input } from '../inputs/inputs';
import { RevisableCircuit } from '../inputs/revisableCircuit';
import { fitGroups, withFactors, type FitGroup } from '../inputs/fitGroups';

/** A reading with the variant that the engine was in; absent: the open one. */
export type PlacedReading = Reading & { readonly with?: string };

/** Where a reading is taken: its own sender, the circuit's gauge, or the gallery. */
export function readingPort(project: Project, reading: Reading): string | undefined {
  return reading.kind === 'pressure' ? (reading.at ?? gaugePort(activeVariant(project).circuit.parts)) : undefined;
}

/** One variant of the engine, whose figures the groups move. */
class EngineWith {
  private readonly revisable: RevisableCircuit;
  private readonly inputs: ReadonlyMap<string, Input>;

  /** @param groups in the order of the fit's, each with this variant's own figures */
  constructor(
    readonly project: Project,
    private readonly groups: readonly FitGroup[],
  ) {
    this.revisable = new RevisableCircuit(project);
    this.inputs = new Map(inputsOf(project, activeVariant(project)).map((i) => [i.id, i]));
  }

  set(logs: readonly number[]): void {
    this.groups.forEach((group, i) => {
      const factor = Math.exp(logs[i]!);
      for (const input of group.inputs)
        this.revisable.set(input, input.id === OIL_VISCOSITY ? factor : group.at(input.stated, factor, input));
    });
    this.revisable.apply();
  }

  /** Moves a figure by so much of what is stated; a variant without it stays as it is. */
  move(id: string, to: (stated: number) => number): void {
    const input = this.inputs.get(id);
    if (input) this.revisable.set(input, to(input.stated));
  }

  apply(): void {
    this.revisable.apply();
  }

  pressureAt(reading: Extract<Reading, { kind: 'pressure' }>): number {
    const { circuit } = this.revisable;
    const port = readingPort(this.project, reading);
    const node = port === undefined ? undefined : circuit.compiled.nodeOfPort.get(port);
    if (node === undefined) return NaN;
    const outcome = this.revisable.solve(circuit.stateAt(reading.speedRevS, reading.oilTemperatureK));
    return outcome.status === 'converged' ? circuit.solver.workspace.pressurePa[node]! : NaN;
  }

  temperatureAt(reading: Extract<Reading, { kind: 'temperature' }>, logs: readonly number[]): number {
    const { project } = withFactors(this.project, this.groups, logs.map(Math.exp));
    const made = CircuitSolver.of(project);
    if (!made.ok) return NaN;
    const { heat } = solveBalanced(made.circuit, reading.speedRevS, reading);
    return isFound(heat.status) ? heat.sumpK : NaN;
  }
}

/**
 * What readings would be on an engine whose figures are moved, each with the variant that was on it: NaN where a state
 * does not solve or a sender is cut off.
 */
export class FitModel {
  private readonly engines = new Map<string, EngineWith>();
  /** Figures that no group moves, each with its tolerance. */
  readonly others: readonly Input[];

  /** @param groups of the open variant; another variant's are those of the same names */
  constructor(
    private readonly project: Project,
    readonly groups: readonly FitGroup[],
  ) {
    this.engines.set(project.activeVariant, new EngineWith(project, groups));
    const moved = new Set(groups.flatMap((g) => g.inputs.map((i) => i.id)));
    this.others = inputsOf(project, activeVariant(project)).filter((i) => !moved.has(i.id) && i.plusMinus > 0);
  }

  private engineOf({ with: variant = this.project.activeVariant }: PlacedReading): EngineWith {
    let engine = this.engines.get(variant);
    if (!engine) {
      const project = { ...this.project, activeVariant: variant };
      const own = new Map(fitGroups(project, []).map((g) => [g.id, g.inputs]));
      const groups = this.groups.map((g) => ({ ...g, inputs: own.get(g.id) ?? [] }));
      this.engines.set(variant, (engine = new EngineWith(project, groups)));
    }
    return engine;
  }

  /** The engines that readings were taken with. */
  private enginesOf(readings: readonly PlacedReading[]): ReadonlySet<EngineWith> {
    return new Set(readings.map((r) => this.engineOf(r)));
  }

  private at(reading: PlacedReading, logs: readonly number[]): number {
    const engine = this.engineOf(reading);
    return reading.kind === 'pressure' ? engine.pressureAt(reading) : engine.temperatureAt(reading, logs);
  }

  /** @param logs logarithm of each group's factor */
  predict(readings: readonly PlacedReading[], logs: readonly number[]): number[] {
    for (const engine of this.enginesOf(readings)) engine.set(logs);
    return readings.map((reading) => this.at(reading, logs));
  }

  /** The pressures of readings with one figure beside the groups moved by so much. */
  predictWith(readings: readonly PlacedReading[], logs: readonly number[], other: Input, by: number): number[] {
    const engines = this.enginesOf(readings);
    for (const engine of engines) {
      engine.set(logs);
      engine.move(other.id, (stated) => stated + by);
      engine.apply();
    }
    const found = readings.map((reading) => (reading.kind === 'pressure' ? this.at(reading, logs) : NaN));
    for (const engine of engines) {
      engine.move(other.id, (stated) => stated);
      engine.apply();
    }
    return found;
  }

  /** The readings' pressures with other figures at values of their own, by input id. */
  predictOff(readings: readonly PlacedReading[], logs: readonly number[], off: ReadonlyMap<string, number>): number[] {
    const engines = this.enginesOf(readings);
    for (const engine of engines)
      for (const other of this.others) engine.move(other.id, (stated) => off.get(other.id) ?? stated);
    const found = this.predict(readings, logs);
    for (const engine of engines) {
      for (const other of this.others) engine.move(other.id, (stated) => stated);
      engine.apply();
    }
    return found;
  }
}
