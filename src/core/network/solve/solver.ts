import { CAVITATION_BELOW_ABS_PA } from '../../physics/cavitation';
import type { Oil } from '../../physics/oil/oil';
import { Law } from '../compile/law';
import type { Network } from '../compile/network';
import { bindState } from './bindState';
import { coolFromWarm } from './coolFromWarm';
import { evaluateElements, type Start } from './evaluate';
import { LineTable } from './evaluateLines';
import { Imbalance } from './imbalance';
import { NewtonStep } from './newtonStep';
import { NodeSystem } from './nodeSystem';
import { relax } from './relax';
import type { OperatingState, TemperatureField } from './state';
import {
  after,
  CAVITATION_MARGIN_PA,
  hasConverged,
  isStuck,
  ITERATION_LIMIT,
  type SolveOutcome,
  type SolveStatus,
} from './stopping';
import { createWorkspace, type Workspace } from './workspace';

/** Oil that moves less stands still [m³/s]. */
const STILL_M3S = 1e-9;
const SMALLEST_STEP = 1 / 65536;
const SUFFICIENT_DECREASE = 0.5;
/** Share of a step's length by which the remaining correction must shrink. */
const NATURAL_DECREASE = 0.5;
/** Steps that may be taken without any decrease, across a kink. */
const MOST_FORCED = 40;

/** A solved state of one network. */
export interface KeptState {
  readonly pressurePa: Float64Array;
  readonly flowM3S: Float64Array;
  readonly lawDropPa: Float64Array;
  readonly filmK: readonly number[];
}

/**
 * Steady flow of a compiled network by Newton's method on flows and pressures together. A step is shortened until the
 * residual, or what Newton would still correct, lessens. Made once for a network; `solve` allocates nothing but its
 * outcome.
 */
export class HydraulicSolver {
  readonly workspace: Workspace;
  /** Its unknowns and Jacobian: what else rests on the linearised circuit uses them after a solve. */
  readonly system: NodeSystem;
  private readonly newton: NewtonStep;
  private readonly imbalance: Imbalance;
  private readonly lines: LineTable;
  /** Elements that are not lines. */
  private readonly others: Int32Array;
  private warm = false;

  constructor(readonly network: Network) {
    this.workspace = createWorkspace(network);
    this.system = new NodeSystem(network);
    this.newton = new NewtonStep(network, this.workspace, this.system);
    this.imbalance = new Imbalance(network, this.workspace);
    this.lines = new LineTable(network);
    this.others = Int32Array.from(network.law.keys()).filter((e) => network.law[e] !== Law.line);
  }

  /**
   * Reads the network's parameters anew, after someone has revised them in place. The last state stays as the start of
   * the next solve.
   */
  parametersChanged(): void {
    this.lines.read();
  }

  /** Forgets the last state, so that the next solve starts from rest. */
  reset(): void {
    this.warm = false;
  }

  /** The state that was solved last, to be begun from again. */
  keepState(): KeptState {
    const { pressurePa, flowM3S, lawDropPa, film } = this.workspace;
    return {
      pressurePa: pressurePa.slice(),
      flowM3S: flowM3S.slice(),
      lawDropPa: lawDropPa.slice(),
      filmK: film.map((f) => f?.temperatureK ?? 0),
    };
  }

  /** Begins the next solve from a kept state: what is found then does not depend on what was solved in between. */
  beginFrom({ pressurePa, flowM3S, lawDropPa, filmK }: KeptState): void {
    const ws = this.workspace;
    ws.pressurePa.set(pressurePa);
    ws.flowM3S.set(flowM3S);
    ws.lawDropPa.set(lawDropPa);
    ws.film.forEach((f, e) => f && (f.temperatureK = filmK[e]!));
    this.warm = true;
  }

  /**
   * Solves one state, starting from the last one that this solver converged on, or from rest.
   * @param field temperatures by element; undefined holds the state's temperature everywhere
   * @param leastIterations steps taken even where the start already satisfies the stopping test: what is balanced
   *   against this flow needs it finer
   * @returns how it ended, with the worst node and element; pressures and flows in `workspace`
   */
  solve(oil: Oil, state: OperatingState, field?: TemperatureField, leastIterations = 0): SolveOutcome {
    let outcome = this.attempt(oil, state, field, leastIterations);
    if (isStuck(outcome)) outcome = this.fromWarm(outcome, oil, state, field, leastIterations);
    this.warm = outcome.status === 'converged';
    if (!this.warm) return outcome;
    const boiling = this.boilingNode(state);
    return boiling < 0 ? outcome : { ...outcome, status: 'cavitates', failingNode: boiling };
  }

