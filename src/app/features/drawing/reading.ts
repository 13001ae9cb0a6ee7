import { putInto } from '../../../core/foundations/putInto';
import type { FlowRef } from './station';
import type { ElementResult } from '../../../core/network/describe/result';
import type { SolveResult } from '../../../core/judgement/stateResult';

/** The answer of a circuit that has none: its parts are drawn without figures. */
const NO_ANSWER: SolveResult = {
  state: { speedRevS: 0, oilTemperatureK: 0, atmospherePa: 0 },
  temperatureModel: 'held',
  convergence: {
    status: 'stalled',
    iterations: 0,
    evaluations: 0,
    worstImbalanceM3S: null,
    worstNode: '',
    worstLawErrorPa: null,
    worstElement: '',
    flowScaleM3S: 0,
  },
  supplied: false,
  nodes: [],
  elements: [],
  consumers: [],
  drains: [],
  accumulators: [],
  notes: [],
};

/** Look-ups into one answer, made once for a drawing. Nothing is computed here but sums of flows. */
export class Reading {
  private readonly nodeOfPort = new Map<string, number>();
  private readonly elementsOfPart = new Map<string, ElementResult[]>();
  private readonly consumerOfPart: ReadonlyMap<string, SolveResult['consumers'][number]>;
  /** Flows that were asked for: a line of many branches asks for each of them again and again. */
  private readonly flows = new Map<FlowRef, number>();

  readonly result: SolveResult;
  /** False for a circuit that could not be computed. */
  readonly isThere: boolean;

  constructor(answer: SolveResult | undefined) {
    const result = answer ?? NO_ANSWER;
    this.result = result;
    this.isThere = answer !== undefined;
    result.nodes.forEach((node, i) => node.ports.forEach((port) => this.nodeOfPort.set(port, i)));
    for (const e of result.elements) putInto(this.elementsOfPart, e.part, e);
    this.consumerOfPart = new Map(result.consumers.map((c) => [c.part, c]));
  }

  /** Gauge pressure at a port; null for still or cut-off oil. */
  pressurePa(port: string): number | null {
    const node = this.nodeOfPort.get(port);
    return node === undefined ? null : this.result.nodes[node]!.pressurePa;
  }

  /**
   * Pressure at which a part hands its oil on: a plate with a loop at its port to the loop, so that what the loop loses
   * is the loop's alone.
   */
  outletPa(part: string): number | null {
    for (const port of ['away', 'out', 'run', 'cooler']) {
      const pa = this.pressurePa(`${part}.${port}`);
      if (pa !== null && (port !== 'away' || this.loops(part))) return pa;
    }
    return null;
  }

  /** What a part itself adds to the pressure or takes of it, its loop left out; null where it has no way through. */
  ownChangePa(part: string): number | null {
    const inlet = this.pressurePa(`${part}.in`);
    const outlet = this.outletPa(part);
    if (inlet === null || outlet === null) return null;
    const back = this.pressurePa(`${part}.back`);
    const out = this.pressurePa(`${part}.out`);
    return outlet - inlet + (this.loops(part) && back !== null && out !== null ? out - back : 0);
  }

  private loops(part: string): boolean {
    return this.flowM3S(`${part}.away`) > 0 && this.pressurePa(`${part}.back`) !== null;
  }

  nodeIndex(port: string): number | undefined {
    return this.nodeOfPort.get(port);
  }

  elements(part: string): readonly ElementResult[] {
    return this.elementsOfPart.get(part) ?? [];
  }

  /** Flow into a part by its inlet, or by another port of it (`id.port`); 0 where there is none. */
  flowM3S(ref: FlowRef): number {
    const known = this.flows.get(ref);
    if (known !== undefined) return known;
    const flow = this.sumAt(ref);
    this.flows.set(ref, flow);
    return flow;
  }

  private sumAt(ref: FlowRef): number {
    const dot = ref.indexOf('.');
    const part = dot < 0 ? ref : ref.slice(0, dot);
    const port = dot < 0 ? 'in' : ref.slice(dot + 1);
    const node = this.nodeOfPort.get(`${part}.${port}`);
    const own = this.elements(part);
    return port === 'in' || port === 'back'
      ? own.filter((e) => e.fromNode === node).reduce((sum, e) => sum + e.flowM3S, 0)
      : own.filter((e) => e.toNode === node).reduce((sum, e) => sum + e.flowM3S, 0);
  }

  /** Sum of flows, less those that have left. */
  flowOf(refs: readonly FlowRef[], less: readonly FlowRef[] = []): number {
    return (
      refs.reduce((sum, ref) => sum + this.flowM3S(ref), 0) - less.reduce((sum, ref) => sum + this.flowM3S(ref), 0)
    );
  }

  /** What the answer says of a fed part. */
  consumer(part: string): SolveResult['consumers'][number] | undefined {
    return this.consumerOfPart.get(part);
  }

  /** Lift of a part's valve, or what else opens in it. */
  opening(part: string): number | null {
    return this.elements(part).find((e) => e.opening !== null)?.opening ?? null;
  }
}
