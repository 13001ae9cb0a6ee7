import type { Part } from '../document/parts/part';
import { Law } from '../network/compile/law';
import type { CircuitSolver } from '../network/circuitSolver';
import type { SolveOutcome } from '../network/solve/solver';
import { type OperatingState, type TemperatureField } from '../network/solve/state';
import { consumerHeatW, engineHeatW, windConductanceWK, type Conditions } from './conditions';
import {
  coolerAmbientK,
  coolerConductance,
  coolerExchangeWK,
  meanSpecificHeat,
  type CoolerConductance,
} from './coolers';
import { singleStreamEffectiveness } from '../physics/laws/effectiveness';
import { FanSwitches } from './fanSwitches';
import type { HeatLedger } from './heatLedger';
import { lineHeat, type LineHeat } from './lineHeat';
import { ThermalPlaces } from './thermalPlaces';
import type { ThermalStores } from './thermalStores';
import { STANDARD_GRAVITY_M_S2 } from '../physics/standardGravity';
import { DEFAULT_AIR_COOLING, DEFAULT_LIQUID_COOLING } from '../document/parts/cooling';

/** Mass flow below which an element carries no heat [kg/s]. */
const NO_FLOW_KG_S = 1e-9;
/** Exchange that gives a dead end its neighbour's temperature [kg/s]: too small to see in any balance. */
const TRICKLE_KG_S = 1e-9;

/** One pass's outcome. */
export interface PassOutcome {
  readonly hydraulic: SolveOutcome;
  /** Heat that the sump would gain at the temperature it is held at [W]. */
  readonly residualW: number;
  /** Largest change of any temperature against the pass before [K]. */
  readonly changeK: number;
}

/**
 * The heat balance around a circuit's flow: temperatures at every place for a stated sump temperature, and what the sump then gains.
 *
 * Enthalpies are upwind: at a place, Σ m·h_out of what comes in = h·Σ m. An element adds its heat and its dissipation and gives
 * k·(T_in − T_ambient) away, k taken at the last temperatures and applied implicitly, so that a trickle never blows up.
 * Passes alternate with the flow: each solves the flow at the last temperatures, then the temperatures at that flow.
 *
 * @source steady energy balance, first-order upwind (closed form for mixing)
 */
export class HeatSolver {
  /** Temperature of every thermal unknown [K]. */
  readonly placeK: Float64Array;
  readonly field: { readonly elementK: Float64Array; readonly opening: Float64Array };
  readonly ledger: HeatLedger;
  /** Outlet temperature of every element, and what its own balance gives where it is held otherwise [K]. */
  readonly outK: Float64Array;
  readonly freeOutK: Float64Array;
  private readonly switches: FanSwitches;
  /** Which temperature belongs to which place of the circuit. */
  readonly places: ThermalPlaces;
  /** Coolers whose rating no exchanger could do. */
  readonly impossibleCoolers: readonly string[];
  readonly coolers: readonly { readonly element: number; readonly part: Part }[];

  /** Heat of elements that lie in one place, or carry nothing: it goes to the home reservoir [W]. */
  private strayW = 0;
  /** What the last pass changed, by place and by element's outlet [K]. */
  private readonly placeStepK: Float64Array;
  private readonly outStepK: Float64Array;
  private readonly rhs: Float64Array;
  private readonly enthalpy: Float64Array;
  private readonly inflowKgS: Float64Array;
  private readonly line: readonly (LineHeat | undefined)[];
  private readonly cooler: readonly (CoolerConductance | undefined)[];
  private readonly fed: readonly (Extract<Part, { kind: 'consumer' }> | undefined)[];
  private readonly pumpEfficiency: Float64Array;

