import { Anderson } from '../foundations/roots/anderson';
import type { OperatingState } from '../network/solve/state';
import { isBalanced } from './comingToRest';
import type { Conditions } from './surroundings';
import { heatInW } from './heatLedger';
import type { HeatSolver } from './heatSolver';

/** Passes at most: from a like state's rest a dozen do, or the two are not alike. */
const MOST_PASSES = 30;
/** Passes that the mixing remembers. */
const MEMORY = 6;
/** Farther than this nothing is moved at once [K]. */
const FARTHEST_AT_ONCE_K = 5;
/** A rest farther from the neighbour's than this may be another branch's: a whole search must say [K]. */
const FARTHEST_K = 6;

export interface RestNearNeighbour {
  /** Where it rests, and what its passes taught; undefined where nothing is found near. */
  readonly rests: { readonly sumpK: number; readonly residualW: number; readonly learned: Anderson } | undefined;
  readonly passes: number;
}

/**
 * The rest of a state in surroundings much like a neighbour's.
 *
 * Sump, places and outlets are moved together, each pass mixed with the last few. So a core of thick oil between
 * plugged and free is found as quickly as any other rest, which plain passes run away from.
 *
 * @param neighbour where the neighbour's sump rests, and how its residual falls; the solver stands as that left it
 * @returns the rest; where none is found, the temperatures are as they were
 */
export function restNearNeighbour(
  heat: HeatSolver,
  state: OperatingState,
  conditions: Conditions,
  neighbour: { readonly sumpK: number; readonly slopeWK: number; readonly learned?: Anderson | undefined },
): RestNearNeighbour {
  const all = new Together(heat);
  const { size } = all;
  const [x, from, g] = [new Float64Array(size), new Float64Array(size), new Float64Array(size)];
  const before = new Float64Array(size);
  const learned = neighbour.learned?.size === size ? neighbour.learned : new Anderson(size, MEMORY);
  learned.goOnElsewhere();
  all.read(before, neighbour.sumpK);
  x.set(before);
  let passes = 0;
  while (passes < MOST_PASSES) {
    const sumpK = all.write(x);
    const { hydraulic, residualW, changeK } = heat.pass({ ...state, oilTemperatureK: sumpK }, conditions, sumpK);
    passes++;
    if (hydraulic.status !== 'converged' || !Number.isFinite(residualW)) break;
    if (isBalanced(residualW, changeK, heatInW(heat.ledger))) return { rests: { sumpK, residualW, learned }, passes };
    all.read(g, sumpK + residualW / neighbour.slopeWK);
    from.set(x);
    learned.next(x, g);
    if (!shorten(x, from) || Math.abs(x[0]! - neighbour.sumpK) > FARTHEST_K) break;
  }
  all.write(before);
  return { rests: undefined, passes };
}

/** Holds a step to what may be moved at once. @returns false where it is no step */
function shorten(to: Float64Array, from: Float64Array): boolean {
  let farthestK = 0;
  for (let i = 0; i < to.length; i++) {
    const stepK = Math.abs(to[i]! - from[i]!);
    if (!(stepK <= farthestK)) farthestK = stepK;
  }
  if (!Number.isFinite(farthestK)) return false;
  const share = Math.min(1, FARTHEST_AT_ONCE_K / farthestK);
  if (share < 1) for (let i = 0; i < to.length; i++) to[i] = from[i]! + share * (to[i]! - from[i]!);
  return true;
}

/** All temperatures that a rest is made of as one row of numbers: the sump, the other places, the coolers' outlets. */
class Together {
  readonly size: number;
  private readonly unknowns: readonly number[];

  constructor(private readonly heat: HeatSolver) {
    const { placeK, places, coolers } = heat;
    this.unknowns = [...placeK.keys()].filter((place) => place !== places.source && Number.isFinite(placeK[place]!));
    this.size = 1 + this.unknowns.length + coolers.length;
  }

  read(into: Float64Array, sumpK: number): void {
    const { placeK, outK, coolers } = this.heat;
    into[0] = sumpK;
    let i = 1;
    for (const place of this.unknowns) into[i++] = placeK[place]!;
    for (const { element } of coolers) into[i++] = outK[element]!;
  }

  /** @returns the sump's temperature [K] */
  write(from: Float64Array): number {
    const { placeK, outK, coolers } = this.heat;
    let i = 1;
    for (const place of this.unknowns) placeK[place] = from[i++]!;
    for (const { element } of coolers) outK[element] = from[i++]!;
    this.heat.putSwitches();
    return from[0]!;
  }
}
