import { thermostatOf } from '../document/parts/part';
import type { Thermostat } from '../document/parts/thermostat';
import { Law } from '../network/compile/law';
import { thermostatOpening } from '../physics/laws/thermostat';
import type { CircuitSolver } from '../network/circuitSolver';
import type { SolveOutcome } from '../network/solve/stopping';
import { type OperatingState, type TemperatureField } from '../network/solve/state';
import { blockExchange, steadyCoolantK } from './conditions';
import { type Conditions } from './surroundings';
import { ElementHeat, type HeatIn } from './elementHeat';
import { EnthalpyRows, NO_FLOW_KG_S } from './enthalpyRows';
import { Exchange, type Surroundings } from './exchange';
import { ledgerOf, type HeatLedger } from './heatLedger';
import { homeExchange, type LinearExchange } from './homeReservoir';
import { ThermalPlaces } from './thermalPlaces';
import type { ThermalStores } from './thermalStores';

/** One pass's outcome. */
export interface PassOutcome {
  readonly hydraulic: SolveOutcome;
  /** Heat that the sump would gain at the temperature it is held at [W]. */
  readonly residualW: number;
  /** Largest change of any temperature against the pass before [K]. */
  readonly changeK: number;
}

/** Share of the way that a thermostat which is turned round goes to what it feels, in a pass. */
const TURNED_FOLLOWS = 0.2;

const NOTHING_YET: HeatIn = { bearingsW: 0, fedPartsW: 0, metalW: 0, engineW: 0, pumpingW: 0, radiantW: 0 };

/**
 * The heat balance around a circuit's flow: temperatures at every place for a stated sump temperature, and what the
 * sump then gains.
 *
 * Passes alternate with the flow: each solves the flow at the last temperatures, then the temperatures at that flow.
 * The parts of a pass: {@link ElementHeat} puts heat in, {@link Exchange} gives it away, {@link EnthalpyRows} finds the
 * temperatures, the ledger sums it up.
 */
export class HeatSolver {
  /** Temperature of every thermal unknown [K]. */
  readonly placeK: Float64Array;
  readonly field: { readonly elementK: Float64Array; readonly opening: Float64Array };
  /** Of the last pass. */
  ledger: HeatLedger;
  /** Outlet temperature of every element, and what its own balance gives where it is held otherwise [K]. */
  readonly outK: Float64Array;
  readonly freeOutK: Float64Array;
  /** Which temperature belongs to which place of the circuit. */
  readonly places: ThermalPlaces;
  readonly thermostats: readonly (Thermostat & { readonly element: number })[];

  private readonly sources: ElementHeat;
  private readonly exchange: Exchange;
  private readonly rows: EnthalpyRows;
  /** By element, what a cooler or a line gives away [W]. */
  private readonly exchangeW: Float64Array;
  /** What the last pass changed, by place and by element's outlet [K]. */
  private readonly placeStepK: Float64Array;
  private readonly outStepK: Float64Array;

  constructor(readonly circuit: CircuitSolver) {
    const { compiled, variant } = circuit;
    const elements = compiled.network.law.length;
    const byId = new Map(variant.circuit.parts.map((p) => [p.id, p]));
    const partOfElement = compiled.network.elementName.map((_, e) => byId.get(compiled.partOfElement[e]!));
    this.thermostats = compiled.network.elementName.flatMap((_, element) => {
      const part = partOfElement[element];
      const thermostat = compiled.network.law[element] === Law.thermostatPath && part ? thermostatOf(part) : undefined;
      return thermostat ? [{ ...thermostat, element }] : [];
    });
    this.places = new ThermalPlaces(circuit);
    this.sources = new ElementHeat(circuit, partOfElement);
    this.exchange = new Exchange(circuit, partOfElement, this.sources.line);
    this.rows = new EnthalpyRows(circuit, this.places, this.exchange);
    this.placeStepK = new Float64Array(this.places.count);
    this.outStepK = new Float64Array(elements);
    this.placeK = new Float64Array(this.places.count).fill(NaN);
    this.outK = new Float64Array(elements);
    this.freeOutK = new Float64Array(elements);
    this.exchangeW = new Float64Array(elements);
    this.field = { elementK: new Float64Array(elements), opening: new Float64Array(elements).fill(NaN) };
    this.ledger = { ...NOTHING_YET, exchangeW: this.exchangeW, panW: 0, coolantW: 0 };
  }

  /** By element, 1 where a bearing or fed part has too little oil for its heat. */
  get starved(): Uint8Array {
    return this.sources.starved;
  }

  get coolers(): Exchange['coolers'] {
    return this.exchange.coolers;
  }

  /** Coolers whose rating no exchanger could do. */
  get impossibleCoolers(): readonly string[] {
    return this.exchange.impossibleCoolers;
  }

