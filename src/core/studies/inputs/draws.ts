import { inverseNormal } from '../../foundations/random/normal';
import { QuasiRandom } from '../../foundations/random/quasiRandom';
import { activeVariant, type Project } from '../../document/project/project';
import type { CircuitSolver } from '../../network/circuitSolver';
import { kindSpread, setSpread, type EngineSpread } from './engineSpread';
import { inputsOf, type Input } from './inputs';
import { RevisableCircuit } from './revisableCircuit';
import { possibleRange } from './usualTolerance';

/** Standard deviations on either side within which 95 in 100 lie. */
export const DEVIATIONS_95 = 1.959963984540054;

/** What may be other than stated: figures by themselves, and an engine's groups of them together. */
export interface Unsure {
  readonly inputs: readonly Input[];
  readonly spread: EngineSpread;
}

export function unsureOf(project: Project): Unsure {
  const spread = kindSpread(project);
  const inputs = inputsOf(project, activeVariant(project)).filter((i) => !spread.covered.has(i.id));
  return { inputs, spread };
}

/** One number of a draw each: figures by themselves, then the groups. */
export const dimensionsOf = ({ inputs, spread }: Unsure): readonly { readonly id: string; readonly name: string }[] => [
  ...inputs,
  ...spread.groups.map(({ id, label }) => ({ id: `engine.${id}`, name: label })),
];

/**
 * Circuits drawn from what is not known of one: every figure from its tolerance at once, by a quasi-random sequence, in
 * place in one compiled network.
 */
export class Draws {
  readonly revisable: RevisableCircuit;
  private readonly sequence: QuasiRandom;
  private readonly unsure: Unsure;
  private readonly place: readonly number[];
  private readonly ranges: readonly (readonly [number, number])[];
  private readonly z: number[];

  /**
   * @param order dimensions by id, what counts most first; absent: as they stand
   * @param copies independent copies of the sequence
   */
  constructor(project: Project, copies: number, seed: number, order?: readonly string[]) {
    this.unsure = unsureOf(project);
    const ids = order ?? dimensionsOf(this.unsure).map(({ id }) => id);
    const at = new Map(ids.map((id, i) => [id, i]));
    this.revisable = new RevisableCircuit(project);
    this.sequence = new QuasiRandom(ids.length, copies, seed);
    this.place = dimensionsOf(this.unsure).map(({ id }) => at.get(id)!);
    this.ranges = this.unsure.inputs.map((i) => possibleRange(i.path, i.stated));
    this.z = this.unsure.spread.groups.map(() => 0);
  }

  get circuit(): CircuitSolver {
    return this.revisable.circuit;
  }

  /**
   * Sets the figures of one draw.
   * @param halved the dimension whose tolerance is halved, where one is
   * @returns false where the network was made anew: whoever has looked into it looks again
   */
  draw(point: number, copy: number, halved: string | null = null): boolean {
    const { inputs, spread } = this.unsure;
    for (let i = 0; i < inputs.length; i++) {
      const input = inputs[i]!;
      const deviation = (input.plusMinus / DEVIATIONS_95) * (input.id === halved ? 0.5 : 1);
      if (deviation === 0) continue;
      const [low, high] = this.ranges[i]!;
      const z = inverseNormal(this.sequence.coordinate(point, copy, this.place[i]!));
      this.revisable.set(input, Math.min(high, Math.max(low, input.stated + deviation * z)));
    }
    for (let c = 0; c < this.z.length; c++) {
      const z = inverseNormal(this.sequence.coordinate(point, copy, this.place[inputs.length + c]!));
      this.z[c] = (`engine.${spread.groups[c]!.id}` === halved ? 0.5 : 1) * z;
    }
    if (this.z.length > 0) setSpread(this.revisable, spread, this.z);
    return this.revisable.apply();
  }
}
