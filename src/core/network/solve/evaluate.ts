import { smoothstepInto } from '../../physics/laws/lift';
import { solveFilm } from '../../physics/laws/journalBearing';
import { openingFlowInto } from '../../physics/laws/opening';
import { orificeFlowInto } from '../../physics/laws/orifice';
import { pumpFlowInto } from '../../physics/laws/pump';
import { springValveFlowInto } from '../../physics/laws/springValve';
import { twoTermFlowInto } from '../../physics/laws/twoTerm';
import type { Oil } from '../../physics/oil/oil';
import { evaluateLines, ONE_WAY_LEAK_M3SPA, type LineTable } from './evaluateLines';
import { AT, Law } from '../compile/law';
import type { Network } from '../compile/network';
import { type OperatingState } from './state';
import type { Workspace } from './workspace';
import { STANDARD_GRAVITY_M_S2 } from '../../foundations/units/conversions';

const out = new Float64Array(6);
const gate = new Float64Array(2);

/**
 * Half-width that a rod's gate has at least. The pin draws oil outward however low the gallery is, but air comes in by
 * the journal when the gallery has no pressure: without this the flow would jump there.
 */
export const LEAST_GATE_PA = 2.5e3;

/**
 * How valves, nozzles, openings and bearings that know no flow yet are linearised: by chords to a typical drop, which is quick,
 * or by their tangents at rest, which now and then gets through where chords do not. Lines go by chords either way.
 */
export type Start = 'chords' | 'tangents';

/**
 * Evaluates every element at the workspace's pressures and linearises it: Q ≈ target + byFrom·δp_from + byTo·δp_to +
 * bySense·δp_sense.
 *
 * Pumps, spring valves and bearings set their flow by the pressures; the others keep their own flow as an unknown and
 * leave the difference as a law error, which Newton's next step removes.
 *
 * @param others elements that are not lines @param start set for the first evaluation of a solve without a guess
 */
export function evaluateElements(
  network: Network,
  ws: Workspace,
  lines: LineTable,
  others: Int32Array,
  oil: Oil,
  state: OperatingState,
  start?: Start,
): void {
  evaluateLines(network, ws, lines, start !== undefined);
  const { law, from, to, riseM } = network;
  const { pressurePa, bySensePa, lawErrorPa } = ws;
  for (let i = 0; i < others.length; i++) {
    const e = others[i]!;
    const rho = ws.densityKgM3[e]!;
    const drop = pressurePa[from[e]!]! - pressurePa[to[e]!]! - rho * STANDARD_GRAVITY_M_S2 * riseM[e]!;
    lawErrorPa[e] = 0;
    bySensePa[e] = 0;
    switch (law[e]) {
      case Law.springValve:
        if (start === 'chords') startByChord(network, ws, e, drop);
        else evaluateSpringValve(network, ws, e, drop);
        break;
      case Law.pump:
        evaluatePump(network, ws, e, state);
        break;
      case Law.bearing:
      case Law.crankFedRod:
        evaluateBearing(network, ws, e, drop, oil, start);
        break;
      default:
        if (start === 'chords') startByChord(network, ws, e, drop);
        else evaluateByFlow(network, ws, e, drop);
    }
  }
}

/** Written anew for each element: the loop makes no objects. */
const pump = {
  theoreticalM3S: 0,
  slipPerViscosity: 0,
  limitAbsPa: 0,
  dryAbsPa: 0,
  targetPa: Infinity,
  bandPa: 1,
  leastShare: 0,
};
const pumpMeets = { inletPa: 0, outletPa: 0, sensePa: 0, viscosityPaS: 0, atmospherePa: 0, freeAirShare: 0 };
const valve = { crackPa: 0, fullOpenPa: 0, areaM2: 0, dischargeCoefficient: 0, leakM3SPa: 0, seatLeakM2: 0 };
const valveMeets = { pressureDropPa: 0, sensedPa: 0, densityKgM3: 0, viscosityPaS: 0 };
const orifice = { boreM: 0, lengthM: 0, statedCd: 0 };

