import type { SparseLu } from '../../foundations/linear/sparseLu';
import { CAVITATION_BELOW_ABS_PA } from '../../physics/cavitation';
import type { Oil } from '../../physics/oil/oil';
import { bindState } from './bindState';
import { evaluateElements } from './evaluate';
import { LineTable } from './evaluateLines';
import { AT, Law } from '../compile/law';
import type { Network } from '../compile/network';
import { NodeSystem } from './nodeSystem';
import type { OperatingState, TemperatureField } from './state';
import {
  CAVITATION_MARGIN_PA,
  hasConverged,
  ITERATION_LIMIT,
  LEAST_FLOW_SCALE_M3S,
  type Convergence,
  type SolveStatus,
} from './stopping';
import { settleFlows } from './settleFlows';
import { createWorkspace, type Workspace } from './workspace';

/** Outcome of one solve: the figures stay in the solver's workspace until the next. */
export interface SolveOutcome extends Readonly<Convergence> {
  readonly status: SolveStatus;
  readonly iterations: number;
  readonly evaluations: number;
  /** Node whose pivot vanished when the status is `singular`, or whose oil boils when it is `cavitates`; −1 otherwise. */
  readonly failingNode: number;
  /** Named where the usual way failed and another one led to the answer. */
  readonly fallback?: 'fromWarm';
}

/** Temperatures at which a circuit's laws are gentler than in the cold, the gentlest first [K]. */
const WARM_STARTS_K = [373.15, 333.15, 303.15, 283.15, 263.15];
/** Coolings tried, halved ones included. */
const MOST_COOLING_STEPS = 60;
const SMALLEST_COOLING_K = 0.05;
/** Oil that moves less stands still [m³/s]. */
const STILL_M3S = 1e-9;

const SMALLEST_STEP = 1 / 65536;
const SUFFICIENT_DECREASE = 0.5;
/** Share of a step's length by which the remaining correction must shrink. */
const NATURAL_DECREASE = 0.5;
/** Steps that may be taken without any decrease, across a kink. */
const MOST_FORCED = 40;
const RELAXATION_STEPS = 600;
/** Pressure by which the first relaxation step may move a node that lacks the whole flow. */
const RELAXATION_START_PA = 5e4;
/** Longest relaxation step, all nodes together. */
const RELAXATION_LONGEST_PA = 2e6;
/** Imbalance, as a share of the flow, that Newton takes over from. */
const RELAXED_SHARE = 1e-4;
/** How far beyond fully open the first step from rest may push a valve. */
const FIRST_STEP_OPENING = 0.95;

/**
 * Steady flow of a compiled network by Newton's method on flows and pressures together.
 *
 * Element flows are eliminated one by one, which leaves a sparse system in the node pressures (the
 * gradient method). A step is shortened until the residual, or what Newton would still correct, lessens. Made once for a network; `solve` allocates nothing but its outcome.
 *
 * @source Todini, E. and Pilati, S. (1988), "A gradient algorithm for the analysis of pipe networks", in
 *   Computer Applications in Water Supply, vol. 1 (from memory).
 */
export class HydraulicSolver {
  readonly workspace: Workspace;
  /** Its unknowns and Jacobian: what else rests on the linearised circuit uses them after a solve. */
  readonly system: NodeSystem;
  private readonly unknownOfNode: Int32Array;
  private readonly nodeOfUnknown: Int32Array;
  private readonly matrix: SparseLu;
  private readonly rhs: Float64Array;
  private readonly step: Float64Array;
  private readonly pressureBefore: Float64Array;
  private readonly flowBefore: Float64Array;
  private readonly flowStep: Float64Array;
  private readonly weights: Float64Array;
  private readonly correction: Float64Array;
  private readonly convergence: Convergence = {
    worstImbalanceM3S: 0,
    worstNode: -1,
    worstLawErrorPa: 0,
    worstElement: -1,
    flowScaleM3S: LEAST_FLOW_SCALE_M3S,
  };
  private readonly lines: LineTable;
  /** Elements that are not lines. */
  private readonly others: Int32Array;
  private readonly hasPump: boolean;
  private readonly symmetric: boolean;
  private ownMerit = 0;
  private warm = false;

