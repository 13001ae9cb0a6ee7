import { actsAs, type Part, type PartOf } from '../document/parts/part';
import { bisect } from '../foundations/roots/bisection';
import { Law } from '../network/compile/law';
import type { CircuitSolver } from '../network/circuitSolver';
import { DRY_WITHIN_PA } from '../network/dryWithin';
import type { OperatingState } from '../network/solve/state';
import { STANDARD_GRAVITY_M_S2 } from '../foundations/units/conversions';
import { consumerHeatW, engineHeatW } from './conditions';
import { type Conditions } from './surroundings';
import { NO_FLOW_KG_S } from './enthalpyRows';
import { lineHeat, type LineHeat } from './lineHeat';

/** What a circuit's parts put into their oil, by kind of heat [W]. */
export interface HeatIn {
  /** Into the oil that passes the bearings and fed parts. */
  readonly bearingsW: number;
  readonly fedPartsW: number;
  /** What too little oil leaves to the metal around them: it goes to the home reservoir. */
  readonly metalW: number;
  /** What the engine gives besides: it goes to the home reservoir. */
  readonly engineW: number;
  readonly pumpingW: number;
  readonly radiantW: number;
}

/**
 * The most that a part without oil flow can be hotter than its oil [K]: its body conducts the rest away.
 * @source engineering judgement
 */
const DRY_BODY_K = 180;
/**
 * Conduction from a bearing's film into its metal where the part states none [W/K].
 * @source engineering judgement: a tenth of the usual
 */
const LEAST_METAL_WK = 0.1;
/**
 * A pump's body to the block that it is bolted to [W/K]: with nothing drawn the relief's oil goes round and heats it.
 * @source engineering judgement
 */
const PUMP_METAL_WK = 30;
/**
 * Oil that leaves a part this much hotter, most of the heat going into the metal, is too little [K].
 * @source engineering judgement
 */
const STARVED_RISE_K = 60;
/**
 * More heat goes into the metal than into the oil, and the oil is hot with what is left.
 * @param heatW all of it @param capacityWK ρ·cp·Q of the oil @param metalWK conductance to the metal
 */
export const isStarved = (heatW: number, capacityWK: number, metalWK: number): boolean =>
  capacityWK < metalWK && heatW / (capacityWK + metalWK) > STARVED_RISE_K;
/** A film's temperature is found to this [K]. */
const FILM_WITHIN_K = 0.01;

/**
 * Share of a heat that a flow takes up, the rest going into the metal.
 * @param capacityWK ρ·cp·Q ≥ 0
 * @param metalWK conductance to the metal ≥ 0
 * @source two conductances in parallel
 */
export const takenUp = (capacityWK: number, metalWK: number): number =>
  capacityWK > 0 ? capacityWK / (capacityWK + metalWK) : 0;

/**
 * Heat that each element puts into its oil at the solved flow: friction, fed parts, what the exhaust shines on lines,
 * and what is lost to throttling. Gathered once a pass, so that whoever reads it later reads the same.
 */
export class ElementHeat {
  /** By element, all of it [W]. */
  readonly heatW: Float64Array;
  readonly line: readonly (LineHeat | undefined)[];
  /**
   * By element, 1 where a bearing or fed part gives more heat to the metal around it than to its oil, and heats that
   * oil too far.
   */
  readonly starved: Uint8Array;
  private readonly fed: readonly (PartOf<'consumer'> | undefined)[];
  private readonly pumpEfficiency: Float64Array;
  /** 1 for a pump and for its relief, which may pass the same oil round and round. */
  private readonly aroundPump: Uint8Array;

  constructor(
    private readonly circuit: CircuitSolver,
    partOfElement: readonly (Part | undefined)[],
  ) {
    this.heatW = new Float64Array(partOfElement.length);
    this.starved = new Uint8Array(partOfElement.length);
    this.line = partOfElement.map(lineHeat);
    this.fed = partOfElement.map((part) => (actsAs(part, 'accessory') ? part : undefined));
    this.aroundPump = Uint8Array.from(partOfElement, (part) =>
      actsAs(part, 'pump') || actsAs(part, 'relief') ? 1 : 0,
    );
    this.pumpEfficiency = Float64Array.from(partOfElement, (part) =>
      actsAs(part, 'pump') ? part.mechanicalEfficiency : 1,
    );
  }

