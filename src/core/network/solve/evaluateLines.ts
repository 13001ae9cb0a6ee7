import { CHURCHILL_LAMINAR_BELOW_RE, CHURCHILL_TURBULENT_ABOVE_RE } from '../../physics/laws/churchill';
import { EXIT_LAMINAR_RE, EXIT_TURBULENT_RE } from '../../physics/laws/line';
import { AT, Law } from '../compile/law';
import type { Network } from '../compile/network';
import type { Workspace } from './workspace';
import { STANDARD_GRAVITY_M_S2 } from '../../foundations/units/conversions';

/** Mean velocity at which the first linearisation from rest takes its chord [m/s]: typical of hot oil lines. */
const START_VELOCITY_M_S = 1;
/** Below this the start is laminar, whose chord is exact. */
const START_LAMINAR_RE = 2100;
/** Tube length in bores that holds the slope of square losses at rest; see lineDropInto. */
const REST_TUBE_BORES = 1e-3;

/** The lines of a network, with the terms of their law that stay the same while a state is solved. */
export class LineTable {
  readonly element: Int32Array;
  /** Reynolds number per flow of the whole element. */
  readonly reynoldsPerFlow: Float64Array;
  /** Poiseuille and K1, Pa per m³/s. */
  readonly linear: Float64Array;
  /** K1 alone, for when friction goes by Churchill. */
  readonly linearOfK1: Float64Array;
  /** ρ/(2A²) for the whole element. */
  readonly head: Float64Array;
  readonly restSlope: Float64Array;
  readonly lengthOverBore: Float64Array;
  readonly roughness: Float64Array;
  readonly kForward: Float64Array;
  readonly kReverse: Float64Array;
  readonly exits: Float64Array;
  readonly startFlow: Float64Array;

  constructor(private readonly network: Network) {
    const lines: number[] = [];
    for (let e = 0; e < network.law.length; e++) if (network.law[e] === Law.line) lines.push(e);
    const n = lines.length;
    this.element = Int32Array.from(lines);
    this.reynoldsPerFlow = new Float64Array(n);
    this.linear = new Float64Array(n);
    this.linearOfK1 = new Float64Array(n);
    this.head = new Float64Array(n);
    this.restSlope = new Float64Array(n);
    this.lengthOverBore = new Float64Array(n);
    this.roughness = new Float64Array(n);
    this.kForward = new Float64Array(n);
    this.kReverse = new Float64Array(n);
    this.exits = new Float64Array(n);
    this.startFlow = new Float64Array(n);
    this.read();
  }

  /** Reads what of the lines' parameters does not depend on the oil. */
  read(): void {
    const { network, element } = this;
    const p = network.parameters;
    for (let i = 0; i < element.length; i++) {
      const at = network.parameterStart[element[i]!]!;
      this.lengthOverBore[i] = p[at + AT.line.lengthM]! / p[at + AT.line.boreM]!;
      this.roughness[i] = 0.27 * p[at + AT.line.relativeRoughness]!;
      this.kForward[i] = p[at + AT.line.kForward]!;
      this.kReverse[i] = p[at + AT.line.kReverse]!;
      this.exits[i] = p[at + AT.line.exits]!;
    }
  }

  /** Sets what depends on the oil. */
  bind(ws: Workspace): void {
    const { network } = this;
    const p = network.parameters;
    for (let i = 0; i < this.element.length; i++) {
      const e = this.element[i]!;
      const at = network.parameterStart[e]!;
      const bore = p[at + AT.line.boreM]!;
      const area = 0.25 * Math.PI * bore * bore * network.count[e]!;
      const mu = ws.viscosityPaS[e]!;
      const rho = ws.densityKgM3[e]!;
      const perVelocity = mu / (bore * area);
      this.reynoldsPerFlow[i] = (rho * bore) / (mu * area);
      this.linearOfK1[i] = 0.5 * p[at + AT.line.k1]! * perVelocity;
      this.linear[i] = this.linearOfK1[i]! + 32 * this.lengthOverBore[i]! * perVelocity;
      this.head[i] = (0.5 * rho) / (area * area);
      this.restSlope[i] = 32 * REST_TUBE_BORES * perVelocity;
      this.startFlow[i] = START_VELOCITY_M_S * area;
    }
  }
}

/**
 * The line law for all lines in one loop: lineDropInto with churchillInto written out, because a call with eleven
 * numbers boxes each of them. A test holds it against the readable form.
 *
 * @param fromRest takes the chord at a typical velocity instead of the tangent at the present flow
 */
