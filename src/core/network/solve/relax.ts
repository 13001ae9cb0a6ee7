import type { Oil } from '../../physics/oil/oil';
import type { Network } from '../compile/network';
import type { LineTable } from './evaluateLines';
import type { Imbalance } from './imbalance';
import type { NewtonStep } from './newtonStep';
import { settleFlows } from './settleFlows';
import type { OperatingState } from './state';
import type { Workspace } from './workspace';

const RELAXATION_STEPS = 600;
/** Pressure by which the first relaxation step may move a node that lacks the whole flow. */
const RELAXATION_START_PA = 5e4;
/** Longest relaxation step, all nodes together. */
const RELAXATION_LONGEST_PA = 2e6;
/** Imbalance, as a share of the flow, that Newton takes over from. */
const RELAXED_SHARE = 1e-4;

/**
 * For circuits on which Newton's method cycles: lets every node store a little oil, as if it were compressible, and steps in time until
 * the balances nearly hold (pseudo-transient continuation). Slow, and hard to upset: every element's flow rises with
 * its pressure, so the springy circuit settles.
 * @param ws a state at rest, bound to the oil @param others elements that are not lines
 * @returns steps taken; Newton finishes from where it leaves
 * @source Kelley and Keyes (1998), SIAM J. Numer. Anal. 35, 508–523 (from memory).
 */
export function relax(
  network: Network,
  ws: Workspace,
  newton: NewtonStep,
  imbalance: Imbalance,
  lines: LineTable,
  others: Int32Array,
  oil: Oil,
  state: OperatingState,
): number {
  let compliance = 0;
  let before = Infinity;
  for (let i = 0; i < RELAXATION_STEPS; i++) {
    settleFlows(network, ws, lines, others, oil, state);
    const now = Math.sqrt(imbalance.measure(ws.byFromPa));
    if (i === 0) compliance = now / RELAXATION_START_PA;
    else compliance *= now > before ? 4 : Math.max(0.3, now / before - 0.02);
    before = now;
    const density = ws.densityKgM3.length > 0 ? ws.densityKgM3[0]! : 1;
    if (now < RELAXED_SHARE * density * imbalance.convergence.flowScaleM3S) return i;
    if (!newton.direct(compliance)) return i;
    newton.apply(Math.min(1, RELAXATION_LONGEST_PA / newton.norm()));
  }
  return RELAXATION_STEPS;
}
