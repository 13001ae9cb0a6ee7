import { actsAs, type Part } from '../document/parts/part';
import type { CircuitSolver } from '../network/circuitSolver';
import { singleStreamEffectiveness } from '../physics/laws/effectiveness';
import { windConductanceWK } from './conditions';
import { type Conditions } from './surroundings';
import {
  coolerAmbientK,
  coolerConductance,
  coolerExchangeWK,
  meanSpecificHeat,
  type CoolerConductance,
  type CoolerSurroundings,
} from './coolers';
import { FanSwitches } from './fanSwitches';
import type { LineHeat } from './lineHeat';

/** What stands around every part that gives heat away. */
export type Surroundings = Conditions & CoolerSurroundings;

/** What coolers and lines give away, element by element. Fans' switches are its only memory. */
export class Exchange {
  readonly coolers: readonly { readonly element: number; readonly part: Part }[];
  /** Coolers whose rating no exchanger could do. */
  readonly impossibleCoolers: readonly string[];
  private readonly cooler: readonly (CoolerConductance | undefined)[];
  private readonly switches: FanSwitches;

  constructor(
    private readonly circuit: CircuitSolver,
    partOfElement: readonly (Part | undefined)[],
    private readonly line: readonly (LineHeat | undefined)[],
  ) {
    const { compiled, oil } = circuit;
    const role = (e: number, wanted: string) =>
      compiled.elementsOfPart.get(compiled.partOfElement[e]!)?.get(wanted) === e;
    const impossible: string[] = [];
    this.cooler = partOfElement.map((part, e) => {
      if (!actsAs(part, 'cooler') || !(role(e, '') || role(e, 'core'))) return undefined;
      // Without water through it a plate exchanges nothing.
      if (part.medium === 'liquid' && part.coolantLooped === true) return undefined;
      if (!part.cooling) return undefined;
      const found = coolerConductance(part.cooling, oil);
      if (!found) impossible.push(part.id);
      return found;
    });
    this.coolers = this.cooler.flatMap((c, element) => (c ? [{ element, part: partOfElement[element]! }] : []));
    this.impossibleCoolers = impossible;
    this.switches = new FanSwitches(partOfElement.length);
  }

  /** True for a core: its oil is taken at the mean of inlet and outlet. */
  isCore(e: number): boolean {
    return this.cooler[e] !== undefined;
  }

  startAt(temperatureK: number): void {
    this.switches.startAt(temperatureK);
  }

  /** Heat given away per kelvin between the oil's inlet and what is around [W/K]. @param massFlowKgS > 0 */
  conductanceWK(e: number, massFlowKgS: number, inK: number, s: Surroundings): number {
    const { oil } = this.circuit;
    const cooler = this.cooler[e];
    if (cooler) return coolerExchangeWK(cooler, oil, massFlowKgS, inK, this.switches.feltK[e]!, s);
    const line = this.line[e];
    if (!line || line.conductanceWK === 0) return 0;
    const capacity = massFlowKgS * meanSpecificHeat(oil, inK, s.airTemperatureK);
    return singleStreamEffectiveness(windConductanceWK(line.conductanceWK, s.roadSpeedMS) / capacity) * capacity;
  }

  /** Temperature of what an element gives its heat to [K]. */
  ambientK(e: number, s: Surroundings): number {
    const cooler = this.cooler[e];
    return cooler ? coolerAmbientK(cooler.cooling, s) : s.airTemperatureK;
  }

  /** Puts a fan's switch at an outlet temperature. */
  putSwitch(element: number, outK: number): void {
    this.switches.put(element, outK);
  }

  /**
   * Moves a fan's switch towards its core's outlet temperature, once a pass.
   * @returns how far it lagged behind, where that matters [K]
   */
  followOutlet(element: number, outK: number, roadSpeedMS: number): number {
    return this.switches.follow(element, outK, this.cooler[element]!.cooling, roadSpeedMS);
  }
}