  constructor(readonly network: Network) {
    this.workspace = createWorkspace(network);
    this.system = new NodeSystem(network);
    ({ unknownOfNode: this.unknownOfNode, nodeOfUnknown: this.nodeOfUnknown, matrix: this.matrix } = this.system);
    const nodes = network.nodeName.length;
    const elements = network.law.length;
    const unknowns = this.nodeOfUnknown.length;
    this.rhs = new Float64Array(unknowns);
    this.correction = new Float64Array(unknowns);
    this.step = new Float64Array(unknowns);
    this.pressureBefore = new Float64Array(nodes);
    this.flowBefore = new Float64Array(elements);
    this.flowStep = new Float64Array(elements);
    this.weights = new Float64Array(elements);
    this.lines = new LineTable(network);
    this.others = Int32Array.from(network.law.keys()).filter((e) => network.law[e] !== Law.line);
    this.hasPump = network.law.includes(Law.pump);
    // A pump's slopes differ at its two ends, and what senses elsewhere couples one way only.
    this.symmetric = !this.hasPump && network.sense.every((node) => node < 0);
  }

  /** Reads the network's parameters anew, after someone has revised them in place. The last state stays as the start of the next solve. */
  parametersChanged(): void {
    this.lines.read();
  }

  /** Forgets the last state, so that the next solve starts from rest. */
  reset(): void {
    this.warm = false;
  }

  /**
   * Solves one state, starting from the last one that this solver converged on, or from rest.
   * @param field temperatures by element; undefined holds the state's temperature everywhere
   * @param leastIterations steps taken even where the start already satisfies the stopping test: what is balanced against this flow needs it finer
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

  /** By Newton's method from the last state or from rest, and by relaxation where it cycles. */
  private attempt(
    oil: Oil,
    state: OperatingState,
    field: TemperatureField | undefined,
    leastIterations: number,
  ): SolveOutcome {
    const startedWarm = this.warm;
    if (!startedWarm) this.startFromRest();
    this.bind(oil, state, field);
    const outcome = this.iterate(oil, state, !startedWarm, leastIterations);
    if (!isStuck(outcome)) return outcome;
    this.startFromRest();
    this.bind(oil, state, field);
    const relaxed = this.relax(oil, state);
    return after(outcome, this.iterate(oil, state, false, leastIterations), relaxed);
  }