function evaluateSpringValve(network: Network, ws: Workspace, e: number, drop: number): void {
  if (isShutBackward(network, ws, e, drop)) return;
  const n = network.count[e]!;
  const s = network.sense[e]!;
  springValveFlow(network, ws, e, drop, s < 0 ? drop : sensedDropPa(network, ws.pressurePa, e, ws.densityKgM3[e]!));
  ws.opening[e] = out[3]!;
  ws.flowM3S[e] = n * out[0]!;
  ws.targetM3S[e] = ws.flowM3S[e]!;
  if (s < 0) {
    ws.byFromPa[e] = n * (out[1]! + out[2]!);
    ws.byToPa[e] = -ws.byFromPa[e]!;
  } else {
    ws.byFromPa[e] = n * out[1]!;
    ws.byToPa[e] = -n * (out[1]! + out[2]!);
    ws.bySensePa[e] = n * out[2]!;
  }
}

/** Flow of one of the element's `count`, its slopes and its lift, in `out`. */
function springValveFlow(network: Network, ws: Workspace, e: number, drop: number, sensedPa: number): void {
  const p = network.parameters;
  const at = network.parameterStart[e]!;
  valve.crackPa = p[at + AT.springValve.crackPa]!;
  valve.fullOpenPa = p[at + AT.springValve.fullOpenPa]!;
  valve.areaM2 = p[at + AT.springValve.areaM2]!;
  valve.dischargeCoefficient = p[at + AT.springValve.dischargeCoefficient]!;
  valve.leakM3SPa = p[at + AT.springValve.leakM3SPa]!;
  valve.seatLeakM2 = p[at + AT.springValve.seatLeakM2]!;
  valveMeets.pressureDropPa = drop;
  valveMeets.sensedPa = sensedPa;
  valveMeets.densityKgM3 = ws.densityKgM3[e]!;
  valveMeets.viscosityPaS = ws.viscosityPaS[e]!;
  springValveFlowInto(out, valve, valveMeets);
}

function evaluatePump(network: Network, ws: Workspace, e: number, state: OperatingState): void {
  const p = network.parameters;
  const at = network.parameterStart[e]!;
  const n = network.count[e]!;
  const b = network.to[e]!;
  const s = network.sense[e]! < 0 ? b : network.sense[e]!;
  pump.theoreticalM3S = ws.boundA[e]!;
  pump.slipPerViscosity = p[at + AT.pump.slipPerViscosity]!;
  pump.limitAbsPa = p[at + AT.pump.inletLimitAbsPa]!;
  pump.dryAbsPa = p[at + AT.pump.inletDryAbsPa]!;
  pump.targetPa = p[at + AT.pump.targetPa]!;
  pump.bandPa = p[at + AT.pump.bandPa]!;
  pump.leastShare = p[at + AT.pump.leastShare]!;
  pumpMeets.inletPa = ws.pressurePa[network.from[e]!]!;
  pumpMeets.outletPa = ws.pressurePa[b]!;
  pumpMeets.sensePa = ws.pressurePa[s]!;
  pumpMeets.viscosityPaS = ws.viscosityPaS[e]!;
  pumpMeets.atmospherePa = state.atmospherePa;
  pumpMeets.freeAirShare = ws.boundB[e]!;
  pumpFlowInto(out, pump, pumpMeets);
  ws.flowM3S[e] = n * out[0]!;
  ws.targetM3S[e] = ws.flowM3S[e]!;
  ws.byFromPa[e] = n * out[1]!;
  ws.byToPa[e] = n * (out[2]! + (s === b ? out[3]! : 0));
  ws.bySensePa[e] = s === b ? 0 : n * out[3]!;
  ws.opening[e] = out[4]! * out[5]!;
}

/**
 * A journal bearing; one that is fed through the turning crank stands behind the crank's gate. At rest its chord is
 * taken: where rotation drags oil out, the tangent without pressure promises twice what the feed gives.
 */
