import type { Part } from '../parts/part';
import { isDeadEnd, isReservoir, onePlaceInside, PORTS, splitPortRef } from '../parts/ports';
import type { Circuit } from '../project/project';

/** Disjoint sets of ports. */
export class PortGroups {
  private readonly parent = new Map<string, string>();
  private readonly size = new Map<string, number>();

  /** The places of a circuit: joined ports, and ports that are one place inside their part. */
  static of(circuit: Circuit): PortGroups {
    const groups = new PortGroups();
    for (const part of circuit.parts) {
      for (const port of PORTS[part.kind]) groups.add(`${part.id}.${port}`);
      for (const [a, b] of onePlaceInside(part)) groups.join(`${part.id}.${a}`, `${part.id}.${b}`);
    }
    for (const joint of circuit.joints) groups.join(joint.from, joint.to);
    return groups;
  }

  private add(ref: string): void {
    this.parent.set(ref, ref);
    this.size.set(ref, 1);
  }

  /** Name of the set that a port is in: one of its ports. */
  of(ref: string): string {
    let root = ref;
    while (this.parent.get(root) !== root) {
      const next = this.parent.get(root);
      if (next === undefined) return ref;
      root = next;
    }
    // All on the way now lead to the root at once: a long run of hoses is not walked again for each of its ports.
    for (let each = ref; each !== root;) {
      const next = this.parent.get(each)!;
      this.parent.set(each, root);
      each = next;
    }
    return root;
  }

  /** Makes one place of two. */
  join(a: string, b: string): void {
    const rootA = this.of(a);
    const rootB = this.of(b);
    if (rootA === rootB) return;
    this.parent.set(rootB, rootA);
    this.size.set(rootA, this.size.get(rootA)! + this.size.get(rootB)!);
  }

  /** Ports in the set of this one. */
  sizeOf(ref: string): number {
    return this.size.get(this.of(ref))!;
  }

  /** A place is named after the part that oil leaves there; a pure inlet after the part that it enters. */
  nameOf(group: string, partById: ReadonlyMap<string, Part>): string {
    let best = '';
    let rank = Infinity;
    for (const ref of this.parent.keys()) {
      if (this.of(ref) !== group) continue;
      const { part, port } = splitPortRef(ref);
      const p = partById.get(part)!;
      const r = isReservoir(p)
        ? 0
        : port === 'in' || port === 'back'
          ? isDeadEnd(p)
            ? 3
            : 2
          : port === 'tap'
            ? 1.5
            : 1;
      if (r < rank) {
        rank = r;
        best = `${p.name}, ${port}`;
      }
    }
    return best;
  }
}