  constructor(readonly circuit: CircuitSolver) {
    const { compiled, variant } = circuit;
    const { network } = compiled;
    const parts = variant.circuit.parts;
    const elements = network.law.length;
    this.places = new ThermalPlaces(circuit);
    const n = this.places.count;
    this.placeStepK = new Float64Array(n);
    this.outStepK = new Float64Array(elements);
    this.rhs = new Float64Array(n);
    this.enthalpy = new Float64Array(n);
    this.inflowKgS = new Float64Array(n);
    this.placeK = new Float64Array(n).fill(NaN);
    this.outK = new Float64Array(elements);
    this.freeOutK = new Float64Array(elements);
    this.switches = new FanSwitches(elements);
    this.field = { elementK: new Float64Array(elements), opening: new Float64Array(elements).fill(NaN) };
    this.ledger = {
      bearingsW: 0,
      fedPartsW: 0,
      engineW: 0,
      pumpingW: 0,
      radiantW: 0,
      exchangeW: new Float64Array(elements),
      panW: 0,
      coolantW: 0,
    };

    const byId = new Map(parts.map((p) => [p.id, p]));
    const partOf = (e: number) => byId.get(compiled.partOfElement[e]!);
    const role = (e: number, wanted: string) =>
      compiled.elementsOfPart.get(compiled.partOfElement[e]!)?.get(wanted) === e;
    const impossible: string[] = [];
    this.line = network.elementName.map((_, e) => lineHeat(partOf(e)));
    this.cooler = network.elementName.map((_, e) => {
      const part = partOf(e);
      if (part?.kind !== 'cooler' || !(role(e, '') || role(e, 'core'))) return undefined;
      const found = coolerConductance(
        part.cooling ?? (part.medium === 'air' ? DEFAULT_AIR_COOLING : DEFAULT_LIQUID_COOLING),
        circuit.oil,
      );
      if (!found) impossible.push(part.id);
      return found;
    });
    this.coolers = this.cooler.flatMap((c, e) => (c ? [{ element: e, part: partOf(e)! }] : []));
    this.impossibleCoolers = impossible;
    this.fed = network.elementName.map((_, e) => {
      const part = partOf(e);
      return part?.kind === 'consumer' ? part : undefined;
    });
    this.pumpEfficiency = Float64Array.from(network.elementName, (_, e) => {
      const part = partOf(e);
      return part?.kind === 'pump' ? part.mechanicalEfficiency : 1;
    });
  }

  /** Starts from one temperature everywhere. */
  startAt(temperatureK: number): void {
    this.placeK.fill(temperatureK);
    this.outK.fill(temperatureK);
    this.switches.startAt(temperatureK);
    this.field.opening.fill(NaN);
    this.circuit.solver.reset();
  }

  /**
   * One pass: the flow at the last temperatures, then the temperatures at that flow with the sump held.
   * @param sumpK held temperature of the reservoir that feeds the pump @param stores of a transient; undefined for a steady pass
   */
  pass(state: OperatingState, conditions: Conditions, sumpK: number, stores?: ThermalStores): PassOutcome {
    this.setElementTemperatures(sumpK);
    const hydraulic = this.circuit.solver.solve(this.circuit.oil, state, this.field as TemperatureField, 1);
    if (hydraulic.status !== 'converged') return { hydraulic, residualW: NaN, changeK: NaN };
    const changeK = this.solveTemperatures(state, conditions, sumpK, stores);
    return { hydraulic, residualW: this.residualW(conditions, sumpK, stores), changeK };
  }

  /**
   * Goes on as the last pass went, by a multiple of its step: where passes creep up on their rest by a constant ratio, this is the rest.
   * What is found this way is a start for the next pass, never an answer.
   */
  goOn(multiple: number): void {
    for (let i = 0; i < this.placeK.length; i++)
      if (Number.isFinite(this.placeStepK[i]!)) this.placeK[i]! += multiple * this.placeStepK[i]!;
    for (const { element } of this.coolers)
      if (Number.isFinite(this.outStepK[element]!)) this.outK[element]! += multiple * this.outStepK[element]!;
  }

  /** Temperature at a node of the network [K]. */
  nodeK(node: number): number {
    return this.placeK[this.places.unknownOfNode[node]!]!;
  }

  /** Temperature of the oil that enters an element, whichever way it flows [K]. */
  inletK(e: number): number {
    return this.placeK[this.upstream(e)]!;
  }

  private upstream(e: number): number {
    const { network } = this.circuit.compiled;
    return this.places.unknownOfNode[
      this.circuit.solver.workspace.flowM3S[e]! >= 0 ? network.from[e]! : network.to[e]!
    ]!;
  }

