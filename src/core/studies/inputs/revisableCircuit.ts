import type { Part } from '../../document/parts/part';
import type { Project } from '../../document/project/project';
import { PartReviser } from '../../network/compile/revisePart';
import { CircuitSolver } from '../../network/circuitSolver';
import type { SolveOutcome } from '../../network/solve/stopping';
import type { OperatingState } from '../../network/solve/state';
import { Oil } from '../../physics/oil/oil';
import { OIL_VISCOSITY, STATE_SPEED, STATE_TEMPERATURE, type Input } from './inputs';

type Holder = Record<string | number, unknown>;

/** A place in the private copy of a part where an input's figure stands. */
interface Slot {
  readonly part: Part;
  readonly holder: Holder;
  readonly key: string | number;
  /** What moves with it: a spring keeps its rate, a wax element its stroke. */
  readonly follower: string | undefined;
}

/** A spring's fully open pressure moves with its crack pressure, a thermostat's end with its start. */
const FOLLOWERS: Readonly<Record<string, string>> = { crackPa: 'fullOpenPa', opensK: 'fullK' };

/**
 * A circuit of its own whose figures can be changed and solved again, thousands of times, without compiling it each
 * time.
 */
export class RevisableCircuit {
  circuit: CircuitSolver;
  oil: Oil;
  private readonly project: Project;
  private readonly slots = new Map<string, Slot>();
  private readonly revisers = new Map<Part, PartReviser>();
  private readonly changed = new Set<Part>();
  private factor = 1;

  /** @param project its open variant is copied: nothing of it changes @throws where it cannot be compiled */
  constructor(project: Project) {
    const variants = project.variants.filter((v) => v.id === project.activeVariant);
    this.project = { ...project, variants: JSON.parse(JSON.stringify(variants)) as Project['variants'] };
    this.circuit = this.compile();
    this.oil = this.circuit.oil;
  }

  private compile(): CircuitSolver {
    const made = CircuitSolver.of(this.project);
    if (!made.ok) throw new Error('a circuit that compiled with its stated figures does not with others');
    return made.circuit;
  }

  /** Sets one input; takes effect with the next {@link apply}. @param si greater than 0 where the figure must be */
  set(input: Input, si: number): void {
    if (input.id === OIL_VISCOSITY) {
      this.factor = si;
      return;
    }
    const slot = this.slotOf(input);
    const before = slot.holder[slot.key] as number;
    slot.holder[slot.key] = si;
    if (slot.follower !== undefined) slot.holder[slot.follower] = (slot.holder[slot.follower] as number) + si - before;
    this.changed.add(slot.part);
  }

  /**
   * Puts another state of a part in place of the one there: the same part with other figures. Takes effect with the next
   * {@link apply}.
   */
  put(part: Part): void {
    const here = this.circuit.variant.circuit.parts.find((p) => p.id === part.id);
    if (!here) return;
    for (const key of Object.keys(here)) if (!(key in part)) Reflect.deleteProperty(here, key);
    Object.assign(here, JSON.parse(JSON.stringify(part)));
    this.changed.add(here);
    // Slots may point into what was replaced.
    this.slots.clear();
  }

  private slotOf(input: Input): Slot {
    let slot = this.slots.get(input.id);
    if (!slot) {
      const part = this.circuit.variant.circuit.parts.find((p) => p.id === input.part)!;
      const holder = input.path
        .slice(0, -1)
        .reduce<Holder>((here, key) => here[key] as Holder, part as unknown as Holder);
      const key = input.path[input.path.length - 1]!;
      slot = { part, holder, key, follower: FOLLOWERS[key] };
      this.slots.set(input.id, slot);
    }
    return slot;
  }

  /**
   * Writes what was set into the network.
   * @param mayCompile false leaves the network half revised where a figure asks for other elements: whoever says so
   *   sets it back
   * @returns false where a figure asked for other elements; the network was then made anew, from rest, if it might
   */
  apply(mayCompile = true): boolean {
    const { data } = this.circuit.oil;
    this.oil =
      this.factor === 1
        ? this.circuit.oil
        : new Oil({
            ...data,
            viscosity40M2S: this.factor * data.viscosity40M2S,
            viscosity100M2S: this.factor * data.viscosity100M2S,
            hthsPaS: data.hthsPaS === undefined ? undefined : this.factor * data.hthsPaS,
          });
    let fits = true;
    for (const part of this.changed) fits = this.reviserOf(part).revise() && fits;
    this.changed.clear();
    if (fits || !mayCompile) this.circuit.solver.parametersChanged();
    else {
      this.circuit = this.compile();
      this.revisers.clear();
    }
    return fits;
  }

  private reviserOf(part: Part): PartReviser {
    let reviser = this.revisers.get(part);
    if (!reviser) this.revisers.set(part, (reviser = new PartReviser(this.circuit.compiled, part)));
    return reviser;
  }

  /** Solves with the oil as it is set. */
  solve(state: OperatingState, leastIterations = 0): SolveOutcome {
    return this.circuit.solver.solve(this.oil, state, undefined, leastIterations);
  }
}

/** A state with one of its own inputs set; others leave it as it is. */
export function withStateInput(state: OperatingState, input: Input, si: number): OperatingState {
  if (input.id === STATE_SPEED) return { ...state, speedRevS: si };
  return input.id === STATE_TEMPERATURE ? { ...state, oilTemperatureK: si } : state;
}

/** True for inputs of the state, which are not set in the circuit. */
export function isOfState(input: Input): boolean {
  return input.id === STATE_SPEED || input.id === STATE_TEMPERATURE;
}
