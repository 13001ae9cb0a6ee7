import { SparseLu } from '../../foundations/linear/sparseLu';
import type { Network } from '../compile/network';
import type { Workspace } from './workspace';

/** The linear system of a network's free nodes: which unknown is which node, and the Jacobian of their balances. */
export class NodeSystem {
  /** Unknown of each node; −1 where its pressure is held. */
  readonly unknownOfNode: Int32Array;
  readonly nodeOfUnknown: Int32Array;
  readonly matrix: SparseLu;
  private readonly slots: Int32Array;
  private readonly diagonal: Int32Array;

  constructor(private readonly network: Network) {
    const nodes = network.nodeName.length;
    this.unknownOfNode = new Int32Array(nodes).fill(-1);
    let unknowns = 0;
    for (let i = 0; i < nodes; i++) if (network.nodeHeld[i] === 0) this.unknownOfNode[i] = unknowns++;
    this.nodeOfUnknown = new Int32Array(unknowns);
    for (let i = 0; i < nodes; i++) if (this.unknownOfNode[i]! >= 0) this.nodeOfUnknown[this.unknownOfNode[i]!] = i;
    const elements = network.law.length;
    const rows: number[] = [];
    const columns: number[] = [];
    const couple = (row: number, column: number) => {
      if (row < 0 || column < 0 || row === column) return;
      rows.push(row);
      columns.push(column);
    };
    const unknownAt = (node: number) => (node < 0 ? -1 : this.unknownOfNode[node]!);
    for (let e = 0; e < elements; e++) {
      const a = unknownAt(network.from[e]!);
      const b = unknownAt(network.to[e]!);
      const s = unknownAt(network.sense[e]!);
      couple(a, b);
      couple(a, s);
      couple(b, s);
    }
    this.matrix = new SparseLu(unknowns, rows, columns);
    // Six slots an element: (a,a) (a,b) (a,s) (b,a) (b,b) (b,s); −1 where an end is held.
    this.slots = new Int32Array(6 * elements).fill(-1);
    const slotFor = (row: number, column: number) => (row < 0 || column < 0 ? -1 : this.matrix.slot(row, column));
    for (let e = 0; e < elements; e++) {
      const a = unknownAt(network.from[e]!);
      const b = unknownAt(network.to[e]!);
      const s = unknownAt(network.sense[e]!);
      this.slots[6 * e] = slotFor(a, a);
      this.slots[6 * e + 1] = slotFor(a, b);
      this.slots[6 * e + 2] = slotFor(a, s);
      this.slots[6 * e + 3] = slotFor(b, a);
      this.slots[6 * e + 4] = slotFor(b, b);
      this.slots[6 * e + 5] = slotFor(b, s);
    }
    this.diagonal = Int32Array.from({ length: unknowns }, (_, i) => this.matrix.slot(i, i));
  }

  /**
   * Jacobian of the node balances at the workspace's linearisation, element flows eliminated.
   * @param compliance added to every balance, mass flow per pressure
   */
  assemble(ws: Workspace, compliance: number): void {
    const { network, unknownOfNode, slots } = this;
    const { values } = this.matrix;
    values.fill(0);
    for (let i = 0; i < this.diagonal.length; i++) values[this.diagonal[i]!] = compliance;
    for (let e = 0; e < network.law.length; e++) {
      const rho = ws.densityKgM3[e]!;
      const a = unknownOfNode[network.from[e]!]!;
      const b = unknownOfNode[network.to[e]!]!;
      const at = 6 * e;
      const byFrom = rho * ws.byFromPa[e]!;
      const byTo = rho * ws.byToPa[e]!;
      const bySense = rho * ws.bySensePa[e]!;
      if (a >= 0) {
        values[slots[at]!]! += byFrom;
        if (b >= 0) values[slots[at + 1]!]! += byTo;
        if (slots[at + 2]! >= 0) values[slots[at + 2]!]! += bySense;
      }
      if (b >= 0) {
        if (a >= 0) values[slots[at + 3]!]! -= byFrom;
        values[slots[at + 4]!]! -= byTo;
        if (slots[at + 5]! >= 0) values[slots[at + 5]!]! -= bySense;
      }
    }
  }
}
