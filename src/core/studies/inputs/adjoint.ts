import { isOfState, withStateInput, type RevisableCircuit } from './revisableCircuit';
import type { Input } from './inputs';
import { bindState } from '../../network/solve/bindState';
import { evaluateElements } from '../../network/solve/evaluate';
import { LineTable } from '../../network/solve/evaluateLines';
import { Law } from '../../network/compile/law';
import type { OperatingState } from '../../network/solve/state';
import { stillNodes } from '../../network/describe/stillNodes';
import { createWorkspace, type Workspace } from '../../network/solve/workspace';
import { probesOf, readProbe, type Probe } from '../../judgement/supply/probe';
import type { Check } from '../../judgement/stateResult';

/** Which margin of a consumer: what is limited, on which side. */
export type MarginOf = Pick<Check, 'quantity' | 'side'>;

/**
 * Step for the laws' own slopes, as a share of the larger of the figure and its tolerance: central, so its error goes
 * with the square.
 */
const SLOPE_STEP = 1e-4;
/** A solve that slopes are taken at goes on for this many steps beyond the usual stopping test. */
const EXTRA_ITERATIONS = 2;

/**
 * How a margin moves with each input, all at once: the laws' own slopes at the solved state, carried through the
 * transposed Jacobian. dm/du = ∂m/∂u − λᵀ ∂r/∂u with Jᵀλ = ∂m/∂p, where r are the node balances.
 *
 * One solve and one factorisation, whatever the number of inputs. Holds where the state does not stand on a kink.
 * @source adjoint method, e.g. Giles and Pierce (2000), Flow, Turbulence and Combustion 65, 393–415 (from memory)
 */
export class Adjoint {
  private readonly trial: Workspace;
  private readonly lines: LineTable;
  private readonly others: Int32Array;
  private readonly probe: Probe;
  /** Whether the state solved; nothing else is of worth where it did not. */
  readonly solved: boolean;

  /** @param circuit with every input as stated @param consumer part id */
  constructor(
    private readonly revisable: RevisableCircuit,
    private readonly state: OperatingState,
    consumer: string,
  ) {
    const { circuit } = revisable;
    this.solved = revisable.solve(state, EXTRA_ITERATIONS).status === 'converged';
    const { network } = circuit.compiled;
    this.trial = createWorkspace(network);
    this.lines = new LineTable(network);
    this.others = Int32Array.from(network.law.keys()).filter((e) => network.law[e] !== Law.line);
    this.probe = probesOf(circuit.variant.circuit, circuit.compiled).find((p) => p.part.id === consumer)!;
  }

  /** The consumer's checks at the state, worst first; none where it is cut off or nothing is asked. */
  checks(): readonly Check[] {
    const { compiled, solver } = this.revisable.circuit;
    return readProbe(
      this.probe,
      compiled.network,
      solver.workspace,
      this.state,
      stillNodes(compiled.network, solver.workspace),
    ).checks;
  }

  /**
   * dm/du for each input [the margin's SI unit per the input's], by the inputs' order; NaN where a figure stands at a
   * change of law.
   */
  gradient(margin: MarginOf, inputs: readonly Input[]): Float64Array {
    const { system, workspace: ws } = this.revisable.circuit.solver;
    const { network } = this.revisable.circuit.compiled;
    system.assemble(ws, 0);
    const slopes = new Float64Array(inputs.length);
    if (!system.matrix.factor(false)) return slopes.fill(NaN);
    const sign = margin.side === 'low' ? 1 : -1;
    const unknowns = system.nodeOfUnknown.length;
    const byPressure = new Float64Array(unknowns);
    const add = (node: number, slope: number) => {
      const unknown = node < 0 ? -1 : system.unknownOfNode[node]!;
      if (unknown >= 0) byPressure[unknown]! += sign * slope;
    };
    const e = this.probe.element;
    if (margin.quantity === 'pressure') add(this.probe.inNode, 1);
    else {
      add(network.from[e]!, ws.byFromPa[e]!);
      add(network.to[e]!, ws.byToPa[e]!);
      add(network.sense[e]!, ws.bySensePa[e]!);
    }
    const lambda = new Float64Array(unknowns);
    system.matrix.solveTransposed(byPressure, lambda);
    const ahead = new Float64Array(network.law.length);
    const behind = new Float64Array(network.law.length);
    inputs.forEach((input, i) => {
      const h = SLOPE_STEP * Math.max(Math.abs(input.stated), input.plusMinus);
      const marginAhead = this.tryAt(input, input.stated + h, margin, ahead);
      const marginBehind = this.tryAt(input, input.stated - h, margin, behind);
      this.set(input, input.stated);
      let carried = 0;
      for (let k = 0; k < ahead.length; k++) {
        const massSlope = (ahead[k]! - behind[k]!) / (2 * h);
        if (massSlope === 0) continue;
        const a = system.unknownOfNode[network.from[k]!]!;
        const b = system.unknownOfNode[network.to[k]!]!;
        carried += massSlope * ((a >= 0 ? lambda[a]! : 0) - (b >= 0 ? lambda[b]! : 0));
      }
      slopes[i] = (marginAhead - marginBehind) / (2 * h) - carried;
    });
    return slopes;
  }

  /** @returns false where the figure asks for other elements than there are: its slope cannot be told */
  private set(input: Input, si: number): boolean {
    if (isOfState(input)) return true;
    this.revisable.set(input, si);
    return this.revisable.apply(false);
  }

  /**
   * The margin with one input changed and every pressure as it was; each element's mass flow there is written to
   * `massKgS`.
   */
  private tryAt(input: Input, si: number, margin: MarginOf, massKgS: Float64Array): number {
    const { revisable, trial } = this;
    const { network } = revisable.circuit.compiled;
    const { workspace: ws } = revisable.circuit.solver;
    const state = withStateInput(this.state, input, si);
    if (!this.set(input, si)) return NaN;
    trial.pressurePa.set(ws.pressurePa);
    trial.flowM3S.set(ws.flowM3S);
    trial.lawDropPa.set(ws.lawDropPa);
    bindState(network, trial, revisable.oil, state);
    this.lines.read();
    this.lines.bind(trial);
    evaluateElements(network, trial, this.lines, this.others, revisable.oil, state);
    for (let k = 0; k < massKgS.length; k++) massKgS[k] = trial.densityKgM3[k]! * trial.targetM3S[k]!;
    // What an element would carry, not the flow that it keeps as its unknown, is what the consumer sees.
    trial.flowM3S.set(trial.targetM3S);
    const check = readProbe(this.probe, network, trial, state, undefined).checks.find(
      (c) => c.quantity === margin.quantity && c.side === margin.side,
    );
    return check?.margin ?? NaN;
  }
}