  /**
   * Fills {@link heatW} from the flow that the circuit was solved for last.
   * @param drawnKgS what the pump draws from its reservoir
   * @returns the sums by kind of heat
   */
  gather(state: OperatingState, { load }: Conditions, drawnKgS: number): HeatIn {
    const { project, compiled } = this.circuit;
    const { law } = compiled.network;
    const { throttling } = project.engine.heat;
    const drawn = takenUp(drawnKgS * this.circuit.oil.specificHeatJKgK(state.oilTemperatureK), PUMP_METAL_WK);
    let [bearingsW, fedPartsW, metalW, pumpingW, pumpMetalW, radiantW] = [0, 0, 0, 0, 0, 0];
    for (let e = 0; e < law.length; e++) {
      let heat = 0;
      this.starved[e] = 0;
      const capacity = this.capacityWK(e);
      const metalWK = this.bearingMetalWK(e);
      if (metalWK > 0 && capacity > 0) {
        const friction = this.frictionW(e, capacity, metalWK);
        const w = friction * takenUp(capacity, metalWK);
        bearingsW += w;
        metalW += friction - w;
        heat += w;
        this.starved[e] = isStarved(friction, capacity, metalWK) ? 1 : 0;
      }
      const fed = this.fed[e];
      if (fed && capacity > 0) {
        const all = consumerHeatW(fed, project, state.speedRevS, load);
        const w = all * takenUp(capacity, all / DRY_BODY_K);
        fedPartsW += w;
        metalW += all - w;
        heat += w;
        this.starved[e] = isStarved(all, capacity, all / DRY_BODY_K) ? 1 : 0;
      }
      const line = this.line[e];
      if (line && state.speedRevS > 0) {
        const all = line.radiantW * load;
        // What a line does not give its oil it gives back to the air.
        const w = all * takenUp(capacity, all / DRY_BODY_K);
        radiantW += w;
        heat += w;
      }
      if (throttling) {
        const all = this.lostW(e);
        const w = all * (this.aroundPump[e] === 1 ? drawn : 1);
        pumpingW += w;
        pumpMetalW += all - w;
        heat += w;
      }
      this.heatW[e] = heat;
    }
    const all = engineHeatW(project, state.speedRevS, load);
    const engineW = Math.max(0, all - bearingsW - fedPartsW - metalW);
    return { bearingsW, fedPartsW, metalW: metalW + pumpMetalW, pumpingW, radiantW, engineW };
  }

  /** True for a bearing or fed part that gets no oil. */
  isDry(e: number): boolean {
    return (
      (this.fed[e] !== undefined || this.circuit.compiled.network.bearing[e] !== undefined) && this.capacityWK(e) === 0
    );
  }

  /** ρ·cp·Q of an element's oil [W/K]; 0 for one that is dry, fed backwards, or shut off by the turning crank. */
  private capacityWK(e: number): number {
    const { oil, solver, compiled } = this.circuit;
    const ws = solver.workspace;
    const shutOff = compiled.network.law[e] === Law.crankFedRod && ws.opening[e] === 0;
    const flow = ws.flowM3S[e]!;
    if (shutOff || (compiled.network.oneWay[e] === 1 && (flow <= 0 || this.isUnfed(e)))) return 0;
    const kgS = ws.densityKgM3[e]! * Math.abs(flow);
    return kgS < NO_FLOW_KG_S ? 0 : kgS * oil.specificHeatJKgK(ws.temperatureK[e]!);
  }

  /** Fed with no pressure to speak of: the same limit as the verdict's. */
  private isUnfed(e: number): boolean {
    const { network } = this.circuit.compiled;
    const { pressurePa } = this.circuit.solver.workspace;
    const fedPart = this.fed[e] !== undefined || network.bearing[e] !== undefined;
    return fedPart && pressurePa[network.from[e]!]! - pressurePa[network.to[e]!]! < DRY_WITHIN_PA;
  }

  /** Conduction from a bearing row into the metal [W/K]; 0 for what is no bearing. */
  private bearingMetalWK(e: number): number {
    const { network } = this.circuit.compiled;
    const bearing = network.bearing[e];
    return bearing ? Math.max(LEAST_METAL_WK, bearing.metalConductanceWK) * network.count[e]! : 0;
  }

  /**
   * Friction of a bearing row [W]. Behind a crank's gate that is half shut the film gets less oil than its law was
   * solved with: it is hotter, thinner, and rubs less.
   */
  private frictionW(e: number, capacityWK: number, metalWK: number): number {
    const { oil, solver, compiled } = this.circuit;
    const { network } = compiled;
    const film = solver.workspace.film[e]!;
    const count = network.count[e]!;
    if (network.law[e] !== Law.crankFedRod || solver.workspace.opening[e] === 1) return film.frictionW * count;
    const inK = solver.workspace.temperatureK[e]!;
    const perViscosity = (film.frictionW / film.viscosityPaS) * count;
    const rise = (k: number) =>
      (network.bearing[e]!.filmHeatShare * perViscosity * oil.filmViscosityPaS(k)) / (capacityWK + metalWK);
    const { middle } = bisect(
      (k) => k - inK < rise(k),
      inK,
      inK + rise(inK),
      () => FILM_WITHIN_K,
      60,
    );
    return perViscosity * oil.filmViscosityPaS(middle);
  }

  /**
   * Pressure that an element turns into heat [W]: what its flow loses, or what a pump's shaft gives beyond the pressure
   * that leaves.
   */
  private lostW(e: number): number {
    const { network } = this.circuit.compiled;
    const ws = this.circuit.solver.workspace;
    const from = ws.pressurePa[network.from[e]!]!;
    const to = ws.pressurePa[network.to[e]!]!;
    const flow = ws.flowM3S[e]!;
    if (network.law[e] !== Law.pump)
      return Math.abs(flow * (from - to - ws.densityKgM3[e]! * STANDARD_GRAVITY_M_S2 * network.riseM[e]!));
    // Shaft power at the stroke that is filled.
    const shaftW = (ws.boundA[e]! * ws.opening[e]! * Math.max(0, to - from)) / this.pumpEfficiency[e]!;
    return Math.max(0, shaftW - flow * (to - from));
  }
}
