import type { SparseLu } from '../../foundations/linear/sparseLu';
import { AT, Law } from '../compile/law';
import type { Network } from '../compile/network';
import type { NodeSystem } from './nodeSystem';
import type { Workspace } from './workspace';

/** How far towards fully open the first step from rest may push a valve. */
const FIRST_STEP_OPENING = 0.95;

/**
 * One step of Newton's method: its direction from an iterate that it remembers, taken whole or in part.
 *
 * Element flows are eliminated one by one, which leaves a sparse system in the node pressures (the gradient method).
 *
 * @source Todini, E. and Pilati, S. (1988), "A gradient algorithm for the analysis of pipe networks", in
 *   Computer Applications in Water Supply, vol. 1 (from memory).
 */
export class NewtonStep {
  /** Flow per pressure of every element where the step starts. */
  readonly weights: Float64Array;
  private readonly unknownOfNode: Int32Array;
  private readonly nodeOfUnknown: Int32Array;
  private readonly matrix: SparseLu;
  private readonly rhs: Float64Array;
  private readonly step: Float64Array;
  private readonly correction: Float64Array;
  private readonly pressureBefore: Float64Array;
  private readonly flowBefore: Float64Array;
  private readonly flowStep: Float64Array;
  private readonly isSymmetric: boolean;

  constructor(
    private readonly network: Network,
    private readonly ws: Workspace,
    private readonly system: NodeSystem,
  ) {
    ({ unknownOfNode: this.unknownOfNode, nodeOfUnknown: this.nodeOfUnknown, matrix: this.matrix } = system);
    const unknowns = this.nodeOfUnknown.length;
    this.rhs = new Float64Array(unknowns);
    this.step = new Float64Array(unknowns);
    this.correction = new Float64Array(unknowns);
    this.pressureBefore = new Float64Array(network.nodeName.length);
    this.flowBefore = new Float64Array(network.law.length);
    this.flowStep = new Float64Array(network.law.length);
    this.weights = new Float64Array(network.law.length);
    // A pump's slopes differ at its two ends, and what senses elsewhere couples one way only.
    this.isSymmetric = !network.law.includes(Law.pump) && network.sense.every((node) => node < 0);
  }

  /**
   * Finds the step from the workspace's linearised state and remembers where it starts.
   * @param compliance mass flow that every node yields per pressure, for relaxation; 0 for Newton's own step
   * @returns false where a pivot vanished: `singularNode` names it
   */
  direct(compliance: number): boolean {
    this.system.assemble(this.ws, compliance);
    if (!this.matrix.factor(this.isSymmetric)) return false;
    this.assembleRhs(this.ws.byFromPa);
    this.matrix.solve(this.rhs, this.step);
    this.remember();
    return true;
  }

  get singularNode(): number {
    return this.nodeOfUnknown[this.matrix.singularUnknown]!;
  }

  /** Length of the whole step [Pa], all nodes together. */
  norm(): number {
    return norm(this.step);
  }

  /** Takes the step, or a part of it, from where it starts. @param length 1 for the whole */
  apply(length: number): void {
    const { ws, pressureBefore, flowBefore, flowStep, step, nodeOfUnknown } = this;
    for (let i = 0; i < step.length; i++) {
      const node = nodeOfUnknown[i]!;
      ws.pressurePa[node] = pressureBefore[node]! + length * step[i]!;
    }
    // Pumps, spring valves and bearings set their flow anew from the pressures; the others read it back.
    for (let e = 0; e < flowStep.length; e++) ws.flowM3S[e] = flowBefore[e]! + length * flowStep[e]!;
  }

  /**
   * Length of the correction that the old Jacobian would still ask for at the trial point. It judges a step by the
   * pressures that it leaves to find, so that a thin passage with a steep law does not outweigh the rest.
   * @source Deuflhard (1974), Numer. Math. 22, 289–315: natural level function (from memory).
   */
  correctionNorm(): number {
    this.assembleRhs(this.weights);
    this.matrix.solve(this.rhs, this.correction);
    return norm(this.correction);
  }

  /**
   * From rest every valve is shut, so the first step drives the pump's whole flow through thin passages and lands
   * hundreds of bar too high when cold. It is shortened until no valve is pushed far beyond fully open.
   */
  firstLength(): number {
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

  /** What the node balances lack, with each law error turned into the flow that its weight gives. */
  private assembleRhs(weights: Float64Array): void {
    const { network, ws, unknownOfNode, rhs } = this;
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

  private remember(): void {
    const { network, ws, step, unknownOfNode, flowStep } = this;
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
}

function norm(vector: Float64Array): number {
  let sum = 0;
  for (let i = 0; i < vector.length; i++) sum += vector[i]! * vector[i]!;
  return Math.sqrt(sum);
}