export function evaluateLines(network: Network, ws: Workspace, table: LineTable, fromRest: boolean): void {
  const { from, to, riseM, oneWay } = network;
  const { pressurePa, flowM3S, targetM3S, byFromPa, byToPa, bySensePa, lawErrorPa, densityKgM3 } = ws;
  const {
    element,
    reynoldsPerFlow,
    linear,
    linearOfK1,
    head,
    restSlope,
    lengthOverBore,
    roughness,
    kForward,
    kReverse,
    exits,
    startFlow,
  } = table;
  for (let i = 0; i < element.length; i++) {
    const e = element[i]!;
    const available = pressurePa[from[e]!]! - pressurePa[to[e]!]! - densityKgM3[e]! * STANDARD_GRAVITY_M_S2 * riseM[e]!;
    bySensePa[e] = 0;
    if (oneWay[e] === 1 && flowM3S[e]! <= 0) {
      if (available < 0) {
        const leak = ONE_WAY_LEAK_M3SPA * network.count[e]!;
        flowM3S[e] = leak * available;
        targetM3S[e] = leak * available;
        byFromPa[e] = leak;
        byToPa[e] = -leak;
        lawErrorPa[e] = 0;
        continue;
      }
      flowM3S[e] = 0;
    }
    const flow = flowM3S[e]!;
    const q = fromRest ? startFlow[i]! : Math.abs(flow);
    const perFlow = reynoldsPerFlow[i]!;
    const re = q * perFlow;
    let k = flow >= 0 ? kForward[i]! : kReverse[i]!;
    let kSlope = 0;
    let lin = linear[i]!;
    if (re >= (fromRest ? START_LAMINAR_RE : CHURCHILL_LAMINAR_BELOW_RE)) {
      // churchillInto, written out
      lin = linearOfK1[i]!;
      const smooth = Math.exp(0.9 * Math.log(7 / re));
      const inner = smooth + roughness[i]!;
      const theta = -2.457 * Math.log(inner);
      const thetaSlope = (2.457 * 0.9 * smooth) / (re * inner);
      let f = 0;
      let fSlope = 0;
      if (re > CHURCHILL_TURBULENT_ABOVE_RE) {
        f = 8 / (theta * theta);
        fSlope = (-2 * f * thetaSlope) / theta;
      } else {
        const t2 = theta * theta;
        const t4 = t2 * t2;
        const t8 = t4 * t4;
        const a = t8 * t8;
        const r2 = (37530 / re) * (37530 / re);
        const r4 = r2 * r2;
        const r8 = r4 * r4;
        const b = r8 * r8;
        const ab = a + b;
        const turbulent = 1 / (ab * Math.sqrt(ab));
        const l2 = (8 / re) * (8 / re);
        const l4 = l2 * l2;
        const laminar = l4 * l4 * l4;
        const sum = laminar + turbulent;
        const sumSlope =
          (-12 * laminar) / re - (1.5 * turbulent * ((16 * a * thetaSlope) / theta - (16 * b) / re)) / ab;
        f = 8 * Math.cbrt(Math.sqrt(Math.sqrt(sum)));
        fSlope = (f * sumSlope) / (12 * sum);
      }
      k += f * lengthOverBore[i]!;
      kSlope = fSlope * lengthOverBore[i]! * perFlow;
    }
    if (exits[i]! > 0) {
      const s = Math.min(1, Math.max(0, (re - EXIT_LAMINAR_RE) / (EXIT_TURBULENT_RE - EXIT_LAMINAR_RE)));
      k += exits[i]! * (2 - s * s * (3 - 2 * s));
      kSlope -= (exits[i]! * 6 * s * (1 - s) * perFlow) / (EXIT_TURBULENT_RE - EXIT_LAMINAR_RE);
    }
    const hq = head[i]! * q;
    const drop = (lin + k * hq) * q;
    let conductance: number;
    if (fromRest) {
      conductance = q / drop;
      targetM3S[e] = available * conductance;
      lawErrorPa[e] = available;
    } else {
      conductance = 1 / Math.max(lin + 2 * k * hq + kSlope * hq * q, restSlope[i]!);
      const error = available - (flow >= 0 ? drop : -drop);
      targetM3S[e] = flow + error * conductance;
      lawErrorPa[e] = error;
    }
    byFromPa[e] = conductance;
    byToPa[e] = -conductance;
  }
}

/** Slope of what is shut to backward flow [m³/(s Pa)]: too small to see, enough to hold a node. */
export const ONE_WAY_LEAK_M3SPA = 1e-13;
