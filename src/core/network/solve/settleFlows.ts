import type { Oil } from '../../physics/oil/oil';
import { evaluateElements, lawFlowAt } from './evaluate';
import type { LineTable } from './evaluateLines';
import { Law } from '../compile/law';
import type { Network } from '../compile/network';
import { type OperatingState } from './state';
import type { Workspace } from './workspace';
import { STANDARD_GRAVITY_M_S2 } from '../../foundations/units/conversions';

const LINE_PASSES = 60;
const SETTLED_PA = 1e-3;

/**
 * Gives every element the flow that its law has at the present pressures, so that only the node balances are left open.
 * Lines use Newton's method on their own flow; their law is convex, so it cannot diverge.
 */
export function settleFlows(
  network: Network,
  ws: Workspace,
  lines: LineTable,
  others: Int32Array,
  oil: Oil,
  state: OperatingState,
): void {
  const { law, from, to, riseM, oneWay, count } = network;
  for (let i = 0; i < others.length; i++) {
    const e = others[i]!;
    if (law[e] !== Law.twoTerm && law[e] !== Law.orifice && law[e] !== Law.opening && law[e] !== Law.thermostatPath)
      continue;
    const drop =
      ws.pressurePa[from[e]!]! - ws.pressurePa[to[e]!]! - ws.densityKgM3[e]! * STANDARD_GRAVITY_M_S2 * riseM[e]!;
    if (oneWay[e] === 1 && drop <= 0) {
      ws.flowM3S[e] = 0;
      continue;
    }
    const q = count[e]! * lawFlowAt(network, ws, e, Math.abs(drop));
    ws.flowM3S[e] = drop >= 0 ? q : -q;
    ws.lawDropPa[e] = Math.abs(drop);
  }
  for (let pass = 0; pass < LINE_PASSES; pass++) {
    evaluateElements(network, ws, lines, others, oil, state);
    let worst = 0;
    for (let i = 0; i < lines.element.length; i++) {
      const e = lines.element[i]!;
      const error = Math.abs(ws.lawErrorPa[e]!);
      if (error > worst) worst = error;
      ws.flowM3S[e] = ws.targetM3S[e]!;
    }
    if (worst < SETTLED_PA) break;
  }
}