  /** Starts from one temperature everywhere. */
  startAt(temperatureK: number): void {
    this.placeK.fill(temperatureK);
    this.outK.fill(temperatureK);
    this.exchange.startAt(temperatureK);
    this.field.opening.fill(NaN);
    this.circuit.solver.reset();
  }

  /**
   * One pass: the flow at the last temperatures, then the temperatures at that flow with the sump held.
   * @param sumpK held temperature of the reservoir that feeds the pump
   * @param stores of a transient; undefined for a steady pass
   */
  pass(state: OperatingState, conditions: Conditions, sumpK: number, stores?: ThermalStores): PassOutcome {
    this.setElementTemperatures(sumpK);
    // A run in time sets its own, with their play.
    if (stores?.coolantK == null) this.setOpenings();
    const { circuit, places } = this;
    const { heat } = circuit.project.engine;
    const loaded = { ...state, load: conditions.load };
    const hydraulic = circuit.solver.solve(circuit.oil, loaded, this.field as TemperatureField, 1);
    if (hydraulic.status !== 'converged') return { hydraulic, residualW: NaN, changeK: NaN };
    const coolantK = stores?.coolantK ?? steadyCoolantK(circuit.project, state.speedRevS, conditions.airTemperatureK);
    const surroundings = { ...conditions, coolantK, atmospherePa: state.atmospherePa };
    const heatIn = this.sources.gather(state, conditions, this.drawnKgS());
    const strayW = this.rows.addElements({
      heatW: this.sources.heatW,
      surroundings,
      sumpK,
      placeK: this.placeK,
      heldOutK: stores?.coolerOutK,
    });
    const givenW = { engineW: heatIn.engineW + heatIn.metalW, strayW };
    const block = blockExchange(circuit.project, state.speedRevS, conditions, stores?.coolantK ?? null);
    const home = homeExchange(heat, conditions, givenW, stores?.metalK ?? null, block);
    this.rows.addReservoirs(home, this.placeK);
    const solved = this.rows.solve(sumpK);
    const changeK = solved ? this.readTemperatures(surroundings, stores) : NaN;
    const homeK = places.home === places.source ? sumpK : this.placeK[places.home]!;
    this.ledger = ledgerOf(heatIn, this.exchangeW, { heat, conditions, homeK, block });
    return { hydraulic, residualW: this.residualW(sumpK, home), changeK };
  }

  /**
   * Repeats the last pass's step by a multiple. Where the steps shrink by a constant ratio,
   * this reaches their limit. The result is a start for the next pass, never an answer.
   */
  goOn(multiple: number): void {
    for (let i = 0; i < this.placeK.length; i++)
      if (Number.isFinite(this.placeStepK[i]!)) this.placeK[i]! += multiple * this.placeStepK[i]!;
    for (const { element } of this.coolers)
      if (Number.isFinite(this.outStepK[element]!)) this.outK[element]! += multiple * this.outStepK[element]!;
  }

  /** Puts fans' switches at the outlets as they are now. */
  putSwitches(): void {
    for (const { element } of this.coolers) this.exchange.putSwitch(element, this.outK[element]!);
  }

  /** True for a bearing or fed part that gets no oil: dry, fed backwards, or shut off by the turning crank. */
  isDry(e: number): boolean {
    return this.sources.isDry(e);
  }

  /** The element whose oil leaves hottest, of those that carry any. */
  hottestOutlet(): { readonly element: number; readonly temperatureK: number } | undefined {
    let hottest: { element: number; temperatureK: number } | undefined;
    for (let e = 0; e < this.outK.length; e++)
      if (this.massFlowKgS(e) >= NO_FLOW_KG_S && this.outK[e]! > (hottest?.temperatureK ?? -Infinity))
        hottest = { element: e, temperatureK: this.outK[e]! };
    return hottest;
  }

  /** Temperature at a node of the network [K]. */
  nodeK(node: number): number {
    return this.placeK[this.places.unknownOfNode[node]!]!;
  }

  /** Temperature of the oil that enters an element, whichever way it flows [K]. */
  inletK(e: number): number {
    return this.placeK[this.upstream(e)]!;
  }

  /** Place from which the oil in an element comes, whichever way it flows. */
  upstream(e: number): number {
    const { network } = this.circuit.compiled;
    const forward = this.circuit.solver.workspace.flowM3S[e]! >= 0;
    return this.places.unknownOfNode[forward ? network.from[e]! : network.to[e]!]!;
  }

  /** Place to which the oil in an element goes. */
  downstream(e: number): number {
    const { network } = this.circuit.compiled;
    const forward = this.circuit.solver.workspace.flowM3S[e]! >= 0;
    return this.places.unknownOfNode[forward ? network.to[e]! : network.from[e]!]!;
  }