function evaluateBearing(network: Network, ws: Workspace, e: number, available: number, oil: Oil, start?: Start): void {
  if (isShutBackward(network, ws, e, available)) return;
  const drop = start === 'chords' ? START_DROP_PA : available;
  const isRod = network.law[e] === Law.crankFedRod;
  const film = ws.film[e]!;
  const inletK = ws.temperatureK[e]!;
  solveFilm(
    film,
    network.bearing[e]!,
    ws.filmCoefficients[e]!,
    oil,
    isRod ? Math.max(0, drop + ws.boundA[e]!) : drop,
    inletK,
    ws.densityKgM3[e]! * oil.specificHeatJKgK(inletK),
  );
  let flow = film.flowM3S;
  let slope = film.slope;
  if (isRod) {
    const threshold = ws.boundB[e]!;
    const half = Math.max(network.drilling[e]!.gateHalfWidth * threshold, LEAST_GATE_PA);
    const leak = network.parameters[network.parameterStart[e]! + AT.crankFedRod.leakM3SPa]!;
    smoothstepInto(gate, drop, Math.max(0, threshold - half), threshold + half);
    ws.opening[e] = gate[0]!;
    // The leak only keeps a shut gate open to Newton: it goes as the gate opens.
    const shut = 1 - gate[0]!;
    flow = gate[0]! * film.flowM3S + leak * shut * drop;
    slope = gate[0]! * film.slope + gate[1]! * film.flowM3S + leak * (shut - gate[1]! * drop);
  }
  const n = network.count[e]!;
  if (start === 'chords') {
    setChord(ws, e, available, (n * flow) / drop);
    return;
  }
  ws.flowM3S[e] = n * flow;
  ws.targetM3S[e] = ws.flowM3S[e]!;
  ws.byFromPa[e] = n * slope;
  ws.byToPa[e] = -ws.byFromPa[e]!;
}

/** Sets an element that never draws back to its leak. @returns true where that was so: the drop is backward */
function isShutBackward(network: Network, ws: Workspace, e: number, drop: number): boolean {
  if (network.oneWay[e] !== 1 || drop >= 0) return false;
  const leak = ONE_WAY_LEAK_M3SPA * network.count[e]!;
  ws.flowM3S[e] = leak * drop;
  ws.targetM3S[e] = leak * drop;
  ws.byFromPa[e] = leak;
  ws.byToPa[e] = -leak;
  return true;
}

/**
 * Where a start from rest takes its chords: a drop of some bar, as across jets, nozzles and bearings, and a valve that
 * has just begun to open. These two halve the evaluations of the demos' operating maps; no answer depends on them.
 */
const START_DROP_PA = 3e5;
const START_LIFT = 0.08;

const INVERSION_TOLERANCE = 1e-13;
const INVERSION_STEPS = 60;

/**
 * An element whose own flow is the unknown, though its law is written as flow by pressure: finds the drop that its
 * present flow needs, and linearises there.
 *
 * Near-square laws are convex in the flow, so Newton behaves; in the pressure they are concave and it overshoots.
 */
function evaluateByFlow(network: Network, ws: Workspace, e: number, available: number): void {
  const n = network.count[e]!;
  let flow = ws.flowM3S[e]!;
  if (network.oneWay[e] === 1 && flow <= 0) {
    if (isShutBackward(network, ws, e, available)) return;
    flow = 0;
  }
  const q = Math.abs(flow) / n;
  let drop = 0;
  lawFlow(network, ws, e, 0);
  if (q > 0) {
    drop = ws.lawDropPa[e]! > 0 ? ws.lawDropPa[e]! : q / out[1]!;
    for (let i = 0; i < INVERSION_STEPS; i++) {
      lawFlow(network, ws, e, drop);
      const ratio = q / out[0]!;
      if (Math.abs(ratio - 1) < INVERSION_TOLERANCE) break;
      // Newton on the logarithms: exact for any power law.
      drop *= Math.exp((Math.log(ratio) * out[0]!) / (drop * out[1]!));
    }
    ws.lawDropPa[e] = drop;
  }
  const slope = n * out[1]!;
  const error = available - (flow >= 0 ? drop : -drop);
  ws.flowM3S[e] = flow;
  ws.targetM3S[e] = flow + error * slope;
  ws.lawErrorPa[e] = error;
  ws.byFromPa[e] = slope;
  ws.byToPa[e] = -slope;
}

