import type { ElementResult, SolveResult } from '../../../core/network/result';

/** Look-ups into one answer, made once for a drawing. Nothing is computed here but sums of flows. */
export class Reading {
  private readonly nodeOfPort = new Map<string, number>();
  private readonly elementsOfPart = new Map<string, ElementResult[]>();

  constructor(readonly result: SolveResult) {
    result.nodes.forEach((node, i) => node.ports.forEach((port) => this.nodeOfPort.set(port, i)));
    for (const e of result.elements) this.elementsOfPart.set(e.part, [...(this.elementsOfPart.get(e.part) ?? []), e]);
  }

  /** Gauge pressure at a port; null for still or cut-off oil. */
  pressurePa(port: string): number | null {
    const node = this.nodeOfPort.get(port);
    return node === undefined ? null : this.result.nodes[node]!.pressurePa;
  }

  nodeIndex(port: string): number | undefined {
    return this.nodeOfPort.get(port);
  }

  elements(part: string): readonly ElementResult[] {
    return this.elementsOfPart.get(part) ?? [];
  }

  /** Flow into a part by its inlet; 0 where it has none. */
  flowM3S(part: string): number {
    const own = this.elements(part);
    const inlet = this.nodeOfPort.get(`${part}.in`);
    return own.filter((e) => e.fromNode === inlet).reduce((sum, e) => sum + e.flowM3S, 0);
  }

  flowOf(parts: readonly string[]): number {
    return parts.reduce((sum, part) => sum + this.flowM3S(part), 0);
  }

  /** Lift of a part's valve, or what else opens in it. */
  opening(part: string): number | null {
    return this.elements(part).find((e) => e.opening !== null)?.opening ?? null;
  }
}