  /** What leaves the source reservoir [kg/s]. */
  private drawnKgS(): number {
    const { network } = this.circuit.compiled;
    const { unknownOfNode, source } = this.places;
    const { flowM3S, densityKgM3 } = this.circuit.solver.workspace;
    let sum = 0;
    for (let e = 0; e < flowM3S.length; e++) {
      // What falls into it does not come back, apart from a valve's leak.
      if (network.oneWay[e] === 1) continue;
      const out = unknownOfNode[network.from[e]!] === source ? 1 : unknownOfNode[network.to[e]!] === source ? -1 : 0;
      sum += Math.max(0, out * flowM3S[e]! * densityKgM3[e]!);
    }
    return sum < NO_FLOW_KG_S ? 0 : sum;
  }

  massFlowKgS(e: number): number {
    const ws = this.circuit.solver.workspace;
    return ws.densityKgM3[e]! * Math.abs(ws.flowM3S[e]!);
  }

  /** Thermostats sense at their own inlet, also where oil comes to them from the other side. */
  private setOpenings(): void {
    const { network } = this.circuit.compiled;
    const { flowM3S } = this.circuit.solver.workspace;
    for (const { element, opensK, fullK } of this.thermostats) {
      const sensedK = this.nodeK(network.from[element]!);
      if (!(flowM3S[element]! < 0 && Number.isFinite(sensedK))) {
        this.field.opening[element] = NaN;
        continue;
      }
      // What it lets through changes what it feels, so it follows only part of the way: otherwise the passes would oscillate.
      const wanted = thermostatOpening(sensedK, opensK, fullK);
      const before = this.field.opening[element]!;
      this.field.opening[element] = Number.isNaN(before) ? wanted : before + TURNED_FOLLOWS * (wanted - before);
    }
  }

  private setElementTemperatures(sumpK: number): void {
    const { elementK } = this.field;
    this.placeK[this.places.source] = sumpK;
    for (let e = 0; e < elementK.length; e++) {
      const inK = this.inletK(e);
      const own = Number.isFinite(inK) ? inK : sumpK;
      elementK[e] = this.exchange.isCore(e)
        ? 0.5 * (own + (Number.isFinite(this.outK[e]!) ? this.outK[e]! : own))
        : own;
    }
  }

  /** Reads temperatures from the solved enthalpies. @returns largest change against the pass before [K] */
  private readTemperatures(surroundings: Surroundings, stores: ThermalStores | undefined): number {
    const { oil } = this.circuit;
    let changeK = 0;
    for (let i = 0; i < this.placeK.length; i++) {
      const found = oil.temperatureK(this.rows.enthalpyJKg[i]!);
      this.placeStepK[i] = found - this.placeK[i]!;
      const change = Math.abs(this.placeStepK[i]!);
      if (!(change <= changeK)) changeK = change;
      this.placeK[i] = found;
    }
    for (const { element } of this.coolers) this.outStepK[element] = -this.outK[element]!;
    this.readOutlets(surroundings, stores);
    for (const { element } of this.coolers) {
      this.outStepK[element]! += this.outK[element]!;
      changeK = Math.max(changeK, this.exchange.followOutlet(element, this.outK[element]!, surroundings.roadSpeedMS));
    }
    return changeK;
  }

  /** Outlet temperatures and what coolers and lines give away. */
  private readOutlets(surroundings: Surroundings, stores: ThermalStores | undefined): void {
    const { oil, compiled } = this.circuit;
    this.exchangeW.fill(0);
    for (let e = 0; e < compiled.network.law.length; e++) {
      const u = this.upstream(e);
      const inK = this.placeK[u]!;
      const m = this.massFlowKgS(e);
      if (m < NO_FLOW_KG_S) {
        this.outK[e] = inK;
        continue;
      }
      const k = this.exchange.conductanceWK(e, m, inK, surroundings);
      const awayW = k > 0 ? k * (inK - this.exchange.ambientK(e, surroundings)) : 0;
      this.exchangeW[e] = awayW;
      this.freeOutK[e] = oil.temperatureK(this.rows.enthalpyJKg[u]! + (this.sources.heatW[e]! - awayW) / m);
      const held = stores ? stores.coolerOutK[e]! : NaN;
      this.outK[e] = Number.isNaN(held) ? this.freeOutK[e]! : held;
    }
  }

  /** What the sump gains at the temperature that it is held at [W]. */
  private residualW(sumpK: number, home: LinearExchange): number {
    const { oil, compiled } = this.circuit;
    const { places } = this;
    const own = oil.enthalpyJKg(sumpK);
    let residual = 0;
    for (let e = 0; e < compiled.network.law.length; e++) {
      const m = this.massFlowKgS(e);
      if (m < NO_FLOW_KG_S || this.downstream(e) !== places.source || this.upstream(e) === places.source) continue;
      residual += m * (oil.enthalpyJKg(this.outK[e]!) - own);
    }
    for (const s of places.scavenged)
      if (s.to === places.source) residual += this.rows.inflowKgS[s.from]! * (this.rows.enthalpyJKg[s.from]! - own);
    return places.home === places.source ? residual + (home.gainW - home.conductanceWK * sumpK) : residual;
  }
}
