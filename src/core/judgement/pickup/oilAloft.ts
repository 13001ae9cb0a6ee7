import { actsAs, type Part, type PartOf } from '../../document/parts/part';
import { emptiesWhenStopped, partVolumeM3 } from '../../document/parts/partVolume';
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
  /**
   * In what holds oil only while the engine runs: gas-charged accumulators beyond what they were topped up with, and
   * canisters that let theirs fall when it stops.
   */
  readonly heldM3: number;
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
    .filter((p) => !isReservoir(p) && !isReturn(p) && !emptiesWhenStopped(p))
    .reduce((sum, p) => sum + partVolumeM3(p), 0);
  return Math.max(0, pan.volumeM3 - elsewhere);
}

/** Reads what is aloft off a circuit that was solved last: once for each of many states. */
export class AloftReader {
  private readonly fed: readonly number[];
  private readonly inHead: readonly number[];
  private readonly drawn: readonly number[];
  private readonly open: readonly { readonly part: PartOf<'accumulator'>; readonly node: number }[];
  private readonly pan: PartOf<'sump'> | undefined;
  /** Full canisters, at most: how far they fill nobody measures. */
  private readonly inCanistersM3: number;
  /** Of the oil temperature that was asked for last: a sweep asks for one many times over. */
  private atK = NaN;
  private densityKgM3 = NaN;
  private viscosityPaS = NaN;

  constructor(private readonly circuit: CircuitSolver) {
    const { compiled, variant } = circuit;
    const { parts } = variant.circuit;
    const into = (part: Part): number[] => {
      const out = compiled.nodeOfPort.get(`${part.id}.out`);
      return [...(compiled.elementsOfPart.get(part.id)?.values() ?? [])].filter((e) => compiled.network.to[e] === out);
    };
    this.fed = parts.filter(isConsumer).flatMap(into);
    this.inHead = parts.filter(isInHead).flatMap(into);
    this.open = parts
      .filter((p) => actsAs(p, 'accumulator'))
      .filter((p) => p.valveOpen)
      .flatMap((part) => {
        const node = compiled.nodeOfPort.get(`${part.id}.in`);
        return node === undefined ? [] : [{ part, node }];
      });
    this.inCanistersM3 = parts.filter(emptiesWhenStopped).reduce((sum, p) => sum + partVolumeM3(p), 0);
    this.pan = panOf(variant.circuit);
    const mouth = this.pan && compiled.nodeOfPort.get(`${this.pan.id}.suction`);
    this.drawn = [...compiled.network.from.keys()].filter((e) => compiled.network.from[e] === mouth);
  }

  /** @param state that was solved last */
  at({ speedRevS, oilTemperatureK }: SpeedAndOil): OilAloft {
    const { solver, oil, project } = this.circuit;
    if (oilTemperatureK !== this.atK) {
      this.atK = oilTemperatureK;
      this.densityKgM3 = oil.densityKgM3(oilTemperatureK);
      this.viscosityPaS = oil.viscosityPaS(oilTemperatureK);
    }
    const { flowM3S, pressurePa } = solver.workspace;
    const fedM3S = sumOf(flowM3S, this.fed);
    const { displacementM3: engineM3 = 0, atmospherePa } = project.engine;
    const filmM =
      engineM3 > 0 ? fallingFilmM(this.viscosityPaS / this.densityKgM3, fedM3S / (WALL.widthPerM3 * engineM3)) : 0;
    let heldM3 = this.inCanistersM3;
    for (const { part, node } of this.open)
      heldM3 += Math.max(
        0,
        accumulatorOilM3(part.volumeM3, part.prechargePa, pressurePa[node]!, atmospherePa) - partVolumeM3(part),
      );
    return {
      speedRevS,
      oilTemperatureK,
      filmM3: filmM * WALL.areaPerM3 * engineM3,
      headsM3: this.inHeadsM3(flowM3S),
      heldM3,
      fedM3S,
      drawnM3S: sumOf(flowM3S, this.drawn),
    };
  }

  private inHeadsM3(flowM3S: Float64Array): number {
    const ways = this.pan?.headDrains;
    if (!ways) return 0;
    const each = (FOAM_FACTOR * sumOf(flowM3S, this.inHead)) / ways.drains;
    const { boreM, fallM, floorAreaM2 } = ways;
    const heightM = backedUpM(each, boreM, fallM, fallM, CAST_ROUGHNESS_M, this.densityKgM3, this.viscosityPaS);
    return floorAreaM2 * heightM;
  }
}

/** What flows forward through some elements, together. */
function sumOf(flowM3S: Float64Array, elements: readonly number[]): number {
  let sum = 0;
  for (const e of elements) if (flowM3S[e]! > 0) sum += flowM3S[e]!;
  return sum;
}

/** All that the pan lacks [m³]. */
export const aloftM3 = ({ filmM3, headsM3, heldM3 }: OilAloft): number => filmM3 + headsM3 + heldM3;
