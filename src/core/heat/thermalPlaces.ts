import { actsAs } from '../document/parts/part';
import { isReservoir, type ReservoirPart } from '../document/parts/ports';
import { SparseLu } from '../foundations/linear/sparseLu';
import type { CircuitSolver } from '../network/circuitSolver';

/**
 * The places of a circuit that have a temperature, and the matrix that couples them: one for each node of the network,
 * but one for both ends of a reservoir, which is a single stirred store.
 */
export class ThermalPlaces {
  readonly count: number;
  readonly unknownOfNode: Int32Array;
  /** The reservoir that the pump draws from: its temperature is given. */
  readonly source: number;
  /** The reservoir that most comes back to: it has the pan and the rest of the engine. */
  readonly home: number;
  /** From one reservoir to another by scavenge sections. */
  readonly scavenged: readonly { readonly from: number; readonly to: number }[];
  readonly matrix: SparseLu;
  /** Four an element: (to,to) (to,from) (from,from) (from,to). */
  readonly slots: Int32Array;
  readonly diagonal: Int32Array;
  readonly scavengeSlots: Int32Array;

  constructor(private readonly circuit: CircuitSolver) {
    const { compiled, variant } = circuit;
    const { network } = compiled;
    const reservoirs = variant.circuit.parts.filter(isReservoir);
    const nodes = network.nodeName.length;
    const elements = network.law.length;
    this.unknownOfNode = new Int32Array(nodes);
    let n = reservoirs.length;
    for (let i = 0; i < nodes; i++) {
      const id = compiled.reservoirOfNode.get(i as never);
      this.unknownOfNode[i] = id === undefined ? n++ : reservoirs.findIndex((r) => r.id === id);
    }
    this.count = n;
    this.source = this.indexOfSource(reservoirs);
    this.home = this.indexOfHome(reservoirs);
    this.scavenged = this.findScavenged(reservoirs.length);
    const rows: number[] = [];
    const columns: number[] = [];
    const couple = (a: number, b: number) => {
      if (a === b) return;
      rows.push(a);
      columns.push(b);
    };
    const at = (node: number) => this.unknownOfNode[node]!;
    for (let e = 0; e < elements; e++) couple(at(network.from[e]!), at(network.to[e]!));
    for (const s of this.scavenged) couple(s.from, s.to);
    this.matrix = new SparseLu(n, rows, columns);
    this.slots = new Int32Array(4 * elements);
    for (let e = 0; e < elements; e++) {
      const [a, b] = [at(network.from[e]!), at(network.to[e]!)];
      this.slots.set(
        [this.matrix.slot(b, b), this.matrix.slot(b, a), this.matrix.slot(a, a), this.matrix.slot(a, b)],
        4 * e,
      );
    }
    this.diagonal = Int32Array.from({ length: n }, (_, i) => this.matrix.slot(i, i));
    this.scavengeSlots = Int32Array.from(this.scavenged, (s) => this.matrix.slot(s.to, s.from));
  }

  /** Takes everything out of a row but its diagonal: its unknown is given. */
  holdRow(row: number): void {
    const { network } = this.circuit.compiled;
    const { values } = this.matrix;
    for (let e = 0; e < network.law.length; e++) {
      const a = this.unknownOfNode[network.from[e]!]!;
      const b = this.unknownOfNode[network.to[e]!]!;
      if (a === b) continue;
      if (b === row) values[this.slots[4 * e + 1]!] = 0;
      if (a === row) values[this.slots[4 * e + 3]!] = 0;
    }
    this.scavenged.forEach((s, i) => {
      if (s.to === row) values[this.scavengeSlots[i]!] = 0;
    });
  }

  /** The first reservoir that something leaves by its suction. */
  private indexOfSource(reservoirs: readonly ReservoirPart[]): number {
    const { compiled, variant } = this.circuit;
    const { network } = compiled;
    const pumped = variant.circuit.parts.some((p) => actsAs(p, 'pump'));
    const found = reservoirs.findIndex((r) => {
      const node = compiled.nodeOfPort.get(`${r.id}.suction`);
      return pumped && node !== undefined && network.from.includes(node);
    });
    return Math.max(0, found);
  }

  private indexOfHome(reservoirs: readonly ReservoirPart[]): number {
    const counts = reservoirs.map(
      (r) => [...this.circuit.compiled.returnsTo.values()].filter((id) => id === r.id).length,
    );
    return Math.max(0, counts.indexOf(Math.max(...counts)));
  }

  private findScavenged(reservoirs: number): { readonly from: number; readonly to: number }[] {
    const { compiled, variant } = this.circuit;
    const found: { readonly from: number; readonly to: number }[] = [];
    for (const part of variant.circuit.parts) {
      if (!actsAs(part, 'scavenge')) continue;
      const [from, to] = [compiled.nodeOfPort.get(`${part.id}.in`), compiled.nodeOfPort.get(`${part.id}.out`)];
      if (from === undefined || to === undefined) continue;
      const [a, b] = [this.unknownOfNode[from]!, this.unknownOfNode[to]!];
      if (a < reservoirs && b < reservoirs && a !== b && !found.some((s) => s.from === a))
        found.push({ from: a, to: b });
    }
    return found;
  }
}