  private setElementTemperatures(sumpK: number): void {
    const { elementK } = this.field;
    this.placeK[this.places.source] = sumpK;
    for (let e = 0; e < elementK.length; e++) {
      const inK = this.inletK(e);
      const own = Number.isFinite(inK) ? inK : sumpK;
      elementK[e] = this.cooler[e] ? 0.5 * (own + (Number.isFinite(this.outK[e]!) ? this.outK[e]! : own)) : own;
    }
  }

  /** Assembles and solves the enthalpies. @returns largest change of temperature */
  private solveTemperatures(
    state: OperatingState,
    conditions: Conditions,
    sumpK: number,
    stores: ThermalStores | undefined,
  ): number {
    const { network } = this.circuit.compiled;
    const { oil, project, solver } = this.circuit;
    const ws = solver.workspace;
    const { values } = this.places.matrix;
    const { ledger, rhs } = this;
    const { slots } = this.places;
    values.fill(0);
    rhs.fill(0);
    this.inflowKgS.fill(0);
    ledger.bearingsW = ledger.fedPartsW = ledger.pumpingW = ledger.radiantW = 0;
    let strayW = 0;
    const surroundings = { ...conditions, coolantK: project.engine.heat.coolantK, atmospherePa: state.atmospherePa };
    for (let e = 0; e < network.law.length; e++) {
      const flow = ws.flowM3S[e]!;
      const forward = flow >= 0;
      const [toTo, toFrom, fromFrom, fromTo] = [slots[4 * e]!, slots[4 * e + 1]!, slots[4 * e + 2]!, slots[4 * e + 3]!];
      const a = this.places.unknownOfNode[network.from[e]!]!;
      const b = this.places.unknownOfNode[network.to[e]!]!;
      const m = ws.densityKgM3[e]! * Math.abs(flow);
      const heat = this.heatOf(e, state, conditions);
      ledger.exchangeW[e] = 0;
      if (a === b) {
        strayW += heat;
        continue;
      }
      if (m < NO_FLOW_KG_S) {
        strayW += heat;
        values[toTo]! += TRICKLE_KG_S;
        values[toFrom]! -= TRICKLE_KG_S;
        values[fromFrom]! += TRICKLE_KG_S;
        values[fromTo]! -= TRICKLE_KG_S;
        continue;
      }
      const u = forward ? a : b;
      const d = forward ? b : a;
      const inK = Number.isFinite(this.placeK[u]!) ? this.placeK[u]! : sumpK;
      const stored = stores ? stores.coolerOutK[e]! : NaN;
      values[forward ? toTo : fromFrom]! += m;
      this.inflowKgS[d]! += m;
      if (!Number.isNaN(stored)) {
        // Its oil and metal hold the outlet for the length of a step.
        rhs[d]! += m * oil.enthalpyJKg(stored);
        continue;
      }
      const cp = oil.specificHeatJKgK(inK);
      const k = this.exchangeWK(e, m, inK, surroundings);
      const ambientK = this.ambientK(e, surroundings);
      values[forward ? toFrom : fromTo]! -= m - k / cp;
      rhs[d]! += heat - k * (inK - oil.enthalpyJKg(inK) / cp - ambientK);
    }
    this.addStores(state, conditions, strayW, stores);
    const source = this.places.diagonal[this.places.source]!;
    this.places.holdRow(this.places.source);
    values[source] = 1;
    rhs[this.places.source] = oil.enthalpyJKg(sumpK);
    if (!this.places.matrix.factor(false)) return NaN;
    this.places.matrix.solve(rhs, this.enthalpy);
    let changeK = 0;
    for (let i = 0; i < this.placeK.length; i++) {
      const found = oil.temperatureK(this.enthalpy[i]!);
      this.placeStepK[i] = found - this.placeK[i]!;
      const change = Math.abs(this.placeStepK[i]!);
      if (!(change <= changeK)) changeK = change;
      this.placeK[i] = found;
    }
    for (const { element } of this.coolers) this.outStepK[element] = -this.outK[element]!;
    this.readExchange(state, conditions, stores);
    for (const { element } of this.coolers) {
      this.outStepK[element]! += this.outK[element]!;
      changeK = Math.max(
        changeK,
        this.switches.follow(element, this.outK[element]!, this.cooler[element]!.cooling, conditions.roadSpeedMS),
      );
    }
    return changeK;
  }

