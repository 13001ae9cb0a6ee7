import { smoothstepInto } from '../elements/lift';
import { solveFilm } from '../elements/journalBearing';
import { openingFlowInto } from '../elements/opening';
import { orificeFlowInto } from '../elements/orifice';
import { pumpFlowInto } from '../elements/pump';
import { springValveFlowInto } from '../elements/springValve';
import { twoTermFlowInto } from '../elements/twoTerm';
import type { Oil } from '../oil/oil';
import { evaluateLines, ONE_WAY_LEAK_M3SPA, type LineTable } from './evaluateLines';
import { Law } from './law';
import type { Network } from './network';
import { STANDARD_GRAVITY_M_S2, type OperatingState } from './state';
import type { Workspace } from './workspace';

const out = new Float64Array(6);
const gate = new Float64Array(2);

/**
 * Evaluates every element at the workspace's pressures and linearises it:
 * Q ≈ target + byFrom·δp_from + byTo·δp_to + bySense·δp_sense.
 *
 * Laws that give Q in closed form set the flow to it; a line keeps its own flow as an unknown and
 * leaves the difference as a law error, which Newton's next step removes.
 *
 * @param others elements that are not lines @param fromRest the first evaluation of a solve without a guess
 */
export function evaluateElements(
  network: Network, ws: Workspace, lines: LineTable, others: Int32Array, oil: Oil, state: OperatingState, fromRest: boolean,
): void {
  evaluateLines(network, ws, lines, fromRest);
  const { law, from, to, sense, count, riseM, oneWay, parameterStart, parameters: p } = network;
  const { pressurePa, flowM3S, targetM3S, byFromPa, byToPa, bySensePa, lawErrorPa } = ws;
  for (let i = 0; i < others.length; i++) {
    const e = others[i]!;
    const a = from[e]!;
    const b = to[e]!;
    const n = count[e]!;
    const at = parameterStart[e]!;
    const rho = ws.densityKgM3[e]!;
    const mu = ws.viscosityPaS[e]!;
    const drop = pressurePa[a]! - pressurePa[b]! - rho * STANDARD_GRAVITY_M_S2 * riseM[e]!;
    lawErrorPa[e] = 0;
    bySensePa[e] = 0;
    if (oneWay[e] === 1 && drop < 0) {
      flowM3S[e] = ONE_WAY_LEAK_M3SPA * n * drop;
      targetM3S[e] = flowM3S[e]!;
      byFromPa[e] = ONE_WAY_LEAK_M3SPA * n;
      byToPa[e] = -byFromPa[e]!;
      continue;
    }
    let slope = 0;
    switch (law[e]) {
      case Law.twoTerm:
        twoTermFlowInto(out, drop, p[at]!, p[at + 1]!, rho, mu);
        slope = out[1]!;
        break;
      case Law.orifice:
        orificeFlowInto(out, drop, p[at]!, p[at + 1]!, p[at + 2]!, rho, mu);
        slope = out[1]!;
        break;
      case Law.opening:
      case Law.thermostatPath:
        openingFlowInto(out, drop, law[e] === Law.opening ? p[at]! : ws.boundA[e]!, p[at + 1]!, rho, mu);
        out[0]! += p[at + 2]! * drop;
        slope = out[1]! + p[at + 2]!;
        break;
      case Law.springValve: {
        const s = sense[e]!;
        const sensed =
          s < 0 ? drop : pressurePa[s]! - pressurePa[b]! - rho * STANDARD_GRAVITY_M_S2 * (network.elevationM[b]! - network.elevationM[s]!);
        springValveFlowInto(out, drop, sensed, p[at]!, p[at + 1]!, p[at + 2]!, p[at + 3]!, p[at + 4]!, rho, mu);
        ws.opening[e] = out[3]!;
        flowM3S[e] = n * out[0]!;
        targetM3S[e] = flowM3S[e]!;
        if (s < 0) {
          byFromPa[e] = n * (out[1]! + out[2]!);
          byToPa[e] = -byFromPa[e]!;
        } else {
          byFromPa[e] = n * out[1]!;
          byToPa[e] = -n * (out[1]! + out[2]!);
          bySensePa[e] = n * out[2]!;
        }
        continue;
      }
      case Law.pump: {
        const s = sense[e]! < 0 ? b : sense[e]!;
        pumpFlowInto(out, pressurePa[a]!, pressurePa[b]!, pressurePa[s]!, ws.boundA[e]!, p[at + 1]!, mu,
          state.atmospherePa, p[at + 2]!, p[at + 3]!, p[at + 4]!, p[at + 5]!, p[at + 6]!);
        flowM3S[e] = n * out[0]!;
        targetM3S[e] = flowM3S[e]!;
        byFromPa[e] = n * out[1]!;
        byToPa[e] = n * (out[2]! + (s === b ? out[3]! : 0));
        bySensePa[e] = s === b ? 0 : n * out[3]!;
        ws.opening[e] = out[4]! * out[5]!;
        continue;
      }
      case Law.bearing: {
        const film = ws.film[e]!;
        solveFilm(film, network.bearing[e]!, ws.filmCoefficients[e]!, oil, state.speedRevS * network.bearingSpeedRatio[e]!,
          drop, state.oilTemperatureK, rho * oil.specificHeatJKgK(state.oilTemperatureK));
        out[0] = film.flowM3S;
        slope = film.slope;
        break;
      }
      case Law.crankFedRod: {
        const film = ws.film[e]!;
        const gain = Math.max(0, drop + ws.boundA[e]!);
        solveFilm(film, network.bearing[e]!, ws.filmCoefficients[e]!, oil, state.speedRevS * network.bearingSpeedRatio[e]!,
          gain, state.oilTemperatureK, rho * oil.specificHeatJKgK(state.oilTemperatureK));
        const threshold = ws.boundB[e]!;
        if (threshold > 0) {
          const half = network.drilling[e]!.gateHalfWidth * threshold;
          smoothstepInto(gate, drop, threshold - half, threshold + half);
        } else {
          gate[0] = 1;
          gate[1] = 0;
        }
        ws.opening[e] = gate[0]!;
        out[0] = gate[0]! * film.flowM3S + p[at]! * drop;
        slope = gate[0]! * film.slope + gate[1]! * film.flowM3S + p[at]!;
        break;
      }
    }
    flowM3S[e] = n * out[0]!;
    targetM3S[e] = flowM3S[e]!;
    byFromPa[e] = n * slope;
    byToPa[e] = -byFromPa[e]!;
  }
}
