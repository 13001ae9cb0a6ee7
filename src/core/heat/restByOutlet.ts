import type { OperatingState } from '../network/solve/state';
import { bracketedRoot } from '../foundations/roots/bracketedRoot';
import { isSureOfSign, plugsBehind, restForStepK, staysWhenLetGo, sumpIsBalanced, tellsEnough } from './comingToRest';
import type { Conditions } from './surroundings';
import { heatInW } from './heatLedger';
import type { HeatSolver } from './heatSolver';
import { FIRST_SLOPE_WK, MOST_CLOSER } from './searchSteps';
import { settle, type Settled } from './settle';
import type { ThermalStores } from './thermalStores';

/** Outlets on both sides of a jump, by element [K]. */
export interface Jump {
  readonly belowOutK: Float64Array;
  readonly aboveOutK: Float64Array;
}

export interface RestByOutlet {
  readonly rests: { readonly sumpK: number; readonly residualW: number; readonly slopeWK: number } | undefined;
  readonly passes: number;
}

const MOST_STEPS = 45;
const FIRST_STEP_K = 1;
/**
 * Longest step of the sump while an outlet is held [K], and how closely the outlet is found, as a share of the jump.
 */
const LONGEST_HELD_STEP_K = 1;
const OUTLET_WITHIN = 1e-7;

/**
 * The rest inside a jump, by the outlet of the core that jumps.
 *
 * At a given temperature of the sump a core of thick oil is either plugged or free, and no pass settles between the two.
 * At a given temperature of its outlet instead, the sump finds one temperature that balances, and what the core's own balance then gives for the outlet
 * is above a low one and below a high one: in between they meet. The sump follows the core, as in the engine, where the
 * core and its hoses store the heat.
 *
 * @param jumpK where the search closed on the jump
 * @returns where it rests; undefined where nothing is found: then the oil hunts
 */
export function restByOutlet(
  heat: HeatSolver,
  state: OperatingState,
  conditions: Conditions,
  jumpK: number,
  jump: Jump,
): RestByOutlet {
  const core = coreThatJumps(heat, jump);
  if (core === undefined) return { rests: undefined, passes: 0 };
  const search = new OutletSearch(heat, state, conditions, jumpK, core);
  const rests = search.between(jump.belowOutK[core]!, jump.aboveOutK[core]!);
  return { rests, passes: search.passes };
}

/** The core whose outlet differs most between the two sides; undefined where none does. */
function coreThatJumps({ coolers }: HeatSolver, { belowOutK, aboveOutK }: Jump): number | undefined {
  const jumpOf = (e: number) => Math.abs(aboveOutK[e]! - belowOutK[e]!);
  const core = coolers.reduce((most, { element }) => (most < 0 || jumpOf(element) > jumpOf(most) ? element : most), -1);
  return core >= 0 && jumpOf(core) > 0 ? core : undefined;
}

/** One core's outlet held, and the sump let follow. */
class OutletSearch {
  passes = 0;
  private readonly held: ThermalStores;
  private belowK = NaN;
  private aboveK = NaN;
  private sumpK: number;
  /** The sump's slope changes little from one outlet to the next [W/K]. */
  private slopeWK = FIRST_SLOPE_WK;

  constructor(
    private readonly heat: HeatSolver,
    private readonly state: OperatingState,
    private readonly conditions: Conditions,
    jumpK: number,
    private readonly core: number,
  ) {
    this.held = { coolerOutK: new Float64Array(heat.outK.length).fill(NaN), metalK: null, coolantK: null };
    this.sumpK = jumpK;
  }

  /** Between two outlets, the one below the rest and the other above it. */
  between(belowK: number, aboveK: number): RestByOutlet['rests'] {
    [this.belowK, this.aboveK] = [belowK, aboveK];
    const [below, above] = [this.mismatchK(0), this.mismatchK(1)];
    if (below === undefined || above === undefined || !(below > 0) || !(above < 0)) return undefined;
    return this.meet(below, above);
  }

  private meet(below: number, above: number): RestByOutlet['rests'] {
    const meets = bracketedRoot((share) => this.mismatchK(share), below, above, OUTLET_WITHIN);
    if (meets.status === 'unknown') return undefined;
    this.mismatchK(meets.root);
    const { slopeWK, sumpK } = this;
    const free = this.heat.pass({ ...this.state, oilTemperatureK: sumpK }, this.conditions, sumpK);
    this.passes++;
    const stays = staysWhenLetGo(free.residualW, free.changeK, heatInW(this.heat.ledger));
    return stays ? { sumpK, residualW: free.residualW, slopeWK } : undefined;
  }

  /**
   * What the core's own balance gives for its outlet, less what it is held at, with the sump in balance [K].
   * @param share of the way from the outlet below the jump to the one above
   * @returns undefined where the flow does not solve
   */
  private mismatchK(share: number): number | undefined {
    const { heat, core, held } = this;
    held.coolerOutK[core] = this.belowK + share * (this.aboveK - this.belowK);
    let before: { readonly sumpK: number; readonly residualW: number } | undefined;
    let stepK = FIRST_STEP_K;
    let [gainsK, losesK] = [-Infinity, Infinity];
    for (let i = 0; i < MOST_STEPS; i++) {
      const { status, residualW, changeK } = this.settle(stepK);
      if (status === 'notSolved') return undefined;
      const offK = heat.freeOutK[core]! - held.coolerOutK[core]!;
      const heatIn = heatInW(heat.ledger);
      if (tellsEnough(residualW, this.slopeWK, changeK, offK) || sumpIsBalanced(residualW, heatIn)) return offK;
      const { sumpK } = this;
      const seen =
        before && sumpK !== before.sumpK ? (before.residualW - residualW) / (sumpK - before.sumpK) : this.slopeWK;
      if (seen > 1) this.slopeWK = seen;
      stepK = Math.max(-LONGEST_HELD_STEP_K, Math.min(LONGEST_HELD_STEP_K, residualW / this.slopeWK));
      before = { sumpK, residualW };
      if (isSureOfSign(residualW, this.slopeWK, changeK)) {
        if (residualW > 0) gainsK = Math.max(gainsK, sumpK);
        else losesK = Math.min(losesK, sumpK);
      }
      this.sumpK += stepK;
      if (plugsBehind(losesK - gainsK, residualW, heatIn)) break;
      if (this.sumpK <= gainsK || this.sumpK >= losesK) this.sumpK = 0.5 * (gainsK + losesK);
    }
    return Math.abs(this.aboveK - this.belowK);
  }

  private settle(stepK: number): Settled {
    const { heat, state, sumpK } = this;
    const at = { ...state, oilTemperatureK: sumpK };
    const settled = settle(heat, at, this.conditions, sumpK, {
      withinK: restForStepK(stepK),
      most: MOST_CLOSER,
      held: this.held,
    });
    this.passes += settled.passes;
    return settled;
  }
}