  /** What belongs to the reservoirs: the rest of the engine's heat, pan and block; and what scavenge sections carry from one to the other. */
  private addStores(
    state: OperatingState,
    conditions: Conditions,
    strayW: number,
    stores: ThermalStores | undefined,
  ): void {
    const { project, oil } = this.circuit;
    const { ledger } = this;
    const all = engineHeatW(project, state.speedRevS, conditions.load);
    ledger.engineW = Math.max(0, all - ledger.bearingsW - ledger.fedPartsW);
    this.strayW = strayW;
    const home = this.places.home;
    if (home !== this.places.source) {
      const homeK = Number.isFinite(this.placeK[home]!) ? this.placeK[home]! : this.placeK[this.places.source]!;
      const cp = oil.specificHeatJKgK(homeK);
      const { conductance, gainW } = this.homeTerms(conditions, stores);
      this.places.matrix.values[this.places.diagonal[home]!]! += conductance / cp;
      this.rhs[home]! += gainW - conductance * (homeK - oil.enthalpyJKg(homeK) / cp);
    }
    this.places.scavenged.forEach((s, i) => {
      const m = this.inflowKgS[s.from]!;
      this.places.matrix.values[this.places.diagonal[s.to]!]! += m;
      this.places.matrix.values[this.places.scavengeSlots[i]!]! -= m;
    });
    // A reservoir that nothing comes to keeps what it had.
    for (let i = 0; i < this.places.diagonal.length; i++)
      if (this.places.matrix.values[this.places.diagonal[i]!] === 0) {
        this.places.matrix.values[this.places.diagonal[i]!] = 1;
        this.rhs[i] = oil.enthalpyJKg(
          Number.isFinite(this.placeK[i]!) ? this.placeK[i]! : this.placeK[this.places.source]!,
        );
      }
  }

  /** What the home reservoir exchanges: conductance in all [W/K], and what it would gain at 0 K over its own temperature [W]. */
  private homeTerms(
    conditions: Conditions,
    stores: ThermalStores | undefined,
  ): { readonly conductance: number; readonly gainW: number } {
    const { heat } = this.circuit.project.engine;
    const pan = windConductanceWK(heat.panConductanceWK, conditions.roadSpeedMS);
    const metalK = stores?.metalK ?? null;
    const metal = metalK === null ? 0 : heat.metalConductanceWK;
    return {
      conductance: pan + heat.blockConductanceWK + metal,
      gainW:
        (metalK === null ? this.ledger.engineW : metal * metalK) +
        this.strayW +
        pan * conditions.airTemperatureK +
        heat.blockConductanceWK * heat.coolantK,
    };
  }

  /** What the sump gains at the temperature that it is held at. */
  private residualW(conditions: Conditions, sumpK: number, stores: ThermalStores | undefined): number {
    const { network } = this.circuit.compiled;
    const { oil, solver } = this.circuit;
    const ws = solver.workspace;
    const own = oil.enthalpyJKg(sumpK);
    let residual = 0;
    for (let e = 0; e < network.law.length; e++) {
      const m = ws.densityKgM3[e]! * Math.abs(ws.flowM3S[e]!);
      if (m < NO_FLOW_KG_S) continue;
      const forward = ws.flowM3S[e]! >= 0;
      const u = this.places.unknownOfNode[forward ? network.from[e]! : network.to[e]!]!;
      const d = this.places.unknownOfNode[forward ? network.to[e]! : network.from[e]!]!;
      if (u === d) continue;
      if (d === this.places.source) residual += m * (oil.enthalpyJKg(this.outK[e]!) - own);
    }
    this.places.scavenged.forEach((s) => {
      if (s.to === this.places.source) residual += this.inflowKgS[s.from]! * (this.enthalpy[s.from]! - own);
    });
    const homeK = this.places.home === this.places.source ? sumpK : this.placeK[this.places.home]!;
    const { heat } = this.circuit.project.engine;
    this.ledger.panW =
      windConductanceWK(heat.panConductanceWK, conditions.roadSpeedMS) * (homeK - conditions.airTemperatureK);
    this.ledger.coolantW = heat.blockConductanceWK * (homeK - heat.coolantK);
    if (this.places.home === this.places.source) {
      const { conductance, gainW } = this.homeTerms(conditions, stores);
      residual += gainW - conductance * sumpK;
    }
    return residual;
  }

