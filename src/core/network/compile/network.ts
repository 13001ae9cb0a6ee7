import type { JournalBearing } from '../../physics/laws/journalBearing';
import type { CrankDrilling } from '../../physics/laws/crankDrilling';
import { Law, parameterCount, writeParameters, type LawName, type LawParameters } from './law';

declare const nodeBrand: unique symbol;
declare const elementBrand: unique symbol;
export type NodeIndex = number & { readonly [nodeBrand]: true };
export type ElementIndex = number & { readonly [elementBrand]: true };

/** What an element of any law is handed to the builder with. */
export interface ElementPlace {
  readonly name: string;
  readonly from: NodeIndex;
  readonly to: NodeIndex;
  /** Identical ones in parallel; default 1. */
  readonly count?: number;
  /** Height gained from `from` to `to` [m]; default from the nodes. 0 for what discharges at its own height. */
  readonly riseM?: number;
  /** Discharges into the crankcase and never draws oil back. */
  readonly oneWay?: boolean;
  /** Where a valve or a regulator senses; default: its own ports. */
  readonly sense?: NodeIndex;
  readonly bearing?: JournalBearing;
  /** Speed of the bearing's journal per engine speed. */
  readonly bearingSpeedRatio?: number;
  readonly drilling?: CrankDrilling;
}

/** An element's law with its numbers by name. */
export type LawSpec = { [L in LawName]: { readonly law: L; readonly parameters: LawParameters<L> } }[LawName];

/** An element as it is handed to the builder. */
export type ElementSpec = ElementPlace & LawSpec;

/** What of the engine a state's own numbers follow from: load and free air at a speed. */
export interface EngineRunning {
  readonly idleRevS: number;
  readonly maximumRevS: number;
  /** Free air in the oil by volume, at air pressure; absent: none is reckoned with. */
  readonly freeAir?: { readonly atIdleShare: number; readonly atRedlineShare: number } | undefined;
}

/** A compiled network: structure of arrays, nothing that changes while solving. */
export interface Network {
  readonly nodeName: readonly string[];
  /** 1 where the pressure is held (a reservoir). */
  readonly nodeHeld: Uint8Array;
  readonly heldPressurePa: Float64Array;
  readonly elevationM: Float64Array;
  /** Flow fed into a node from outside [m³/s]; a draw is negative. */
  readonly inflowM3S: Float64Array;
  readonly elementName: readonly string[];
  readonly law: Uint8Array;
  readonly from: Int32Array;
  readonly to: Int32Array;
  /** −1 where the element senses at its own ports. */
  readonly sense: Int32Array;
  readonly count: Float64Array;
  readonly riseM: Float64Array;
  readonly oneWay: Uint8Array;
  readonly parameterStart: Int32Array;
  readonly parameters: Float64Array;
  readonly bearing: readonly (JournalBearing | undefined)[];
  readonly bearingSpeedRatio: Float64Array;
  readonly drilling: readonly (CrankDrilling | undefined)[];
  /** Absent for a network that is no engine's: full load, no air. */
  readonly running?: EngineRunning | undefined;
}

/** Collects nodes and elements and freezes them into a {@link Network}. */
export class NetworkBuilder {
  private readonly names: string[] = [];
  private readonly held: (number | undefined)[] = [];
  private readonly elevations: number[] = [];
  private readonly inflows: number[] = [];
  private readonly specs: ElementSpec[] = [];

  /** @param heldPa pressure of a reservoir [Pa gauge]; undefined for a free node @param inflowM3S from outside */
  addNode(name: string, elevationM = 0, heldPa?: number, inflowM3S = 0): NodeIndex {
    this.names.push(name);
    this.held.push(heldPa);
    this.elevations.push(elevationM);
    this.inflows.push(inflowM3S);
    return (this.names.length - 1) as NodeIndex;
  }

  addElement(spec: ElementSpec): ElementIndex {
    this.specs.push(spec);
    return (this.specs.length - 1) as ElementIndex;
  }

  /** Height of a node added before [m]. */
  elevationOf(node: NodeIndex): number {
    return this.elevations[node]!;
  }

  build(running?: EngineRunning): Network {
    const { specs } = this;
    const parameterStart = new Int32Array(specs.length + 1);
    specs.forEach((spec, e) => {
      parameterStart[e + 1] = parameterStart[e]! + parameterCount(spec.law);
    });
    const parameters = new Float64Array(parameterStart[specs.length]!);
    specs.forEach((spec, e) => writeParameters(parameters, parameterStart[e]!, spec.law, spec.parameters));
    return {
      nodeName: this.names,
      nodeHeld: Uint8Array.from(this.held, (p) => (p === undefined ? 0 : 1)),
      heldPressurePa: Float64Array.from(this.held, (p) => p ?? 0),
      elevationM: Float64Array.from(this.elevations),
      inflowM3S: Float64Array.from(this.inflows),
      elementName: specs.map((spec) => spec.name),
      law: Uint8Array.from(specs, (spec) => Law[spec.law]),
      from: Int32Array.from(specs, (spec) => spec.from),
      to: Int32Array.from(specs, (spec) => spec.to),
      sense: Int32Array.from(specs, (spec) => spec.sense ?? -1),
      count: Float64Array.from(specs, (spec) => spec.count ?? 1),
      riseM: Float64Array.from(specs, (spec) => spec.riseM ?? this.elevations[spec.to]! - this.elevations[spec.from]!),
      oneWay: Uint8Array.from(specs, (spec) => (spec.oneWay ? 1 : 0)),
      parameterStart,
      parameters,
      bearing: specs.map((spec) => spec.bearing),
      bearingSpeedRatio: Float64Array.from(specs, (spec) => spec.bearingSpeedRatio ?? 1),
      drilling: specs.map((spec) => spec.drilling),
      running,
    };
  }
}
