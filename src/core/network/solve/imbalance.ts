import { Law } from '../compile/law';
import type { Network } from '../compile/network';
import { LEAST_FLOW_SCALE_M3S, type Convergence } from './stopping';
import type { Workspace } from './workspace';

/** How far an evaluated state is from balance: what the stopping test and the length of a step go by. */
export class Imbalance {
  readonly convergence: Convergence = {
    worstImbalanceM3S: 0,
    worstNode: -1,
    worstLawErrorPa: 0,
    worstElement: -1,
    flowScaleM3S: LEAST_FLOW_SCALE_M3S,
  };
  /** The merit by the present weights, from the last measure. */
  ownMerit = 0;
  private readonly hasPump: boolean;

  constructor(
    private readonly network: Network,
    private readonly ws: Workspace,
  ) {
    this.hasPump = network.law.includes(Law.pump);
  }

  /**
   * Sums imbalances and law errors of the present evaluation.
   * @param weights flow per pressure by which law errors count. A step is judged by the weights of where it
   *   started: only then is Newton's direction sure to lead down.
   * @returns the merit that a step must lessen; the merit by the present weights is left in `ownMerit`
   */
  measure(weights: Float64Array): number {
    const { network, ws, convergence } = this;
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
}