/**
 * Linearises an element that knows no flow yet by the chord to a typical drop: its tangent at rest, where flow is
 * laminar and valves are shut, would send the pump's whole flow through the thinnest nozzle.
 */
function startByChord(network: Network, ws: Workspace, e: number, available: number): void {
  if (isShutBackward(network, ws, e, available)) return;
  let drop = START_DROP_PA;
  if (network.law[e] === Law.springValve) {
    const at = network.parameterStart[e]!;
    const crack = network.parameters[at + AT.springValve.crackPa]!;
    drop = crack + START_LIFT * (network.parameters[at + AT.springValve.fullOpenPa]! - crack);
    springValveFlow(network, ws, e, drop, drop);
  } else lawFlow(network, ws, e, drop);
  setChord(ws, e, available, (network.count[e]! * out[0]!) / drop);
}

/** An element that knows no flow yet, as if it passed so much per pressure [m³/(s Pa)]. */
function setChord(ws: Workspace, e: number, available: number, conductance: number): void {
  ws.targetM3S[e] = available * conductance;
  ws.lawErrorPa[e] = available;
  ws.byFromPa[e] = conductance;
  ws.byToPa[e] = -conductance;
}

/** Flow [0] and slope [1] of one of the element's `count` at a drop ≥ 0. */
function lawFlow(network: Network, ws: Workspace, e: number, drop: number): void {
  const p = network.parameters;
  const at = network.parameterStart[e]!;
  const rho = ws.densityKgM3[e]!;
  const mu = ws.viscosityPaS[e]!;
  switch (network.law[e]) {
    case Law.twoTerm:
      twoTermFlowInto(out, drop, p[at + AT.twoTerm.linearPerViscosity]!, p[at + AT.twoTerm.squarePerDensity]!, rho, mu);
      return;
    case Law.orifice:
      orifice.boreM = p[at + AT.orifice.boreM]!;
      orifice.lengthM = p[at + AT.orifice.lengthM]!;
      orifice.statedCd = p[at + AT.orifice.dischargeCoefficient]!;
      orificeFlowInto(out, drop, orifice, rho, mu);
      return;
    default: {
      // A thermostat's path begins like an opening; its area was bound to its temperature.
      const area = network.law[e] === Law.opening ? p[at + AT.opening.areaM2]! : ws.boundA[e]!;
      openingFlowInto(out, drop, area, p[at + AT.opening.dischargeCoefficient]!, rho, mu);
      const leak = p[at + AT.opening.leakM3SPa]!;
      out[0]! += leak * drop;
      out[1]! += leak;
    }
  }
}

/**
 * Flow of one of an element's `count` at a drop ≥ 0 [m³/s]; for the laws that keep their flow as an unknown, lines
 * apart.
 */
export function lawFlowAt(network: Network, ws: Workspace, e: number, drop: number): number {
  lawFlow(network, ws, e, drop);
  return out[0]!;
}

/** Differential that a valve feels which senses elsewhere, over that place and its own outlet, head left out [Pa]. */
export function sensedDropPa(network: Network, pressurePa: Float64Array, e: number, densityKgM3: number): number {
  const at = network.sense[e]!;
  const outlet = network.to[e]!;
  return (
    pressurePa[at]! -
    pressurePa[outlet]! -
    densityKgM3 * STANDARD_GRAVITY_M_S2 * (network.elevationM[outlet]! - network.elevationM[at]!)
  );
}
