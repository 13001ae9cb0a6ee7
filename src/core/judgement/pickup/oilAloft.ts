import { actsAs, type Part, type PartOf } from '../../document/parts/part';
import { partVolumeM3 } from '../../document/parts/partVolume';
import { isConsumer, isReservoir, isReturn } from '../../document/parts/ports';
import type { Circuit } from '../../document/project/project';
import type { CircuitSolver } from '../../network/circuitSolver';
import type { SpeedAndOil } from '../../network/solve/state';
import { accumulatorOilM3 } from '../../physics/laws/accumulator';
import { fallingFilmM } from '../../physics/laws/fallingFilm';
import { backedUpM } from '../../physics/laws/gravityDrain';

/** Oil that is on its way while the engine runs, and so not in the pan [m³]; flows [m³/s]. */
export interface OilAloft extends SpeedAndOil {
  /** Running down the walls of block and heads. */
  readonly filmM3: number;
  /** Standing over the drains of the heads. */
  readonly headsM3: number;
  /** In gas-charged accumulators. */
  readonly accumulatorsM3: number;
  /** What the parts that are fed let go of. */
  readonly fedM3S: number;
  /** Through the pickup. */
  readonly drawnM3S: number;
}

/**
 * Walls that the oil runs down, for each m³ of engine: their width, and their area.
 * @source engineering judgement: about a litre aloft in an engine of two litres at full speed, hot
 */
const WALL = { widthPerM3: 0.8e3, areaPerM3: 0.5e3 };
/** Oil comes back through a head's drains with its foam. Common practice, no source. */
const FOAM_FACTOR = 2;
/** @source engineering judgement: a cast bore */
const CAST_ROUGHNESS_M = 10e-6;

/** The pan that a circuit's pump draws from; undefined where that is a tank. */
export const panOf = ({ parts }: Circuit): PartOf<'sump'> | undefined =>
  parts.some((p) => actsAs(p, 'tank')) ? undefined : parts.find((p) => actsAs(p, 'pan'));

/** What runs back through the heads. */
const isInHead = (part: Part): boolean =>
  (actsAs(part, 'mains') && part.role === 'cam') ||
  (actsAs(part, 'accessory') && (part.duty === 'lifters' || part.duty === 'phaser'));

/**
 * Oil that stands in an engine's pan at the full mark: what it is filled with, less what its own parts hold. Parts that
 * a change brings are filled besides: the job says how much, and the level is read once they are full.
 *
 * @param asItIs the circuit of the engine as it stands, whose fill is stated
 * @returns m³, undefined where the fill is not stated
 */
export function inPanAtFullM3(pan: PartOf<'sump'>, asItIs: Circuit): number | undefined {
  if (pan.volumeM3 === undefined) return undefined;
  const elsewhere = asItIs.parts
    .filter((p) => !isReservoir(p) && !isReturn(p))
    .reduce((sum, p) => sum + partVolumeM3(p), 0);
  return Math.max(0, pan.volumeM3 - elsewhere);
}

/** Reads what is aloft off a circuit that was solved last. */
export class AloftReader {
  private readonly fed: readonly number[];
  private readonly inHead: readonly number[];
  private readonly drawn: readonly number[];
  private readonly pan: PartOf<'sump'> | undefined;

  constructor(private readonly circuit: CircuitSolver) {
    const { compiled, variant } = circuit;
    const { parts } = variant.circuit;
    const into = (part: Part): number[] => {
      const out = compiled.nodeOfPort.get(`${part.id}.out`);
      return [...(compiled.elementsOfPart.get(part.id)?.values() ?? [])].filter((e) => compiled.network.to[e] === out);
    };
    this.fed = parts.filter(isConsumer).flatMap(into);
    this.inHead = parts.filter(isInHead).flatMap(into);
    this.pan = panOf(variant.circuit);
    const mouth = this.pan && compiled.nodeOfPort.get(`${this.pan.id}.suction`);
    this.drawn = [...compiled.network.from.keys()].filter((e) => compiled.network.from[e] === mouth);
  }

  /** @param state that was solved last */
  at(state: SpeedAndOil): OilAloft {
    const { solver, oil, project, variant, compiled } = this.circuit;
    const ws = solver.workspace;
    const flow = (elements: readonly number[]) => elements.reduce((sum, e) => sum + Math.max(0, ws.flowM3S[e]!), 0);
    const fedM3S = flow(this.fed);
    const density = oil.densityKgM3(state.oilTemperatureK);
    const viscosityPaS = oil.viscosityPaS(state.oilTemperatureK);
    const engineM3 = project.engine.displacementM3 ?? 0;
    const filmM = engineM3 > 0 ? fallingFilmM(viscosityPaS / density, fedM3S / (WALL.widthPerM3 * engineM3)) : 0;
    const { atmospherePa } = project.engine;
    const held = variant.circuit.parts.filter((p) => actsAs(p, 'accumulator')).filter((p) => p.valveOpen);
    return {
      speedRevS: state.speedRevS,
      oilTemperatureK: state.oilTemperatureK,
      filmM3: filmM * WALL.areaPerM3 * engineM3,
      headsM3: this.inHeadsM3(flow(this.inHead), density, viscosityPaS),
      accumulatorsM3: held.reduce((sum, part) => {
        const node = compiled.nodeOfPort.get(`${part.id}.in`);
        const pa = node === undefined ? 0 : ws.pressurePa[node]!;
        return sum + accumulatorOilM3(part.volumeM3, part.prechargePa, pa, atmospherePa);
      }, 0),
      fedM3S,
      drawnM3S: flow(this.drawn),
    };
  }

  private inHeadsM3(flowM3S: number, densityKgM3: number, viscosityPaS: number): number {
    const ways = this.pan?.headDrains;
    if (!ways) return 0;
    const each = (FOAM_FACTOR * flowM3S) / ways.drains;
    const { boreM, fallM, floorAreaM2 } = ways;
    return floorAreaM2 * backedUpM(each, boreM, fallM, fallM, CAST_ROUGHNESS_M, densityKgM3, viscosityPaS);
  }
}

/** All that the pan lacks [m³]. */
export const aloftM3 = ({ filmM3, headsM3, accumulatorsM3 }: OilAloft): number => filmM3 + headsM3 + accumulatorsM3;