  /** By Newton's method from the last state or from rest, by its other start, and by relaxation where it cycles. */
  private attempt(
    oil: Oil,
    state: OperatingState,
    field: TemperatureField | undefined,
    leastIterations: number,
  ): SolveOutcome {
    if (!this.warm) this.startFromRest();
    this.bind(oil, state, field);
    let outcome = this.iterate(oil, state, leastIterations, this.warm ? undefined : 'chords');
    if (!isStuck(outcome)) return outcome;
    this.startFromRest();
    this.bind(oil, state, field);
    outcome = after(outcome, this.iterate(oil, state, leastIterations, 'tangents'));
    if (!isStuck(outcome)) return outcome;
    this.startFromRest();
    this.bind(oil, state, field);
    const { network, workspace, newton, imbalance, lines, others } = this;
    const relaxed = relax(network, workspace, newton, imbalance, lines, others, oil, state);
    return after(outcome, this.iterate(oil, state, leastIterations), relaxed);
  }

  private fromWarm(
    stuck: SolveOutcome,
    oil: Oil,
    state: OperatingState,
    field: TemperatureField | undefined,
    leastIterations: number,
  ): SolveOutcome {
    const { outcome, reached } = coolFromWarm(stuck, state.oilTemperatureK, this.workspace, {
      fromRest: (oilTemperatureK) => {
        this.warm = false;
        return this.attempt(oil, { ...state, oilTemperatureK }, undefined, 0);
      },
      fromHere: (oilTemperatureK) => {
        const there = { ...state, oilTemperatureK };
        this.bind(oil, there, undefined);
        return this.iterate(oil, there, 0);
      },
      last: () => {
        this.bind(oil, state, field);
        return this.iterate(oil, state, leastIterations);
      },
    });
    return reached ? { ...outcome, fallback: 'fromWarm' } : outcome;
  }

  /** A node of moving oil below the pressure at which it is no liquid alone; −1 where there is none. */
  private boilingNode(state: OperatingState): number {
    const { network, workspace: ws } = this;
    const leastPa = CAVITATION_BELOW_ABS_PA - CAVITATION_MARGIN_PA - state.atmospherePa;
    let lowestPa = leastPa;
    let lowest = -1;
    for (let e = 0; e < network.law.length; e++) {
      if (Math.abs(ws.flowM3S[e]!) < STILL_M3S) continue;
      const from = network.from[e]!;
      const to = network.to[e]!;
      if (ws.pressurePa[from]! < lowestPa) lowestPa = ws.pressurePa[(lowest = from)]!;
      if (ws.pressurePa[to]! < lowestPa) lowestPa = ws.pressurePa[(lowest = to)]!;
    }
    return lowest;
  }

  private bind(oil: Oil, state: OperatingState, field: TemperatureField | undefined): void {
    bindState(this.network, this.workspace, oil, state, field);
    this.lines.bind(this.workspace);
  }

  private startFromRest(): void {
    const { pressurePa, flowM3S, lawDropPa, film } = this.workspace;
    pressurePa.set(this.network.heldPressurePa);
    flowM3S.fill(0);
    lawDropPa.fill(0);
    for (const state of film) if (state) state.temperatureK = 0;
  }

  /** @param start how to begin where the workspace holds a state at rest; undefined begins from what it holds */
  private iterate(oil: Oil, state: OperatingState, leastIterations: number, start?: Start): SolveOutcome {
    const { network, workspace: ws, newton, imbalance } = this;
    let evaluations = 1;
    let forced = 0;
    for (let i = 0; i < network.nodeHeld.length; i++)
      if (network.nodeHeld[i]) ws.pressurePa[i] = network.heldPressurePa[i]!;
    this.evaluate(oil, state, start);
    let merit = imbalance.measure(ws.byFromPa);
    for (let iteration = 0; ; iteration++) {
      const already = hasConverged(imbalance.convergence);
      if (iteration >= leastIterations && already) return this.outcome('converged', iteration, evaluations);
      if (iteration >= ITERATION_LIMIT) return this.outcome('iterationLimit', iteration, evaluations);
      if (!newton.direct(0)) return this.outcome('singular', iteration, evaluations, newton.singularNode);
      const first = iteration === 0 && start !== undefined;
      const stepNorm = newton.norm();
      for (let length = first ? newton.firstLength() : 1; ; length *= 0.5) {
        newton.apply(length);
        this.evaluate(oil, state);
        evaluations++;
        // The first step from rest has no residual worth comparing with: its linearisation knows no flow yet.
        const judged = imbalance.measure(newton.weights);
        if (first || already || judged <= (1 - SUFFICIENT_DECREASE * length) * merit) break;
        if (newton.correctionNorm() <= (1 - NATURAL_DECREASE * length) * stepNorm) break;
        if (length < SMALLEST_STEP) {
          // A kink is closer than the shortest step: cross it, but only so many times.
          if (++forced > MOST_FORCED) return this.outcome('stalled', iteration + 1, evaluations);
          break;
        }
      }
      merit = imbalance.ownMerit;
    }
  }

  private evaluate(oil: Oil, state: OperatingState, start?: Start): void {
    evaluateElements(this.network, this.workspace, this.lines, this.others, oil, state, start);
  }

  private outcome(status: SolveStatus, iterations: number, evaluations: number, failingNode = -1): SolveOutcome {
    return { status, iterations, evaluations, failingNode, ...this.imbalance.convergence };
  }
}