  /**
   * For the few states that neither Newton nor relaxation reaches, all of thick oil at high speed: solves warmer oil, whose laws are
   * gentler, and cools it towards the state by steps that are halved where one fails.
   */
  private fromWarm(
    stuck: SolveOutcome,
    oil: Oil,
    state: OperatingState,
    field: TemperatureField | undefined,
    leastIterations: number,
  ): SolveOutcome {
    const { pressurePa, flowM3S } = this.workspace;
    const at = (oilTemperatureK: number): OperatingState => ({ ...state, oilTemperatureK });
    let outcome = stuck;
    let reached = NaN;
    for (const startK of WARM_STARTS_K) {
      if (startK < state.oilTemperatureK) break;
      this.warm = false;
      outcome = after(outcome, this.attempt(oil, at(startK), undefined, 0), 0);
      if (outcome.status !== 'converged') continue;
      reached = startK;
      break;
    }
    if (Number.isNaN(reached)) return outcome;
    let [pressureThere, flowThere] = [pressurePa.slice(), flowM3S.slice()];
    let step = state.oilTemperatureK - reached;
    for (let tries = 0; tries < MOST_COOLING_STEPS && Math.abs(step) > SMALLEST_COOLING_K; tries++) {
      const isLast = Math.abs(reached + step - state.oilTemperatureK) < SMALLEST_COOLING_K;
      const there = isLast ? state : at(reached + step);
      this.bind(oil, there, isLast ? field : undefined);
      outcome = after(outcome, this.iterate(oil, there, false, isLast ? leastIterations : 0), 0);
      if (outcome.status === 'converged') {
        if (isLast) return { ...outcome, fallback: 'fromWarm' };
        reached += step;
        [pressureThere, flowThere] = [pressurePa.slice(), flowM3S.slice()];
        step = Math.sign(step) * Math.min(Math.abs(step), Math.abs(state.oilTemperatureK - reached));
        continue;
      }
      // Back to what was reached: the iterate that failed is no start.
      step /= 2;
      pressurePa.set(pressureThere);
      flowM3S.set(flowThere);
    }
    return { ...outcome, status: outcome.status === 'converged' ? 'iterationLimit' : outcome.status };
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

  private iterate(oil: Oil, state: OperatingState, fromRest: boolean, leastIterations: number): SolveOutcome {
    const { network, workspace: ws } = this;
    let evaluations = 1;
    let forced = 0;
    for (let i = 0; i < network.nodeHeld.length; i++)
      if (network.nodeHeld[i]) ws.pressurePa[i] = network.heldPressurePa[i]!;
    this.evaluate(oil, state, fromRest);
    let merit = this.measure(ws.byFromPa);
    for (let iteration = 0; ; iteration++) {
      const already = hasConverged(this.convergence);
      if (iteration >= leastIterations && already) return this.outcome('converged', iteration, evaluations);
      if (iteration >= ITERATION_LIMIT) return this.outcome('iterationLimit', iteration, evaluations);
      this.system.assemble(ws, 0);
      if (!this.matrix.factor(this.symmetric))
        return this.outcome('singular', iteration, evaluations, this.nodeOfUnknown[this.matrix.singularUnknown]!);
      this.assembleRhs(ws.byFromPa);
      this.matrix.solve(this.rhs, this.step);
      this.saveIterate();
      const first = iteration === 0 && fromRest;
      const stepNorm = norm(this.step);
      for (let length = first ? this.firstStepLength() : 1; ; length *= 0.5) {
        this.applyStep(length);
        this.evaluate(oil, state, false);
        evaluations++;
        // The first step from rest has no residual worth comparing with: its linearisation knows no flow yet.
        const judged = this.measure(this.weights);
        if (first || already || judged <= (1 - SUFFICIENT_DECREASE * length) * merit) break;
        if (this.correctionNorm() <= (1 - NATURAL_DECREASE * length) * stepNorm) break;
        if (length < SMALLEST_STEP) {
          // A kink closer than the shortest step: cross it, but not for ever.
          if (++forced > MOST_FORCED) return this.outcome('stalled', iteration + 1, evaluations);
          break;
        }
      }
      merit = this.ownMerit;
    }
  }

  /**
   * For circuits on which Newton cycles: lets every node yield a little, as if oil were springy, and steps in
   * time until the balances nearly hold (pseudo-transient continuation). Slow, and hard to upset: every element's
   * flow rises with its pressure, so the springy circuit settles.
   * @returns steps taken; Newton finishes from where it leaves
   * @source Kelley and Keyes (1998), SIAM J. Numer. Anal. 35, 508–523 (from memory).
   */
  private relax(oil: Oil, state: OperatingState): number {
    const { network, workspace: ws } = this;
    let compliance = 0;
    let before = Infinity;
    for (let i = 0; i < RELAXATION_STEPS; i++) {
      settleFlows(network, ws, this.lines, this.others, oil, state);
      const now = Math.sqrt(this.measure(ws.byFromPa));
      if (i === 0) compliance = now / RELAXATION_START_PA;
      else compliance *= now > before ? 4 : Math.max(0.3, now / before - 0.02);
      before = now;
      const density = ws.densityKgM3.length > 0 ? ws.densityKgM3[0]! : 1;
      if (now < RELAXED_SHARE * density * this.convergence.flowScaleM3S) return i;
      this.system.assemble(ws, compliance);
      if (!this.matrix.factor(this.symmetric)) return i;
      this.assembleRhs(ws.byFromPa);
      this.matrix.solve(this.rhs, this.step);
      this.saveIterate();
      this.applyStep(Math.min(1, RELAXATION_LONGEST_PA / norm(this.step)));
    }
    return RELAXATION_STEPS;
  }

  /**
   * Length of the correction that the old Jacobian would still ask for at the trial point. It judges a step by
   * the pressures that it leaves to find, so that a thin passage with a steep law does not outweigh the rest.
   * @source Deuflhard (1974), Numer. Math. 22, 289–315: natural level function (from memory).
   */
  private correctionNorm(): number {
    this.assembleRhs(this.weights);
    this.matrix.solve(this.rhs, this.correction);
    return norm(this.correction);
  }

  /**
   * From rest every valve is shut, so the first step drives the pump's whole flow through thin passages and
   * lands hundreds of bar too high when cold. It is shortened until no valve is pushed far beyond fully open.
   */
  private firstStepLength(): number {
    const { network, step, unknownOfNode } = this;
    const at = (node: number) => (unknownOfNode[node]! >= 0 ? step[unknownOfNode[node]!]! : 0);
    let length = 1;
    for (let e = 0; e < network.law.length; e++) {
      if (network.law[e] !== Law.springValve) continue;
      const high = network.sense[e]! >= 0 ? network.sense[e]! : network.from[e]!;
      const sensed = at(high) - at(network.to[e]!);
      const full = network.parameters[network.parameterStart[e]! + AT.springValve.fullOpenPa]!;
      if (sensed * length > FIRST_STEP_OPENING * full) length = (FIRST_STEP_OPENING * full) / sensed;
    }
    return length;
  }

  private evaluate(oil: Oil, state: OperatingState, fromRest: boolean): void {
    evaluateElements(this.network, this.workspace, this.lines, this.others, oil, state, fromRest);
  }

  /**
   * Sums imbalances and law errors of the present evaluation.
   * @param weights flow per pressure by which law errors count. A step is judged by the weights of where it
   *   started: only then is Newton's direction sure to lead down.
   * @returns the merit that a step must lessen; the merit by the present weights is left in `ownMerit`
   */
  private measure(weights: Float64Array): number {
    const { network, workspace: ws, convergence } = this;
    const { imbalanceKgS, flowM3S, densityKgM3, lawErrorPa, byFromPa } = ws;
    const { from, to, law, nodeHeld, inflowM3S } = network;
    // Sums are kept in locals: a number stored in an object's field is boxed at every store.
    let merit = 0;
    let ownMerit = 0;
    let pumped = 0;
    let largest = 0;
    let worstLaw = 0;
    let worstElement = -1;
    imbalanceKgS.fill(0);
    for (let e = 0; e < law.length; e++) {
      const rho = densityKgM3[e]!;
      const flow = flowM3S[e]!;
      const mass = rho * flow;
      imbalanceKgS[from[e]!]! += mass;
      imbalanceKgS[to[e]!]! -= mass;
      const magnitude = Math.abs(flow);
      if (magnitude > largest) largest = magnitude;
      if (law[e] === Law.pump) pumped += magnitude;
      const error = lawErrorPa[e]!;
      if (error === 0) continue;
      const judged = rho * weights[e]! * error;
      const own = rho * byFromPa[e]! * error;
      merit += judged * judged;
      ownMerit += own * own;
      if (!(Math.abs(error) <= worstLaw)) {
        worstLaw = Math.abs(error);
        worstElement = e;
      }
    }
    const rho = densityKgM3.length > 0 ? densityKgM3[0]! : 1;
    let worstKgS = 0;
    let worstNode = -1;
    let balance = 0;
    for (let i = 0; i < nodeHeld.length; i++) {
      if (nodeHeld[i] === 1) continue;
      const kgS = imbalanceKgS[i]! - rho * inflowM3S[i]!;
      imbalanceKgS[i] = kgS;
      balance += kgS * kgS;
      if (!(Math.abs(kgS) <= worstKgS)) {
        worstKgS = Math.abs(kgS);
        worstNode = i;
      }
    }
    convergence.flowScaleM3S = Math.max(this.hasPump ? pumped : largest, LEAST_FLOW_SCALE_M3S);
    convergence.worstImbalanceM3S = worstKgS / rho;
    convergence.worstNode = worstNode;
    convergence.worstLawErrorPa = worstLaw;
    convergence.worstElement = worstElement;
    this.ownMerit = ownMerit + balance;
    return merit + balance;
  }

  /** What the node balances lack, with each law error turned into the flow that its weight gives. */
  private assembleRhs(weights: Float64Array): void {
    const { network, workspace: ws, unknownOfNode, rhs } = this;
    rhs.fill(0);
    for (let e = 0; e < network.law.length; e++) {
      const a = unknownOfNode[network.from[e]!]!;
      const b = unknownOfNode[network.to[e]!]!;
      const target = ws.densityKgM3[e]! * (ws.flowM3S[e]! + weights[e]! * ws.lawErrorPa[e]!);
      if (a >= 0) rhs[a]! -= target;
      if (b >= 0) rhs[b]! += target;
    }
    const rho = ws.densityKgM3.length > 0 ? ws.densityKgM3[0]! : 1;
    for (let i = 0; i < rhs.length; i++) rhs[i]! += rho * network.inflowM3S[this.nodeOfUnknown[i]!]!;
  }

  private saveIterate(): void {
    const { network, workspace: ws, step, unknownOfNode, flowStep } = this;
    this.pressureBefore.set(ws.pressurePa);
    this.flowBefore.set(ws.flowM3S);
    this.weights.set(ws.byFromPa);
    for (let e = 0; e < network.law.length; e++) {
      const a = unknownOfNode[network.from[e]!]!;
      const b = unknownOfNode[network.to[e]!]!;
      flowStep[e] =
        ws.targetM3S[e]! -
        ws.flowM3S[e]! +
        (a >= 0 ? ws.byFromPa[e]! * step[a]! : 0) +
        (b >= 0 ? ws.byToPa[e]! * step[b]! : 0);
    }
  }

  private applyStep(length: number): void {
    const { workspace: ws, pressureBefore, flowBefore, flowStep, step, nodeOfUnknown } = this;
    for (let i = 0; i < step.length; i++) {
      const node = nodeOfUnknown[i]!;
      ws.pressurePa[node] = pressureBefore[node]! + length * step[i]!;
    }
    // Pumps, spring valves and bearings set their flow anew from the pressures; the others read it back.
    for (let e = 0; e < flowStep.length; e++) ws.flowM3S[e] = flowBefore[e]! + length * flowStep[e]!;
  }

  private outcome(status: SolveStatus, iterations: number, evaluations: number, failingNode = -1): SolveOutcome {
    return { status, iterations, evaluations, failingNode, ...this.convergence };
  }
}

const isStuck = ({ status }: SolveOutcome): boolean => status === 'stalled' || status === 'iterationLimit';

/** A later try's outcome, with the work of those before it counted. */
const after = (before: SolveOutcome, outcome: SolveOutcome, relaxed: number): SolveOutcome => ({
  ...outcome,
  iterations: before.iterations + relaxed + outcome.iterations,
  evaluations: before.evaluations + relaxed + outcome.evaluations,
});

function norm(vector: Float64Array): number {
  let sum = 0;
  for (let i = 0; i < vector.length; i++) sum += vector[i]! * vector[i]!;
  return Math.sqrt(sum);
}
