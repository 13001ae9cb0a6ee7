import type { Part, PartOf } from '../document/parts/part';
import { Law } from '../network/compile/law';
import type { CircuitSolver } from '../network/circuitSolver';
import type { OperatingState } from '../network/solve/state';
import { STANDARD_GRAVITY_M_S2 } from '../physics/standardGravity';
import { consumerHeatW, engineHeatW, type Conditions } from './conditions';
import { lineHeat, type LineHeat } from './lineHeat';

/** What a circuit's parts put into their oil, by kind of heat [W]. */
export interface HeatIn {
  readonly bearingsW: number;
  readonly fedPartsW: number;
  /** What the engine gives besides: it goes to the home reservoir. */
  readonly engineW: number;
  readonly pumpingW: number;
  readonly radiantW: number;
}

/**
 * Heat that each element puts into its oil at the solved flow: friction, fed parts, what the exhaust shines on lines, and what is lost to
 * throttling. Gathered once a pass, so that whoever reads it later reads the same.
 */
export class ElementHeat {
  /** By element, all of it [W]. */
  readonly heatW: Float64Array;
  readonly line: readonly (LineHeat | undefined)[];
  private readonly fed: readonly (PartOf<'consumer'> | undefined)[];
  private readonly pumpEfficiency: Float64Array;

  constructor(
    private readonly circuit: CircuitSolver,
    partOfElement: readonly (Part | undefined)[],
  ) {
    this.heatW = new Float64Array(partOfElement.length);
    this.line = partOfElement.map(lineHeat);
    this.fed = partOfElement.map((part) => (part?.kind === 'consumer' ? part : undefined));
    this.pumpEfficiency = Float64Array.from(partOfElement, (part) =>
      part?.kind === 'pump' ? part.mechanicalEfficiency : 1,
    );
  }

  /** Fills {@link heatW} from the flow that the circuit was solved for last. @returns the sums by kind of heat */
  gather(state: OperatingState, { load }: Conditions): HeatIn {
    const { project, solver, compiled } = this.circuit;
    const { film } = solver.workspace;
    const { count, law } = compiled.network;
    const { throttling } = project.engine.heat;
    let [bearingsW, fedPartsW, pumpingW, radiantW] = [0, 0, 0, 0];
    for (let e = 0; e < law.length; e++) {
      let heat = 0;
      const f = film[e];
      if (f) {
        const friction = f.frictionW * count[e]!;
        bearingsW += friction;
        heat += friction;
      }
      const fed = this.fed[e];
      if (fed) {
        const w = consumerHeatW(fed, project, state.speedRevS, load);
        fedPartsW += w;
        heat += w;
      }
      const line = this.line[e];
      if (line && line.radiantW > 0 && state.speedRevS > 0) {
        const w = line.radiantW * load;
        radiantW += w;
        heat += w;
      }
      if (throttling) {
        const w = this.lostW(e);
        pumpingW += w;
        heat += w;
      }
      this.heatW[e] = heat;
    }
    const all = engineHeatW(project, state.speedRevS, load);
    return { bearingsW, fedPartsW, pumpingW, radiantW, engineW: Math.max(0, all - bearingsW - fedPartsW) };
  }

  /** Pressure that an element turns into heat [W]: what its flow loses, or what a pump's shaft gives beyond the pressure that leaves. */
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