  /** Heat that an element puts into its oil, dissipation and what shines on it included; kept in the ledger [W]. */
  private heatOf(e: number, state: OperatingState, conditions: Conditions): number {
    const { network } = this.circuit.compiled;
    const { project, solver } = this.circuit;
    const ws = solver.workspace;
    let heat = 0;
    const film = ws.film[e];
    if (film) {
      const friction = film.frictionW * network.count[e]!;
      this.ledger.bearingsW += friction;
      heat += friction;
    }
    const fed = this.fed[e];
    if (fed) {
      const w = consumerHeatW(fed, project, state.speedRevS, conditions.load);
      this.ledger.fedPartsW += w;
      heat += w;
    }
    const line = this.line[e];
    if (line && line.radiantW > 0 && state.speedRevS > 0) {
      const w = line.radiantW * conditions.load;
      this.ledger.radiantW += w;
      heat += w;
    }
    if (project.engine.heat.throttling) {
      const from = ws.pressurePa[network.from[e]!]!;
      const to = ws.pressurePa[network.to[e]!]!;
      const flow = ws.flowM3S[e]!;
      const lost =
        network.law[e] === Law.pump
          ? // Shaft power at the stroke that is filled, less what leaves as pressure.
            Math.max(
              0,
              (ws.boundA[e]! * ws.opening[e]! * Math.max(0, to - from)) / this.pumpEfficiency[e]! - flow * (to - from),
            )
          : Math.abs(flow * (from - to - ws.densityKgM3[e]! * STANDARD_GRAVITY_M_S2 * network.riseM[e]!));
      this.ledger.pumpingW += lost;
      heat += lost;
    }
    return heat;
  }

  private exchangeWK(
    e: number,
    massFlowKgS: number,
    inK: number,
    s: Conditions & { readonly coolantK: number; readonly atmospherePa: number },
  ): number {
    const cooler = this.cooler[e];
    if (cooler) return coolerExchangeWK(cooler, this.circuit.oil, massFlowKgS, inK, this.switches.feltK[e]!, s);
    const line = this.line[e];
    if (!line || line.conductanceWK === 0) return 0;
    const capacity = massFlowKgS * meanSpecificHeat(this.circuit.oil, inK, s.airTemperatureK);
    return singleStreamEffectiveness(windConductanceWK(line.conductanceWK, s.roadSpeedMS) / capacity) * capacity;
  }

  private ambientK(e: number, s: Conditions & { readonly coolantK: number; readonly atmospherePa: number }): number {
    const cooler = this.cooler[e];
    return cooler ? coolerAmbientK(cooler.cooling, s) : s.airTemperatureK;
  }

  /** Outlet temperatures and what coolers and lines give away, from the solved enthalpies. */
  private readExchange(state: OperatingState, conditions: Conditions, stores: ThermalStores | undefined): void {
    const { network } = this.circuit.compiled;
    const { oil, project, solver } = this.circuit;
    const ws = solver.workspace;
    const surroundings = { ...conditions, coolantK: project.engine.heat.coolantK, atmospherePa: state.atmospherePa };
    // Heats were summed while the rows were made: they are not counted twice here.
    const { bearingsW, fedPartsW, pumpingW, radiantW } = this.ledger;
    for (let e = 0; e < network.law.length; e++) {
      const u = this.upstream(e);
      const inK = this.placeK[u]!;
      const m = ws.densityKgM3[e]! * Math.abs(ws.flowM3S[e]!);
      if (m < NO_FLOW_KG_S) {
        this.outK[e] = inK;
        continue;
      }
      const stored = stores ? stores.coolerOutK[e]! : NaN;
      const k = this.exchangeWK(e, m, inK, surroundings);
      const away = k * (inK - this.ambientK(e, surroundings));
      this.ledger.exchangeW[e] = k > 0 ? away : 0;
      this.freeOutK[e] = oil.temperatureK(
        this.enthalpy[u]! + (this.heatOf(e, state, conditions) - (k > 0 ? away : 0)) / m,
      );
      this.outK[e] = Number.isNaN(stored) ? this.freeOutK[e]! : stored;
    }
    Object.assign(this.ledger, { bearingsW, fedPartsW, pumpingW, radiantW });
  }
}
