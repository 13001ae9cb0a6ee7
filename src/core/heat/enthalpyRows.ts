import type { CircuitSolver } from '../network/circuitSolver';
import type { Exchange, Surroundings } from './exchange';
import type { LinearExchange } from './homeReservoir';
import type { ThermalPlaces } from './thermalPlaces';

/** Mass flow below which an element carries no heat [kg/s]. */
export const NO_FLOW_KG_S = 1e-9;
/** Exchange that gives a dead end its neighbour's temperature [kg/s]: too small to see in any balance. */
const TRICKLE_KG_S = 1e-9;

/** What a pass starts from. */
export interface PassInputs {
  /** Heat put in by each element [W]. */
  readonly heatW: Float64Array;
  readonly surroundings: Surroundings;
  readonly sumpK: number;
  /** Temperature of every place as last found [K]; not finite where not yet known. */
  readonly placeK: Float64Array;
  /** Outlets that are held in place of their own balance, by element [K]; NaN where not. */
  readonly heldOutK: Float64Array | undefined;
}

/**
 * The rows Σ m·h_out of what comes in = h·Σ m, one a place, assembled and solved for the enthalpies.
 *
 * Upwind. An element adds its heat and gives k·(T_in − T_ambient) away, k taken at the last temperatures and applied
 * implicitly, so that a trickle never blows up.
 *
 * @source steady energy balance, first-order upwind (closed form for mixing)
 */
export class EnthalpyRows {
  /** What the last solution found, by place [J/kg]. */
  readonly enthalpyJKg: Float64Array;
  /** What came into each place through elements [kg/s]. */
  readonly inflowKgS: Float64Array;
  private readonly rhs: Float64Array;

  constructor(
    private readonly circuit: CircuitSolver,
    private readonly places: ThermalPlaces,
    private readonly exchange: Exchange,
  ) {
    this.enthalpyJKg = new Float64Array(places.count);
    this.inflowKgS = new Float64Array(places.count);
    this.rhs = new Float64Array(places.count);
  }

  /**
   * Writes every element's terms.
   * @returns heat of elements that lie in one place, or carry nothing: it goes to the home reservoir [W]
   */
  addElements(inputs: PassInputs): number {
    const { network } = this.circuit.compiled;
    const ws = this.circuit.solver.workspace;
    const { unknownOfNode, matrix } = this.places;
    matrix.values.fill(0);
    this.rhs.fill(0);
    this.inflowKgS.fill(0);
    let strayW = 0;
    for (let e = 0; e < network.law.length; e++) {
      const flow = ws.flowM3S[e]!;
      const a = unknownOfNode[network.from[e]!]!;
      const b = unknownOfNode[network.to[e]!]!;
      const m = ws.densityKgM3[e]! * Math.abs(flow);
      if (a === b) strayW += inputs.heatW[e]!;
      else if (m < NO_FLOW_KG_S) {
        strayW += inputs.heatW[e]!;
        this.addTrickle(e);
      } else this.addStream(e, m, flow >= 0, a, b, inputs);
    }
    return strayW;
  }

  private addTrickle(e: number): void {
    const { slots, matrix } = this.places;
    matrix.values[slots[4 * e]!]! += TRICKLE_KG_S;
    matrix.values[slots[4 * e + 1]!]! -= TRICKLE_KG_S;
    matrix.values[slots[4 * e + 2]!]! += TRICKLE_KG_S;
    matrix.values[slots[4 * e + 3]!]! -= TRICKLE_KG_S;
  }

  private addStream(e: number, m: number, forward: boolean, a: number, b: number, inputs: PassInputs): void {
    const { oil } = this.circuit;
    const { slots, matrix } = this.places;
    const { values } = matrix;
    const u = forward ? a : b;
    const d = forward ? b : a;
    values[slots[4 * e + (forward ? 0 : 2)]!]! += m;
    this.inflowKgS[d]! += m;
    const held = inputs.heldOutK ? inputs.heldOutK[e]! : NaN;
    if (!Number.isNaN(held)) {
      // Its oil and metal hold the outlet for the length of a step.
      this.rhs[d]! += m * oil.enthalpyJKg(held);
      return;
    }
    const inK = Number.isFinite(inputs.placeK[u]!) ? inputs.placeK[u]! : inputs.sumpK;
    const cp = oil.specificHeatJKgK(inK);
    const k = this.exchange.conductanceWK(e, m, inK, inputs.surroundings);
    const ambientK = this.exchange.ambientK(e, inputs.surroundings);
    values[slots[4 * e + (forward ? 1 : 3)]!]! -= m - k / cp;
    this.rhs[d]! += inputs.heatW[e]! - k * (inK - oil.enthalpyJKg(inK) / cp - ambientK);
  }

  /**
   * Writes the reservoirs' terms: what the home exchanges, what scavenge sections carry from one to another, and what
   * keeps its temperature.
   */
  addReservoirs(home: LinearExchange, placeK: Float64Array): void {
    const { oil } = this.circuit;
    const { places, rhs } = this;
    const { values } = places.matrix;
    const knownK = (i: number) => (Number.isFinite(placeK[i]!) ? placeK[i]! : placeK[places.source]!);
    if (places.home !== places.source) {
      const homeK = knownK(places.home);
      const cp = oil.specificHeatJKgK(homeK);
      values[places.diagonal[places.home]!]! += home.conductanceWK / cp;
      rhs[places.home]! += home.gainW - home.conductanceWK * (homeK - oil.enthalpyJKg(homeK) / cp);
    }
    places.scavenged.forEach((s, i) => {
      const m = this.inflowKgS[s.from]!;
      values[places.diagonal[s.to]!]! += m;
      values[places.scavengeSlots[i]!]! -= m;
    });
    // A reservoir without inflow keeps its temperature.
    for (let i = 0; i < places.diagonal.length; i++)
      if (values[places.diagonal[i]!] === 0) {
        values[places.diagonal[i]!] = 1;
        rhs[i] = oil.enthalpyJKg(knownK(i));
      }
  }

  /** Solves for the enthalpies with the source held. @returns false where the rows have no one solution */
  solve(sumpK: number): boolean {
    const { places, rhs } = this;
    const { matrix, source } = places;
    places.holdRow(source);
    matrix.values[places.diagonal[source]!] = 1;
    rhs[source] = this.circuit.oil.enthalpyJKg(sumpK);
    if (!matrix.factor(false)) return false;
    matrix.solve(rhs, this.enthalpyJKg);
    return true;
  }
}
