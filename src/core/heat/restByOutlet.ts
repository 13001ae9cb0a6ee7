import type { OperatingState } from '../network/solve/state';
import { bracketedRoot } from '../foundations/roots/bracketedRoot';
import type { Conditions } from './conditions';
import type { HeatSolver } from './heatSolver';
import {
  AT_REST_K,
  FINEST_REST_K,
  FIRST_SLOPE_WK,
  heatInW,
  JUMP_SHARE,
  MOST_CLOSER,
  RESIDUAL_SHARE,
  settle,
} from './settle';
import type { ThermalStores } from './thermalStores';

/** Outlets on both sides of a jump, by element [K]. */
export interface Jump {
  readonly belowOutK: Float64Array;
  readonly aboveOutK: Float64Array;
}

const MOST_STEPS = 45;
const FIRST_STEP_K = 1;
/** Longest step of the sump while an outlet is held [K], and how closely the outlet is found, as a share of the jump. */
const LONGEST_HELD_STEP_K = 1;
const OUTLET_WITHIN = 1e-7;
const PLUGS_WITHIN_K = 0.02;
const SURE_OF_SIGN = 10;
const NEAR_ENOUGH = 1e-3;
/** A sump that its held outlet leaves out of balance by this share of the heat in is not found. */
const HELD_SHARE = 1e-6;

/**
 * The rest inside a jump, by the outlet of the core that jumps.
 *
 * With the sump held, a core of thick oil is plugged or free: between the two no pass comes to rest. With its outlet held instead, the sump
 * finds one temperature that balances, and what the core's own balance then gives for the outlet is above a low one and below a high one: in
 * between they meet. The sump follows the core, as in the engine, where the core and its hoses store the heat.
 *
 * @param jumpK where the search closed on the jump @returns where it rests; undefined where nothing is found: then the oil hunts
 */
export function restByOutlet(
  heat: HeatSolver,
  state: OperatingState,
  conditions: Conditions,
  jumpK: number,
  { belowOutK, aboveOutK }: Jump,
): { readonly rests: { readonly sumpK: number; readonly residualW: number } | undefined; readonly passes: number } {
  let passes = 0;
  const jumpOf = (e: number) => Math.abs(aboveOutK[e]! - belowOutK[e]!);
  const core = heat.coolers.reduce(
    (most, { element }) => (most < 0 || jumpOf(element) > jumpOf(most) ? element : most),
    -1,
  );
  if (core < 0 || !(jumpOf(core) > 0)) return { rests: undefined, passes };
  const held: ThermalStores = { coolerOutK: new Float64Array(heat.outK.length).fill(NaN), metalK: null };
  let t = jumpK;
  // The sump's slope changes little from one outlet to the next.
  let slope = FIRST_SLOPE_WK;
  const outletAt = (share: number) => belowOutK[core]! + share * (aboveOutK[core]! - belowOutK[core]!);
  const mismatch = (share: number): number | undefined => {
    held.coolerOutK[core] = outletAt(share);
    let before: { readonly t: number; readonly r: number } | undefined;
    let step = FIRST_STEP_K;
    let [gainsK, losesK] = [-Infinity, Infinity];
    for (let i = 0; i < MOST_STEPS; i++) {
      const settled = settle(
        heat,
        { ...state, oilTemperatureK: t },
        conditions,
        t,
        Math.max(FINEST_REST_K, 0.02 * Math.abs(step)),
        MOST_CLOSER,
        held,
      );
      passes += settled.passes;
      const { residualW } = settled;
      if (Number.isNaN(residualW)) return undefined;
      const off = heat.freeOutK[core]! - held.coolerOutK[core]!;
      // Far from where the two meet, a sump that is nearly in balance tells enough.
      const near =
        Math.abs(residualW) <= NEAR_ENOUGH * slope * Math.abs(off) && settled.changeK <= NEAR_ENOUGH * Math.abs(off);
      if (near || Math.abs(residualW) <= RESIDUAL_SHARE * heatInW(heat)) return off;
      const seen = before && t !== before.t ? (before.r - residualW) / (t - before.t) : slope;
      if (seen > 1) slope = seen;
      step = Math.max(-LONGEST_HELD_STEP_K, Math.min(LONGEST_HELD_STEP_K, residualW / slope));
      before = { t, r: residualW };
      // A sign counts where it is more than what the temperatures may still move it by.
      if (Math.abs(residualW) > SURE_OF_SIGN * slope * settled.changeK) {
        if (residualW > 0) gainsK = Math.max(gainsK, t);
        else losesK = Math.min(losesK, t);
      }
      t += step;
      // So cold an outlet that the hoses behind it plug in turn: the rest lies higher.
      if (losesK - gainsK < PLUGS_WITHIN_K && Math.abs(residualW) > JUMP_SHARE * heatInW(heat)) break;
      if (t <= gainsK || t >= losesK) t = 0.5 * (gainsK + losesK);
    }
    return Math.abs(aboveOutK[core]! - belowOutK[core]!);
  };
  const [below, above] = [mismatch(0), mismatch(1)];
  if (below === undefined || above === undefined || !(below > 0) || !(above < 0)) return { rests: undefined, passes };
  mismatch(bracketedRoot(mismatch, below, above, OUTLET_WITHIN));
  // Let go, it stays.
  const free = heat.pass({ ...state, oilTemperatureK: t }, conditions, t);
  passes++;
  if (!(free.changeK <= AT_REST_K) || !(Math.abs(free.residualW) <= HELD_SHARE * heatInW(heat)))
    return { rests: undefined, passes };
  return { rests: { sumpK: t, residualW: free.residualW }, passes };
}
