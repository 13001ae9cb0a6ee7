/**
 * A fill-reducing elimination order for a symmetric pattern, with the pattern of the factor.
 *
 * Plain minimum degree on the explicit elimination graph: the node with the fewest remaining
 * neighbours goes next, its neighbours become a clique. Hydraulic networks are near-planar with
 * node degrees of 2 to 5, so cliques stay small and the explicit graph is cheaper than a quotient graph.
 *
 * @source Rose, D. J. (1972), "A graph-theoretic study of the numerical solution of sparse positive
 *   definite systems of linear equations", in Graph Theory and Computing, 183–217 (from memory).
 */
export interface Elimination {
  /** order[k] is the node eliminated k-th. */
  readonly order: Int32Array;
  /** position[node] is k with order[k] = node. */
  readonly position: Int32Array;
  /** later[k]: positions greater than k coupled to k in the factor, ascending. */
  readonly later: readonly Int32Array[];
}

/**
 * @param size number of unknowns, 0 or more
 * @param rowStart compressed-row starts of the pattern, length size + 1
 * @param columns column indices; symmetric pattern, the diagonal may be present and is ignored
 * @returns the order and the factor's upper pattern
 */
export function minimumDegree(size: number, rowStart: Int32Array, columns: Int32Array): Elimination {
  const neighbours: number[][] = new Array<number[]>(size);
  for (let i = 0; i < size; i++) {
    const list: number[] = [];
    for (let p = rowStart[i]!; p < rowStart[i + 1]!; p++) if (columns[p] !== i) list.push(columns[p]!);
    neighbours[i] = list;
  }
  const queue = new DegreeQueue(size, neighbours);
  const order = new Int32Array(size);
  const position = new Int32Array(size).fill(-1);
  const mark = new Int32Array(size).fill(-1);
  const pattern: number[][] = new Array<number[]>(size);
  let stamp = 0;
  for (let k = 0; k < size; k++) {
    const pivot = queue.takeLeast();
    order[k] = pivot;
    position[pivot] = k;
    const clique = neighbours[pivot]!;
    pattern[k] = clique;
    for (let a = 0; a < clique.length; a++) {
      const node = clique[a]!;
      const list = neighbours[node]!;
      stamp++;
      mark[node] = stamp;
      let kept = 0;
      for (let b = 0; b < list.length; b++) {
        const other = list[b]!;
        if (other === pivot) continue;
        mark[other] = stamp;
        list[kept++] = other;
      }
      list.length = kept;
      for (let b = 0; b < clique.length; b++) {
        const other = clique[b]!;
        if (mark[other] !== stamp) list.push(other);
      }
      queue.move(node, list.length);
    }
  }
  const later = pattern.map((nodes) => Int32Array.from(nodes, (node) => position[node]!).sort());
  return { order, position, later };
}

/** Nodes by degree in doubly linked buckets, so the least is found without a scan of all. */
class DegreeQueue {
  private readonly head: Int32Array;
  private readonly next: Int32Array;
  private readonly previous: Int32Array;
  private readonly degree: Int32Array;
  private least = 0;

  constructor(size: number, neighbours: readonly number[][]) {
    this.head = new Int32Array(size + 1).fill(-1);
    this.next = new Int32Array(size).fill(-1);
    this.previous = new Int32Array(size).fill(-1);
    this.degree = new Int32Array(size);
    for (let i = size - 1; i >= 0; i--) this.insert(i, neighbours[i]!.length);
  }

  takeLeast(): number {
    while (this.head[this.least] === -1) this.least++;
    const node = this.head[this.least]!;
    this.remove(node);
    return node;
  }

  move(node: number, degree: number): void {
    if (this.degree[node] === degree) return;
    this.remove(node);
    this.insert(node, degree);
    if (degree < this.least) this.least = degree;
  }

  private insert(node: number, degree: number): void {
    const first = this.head[degree]!;
    this.degree[node] = degree;
    this.previous[node] = -1;
    this.next[node] = first;
    if (first !== -1) this.previous[first] = node;
    this.head[degree] = node;
  }

  private remove(node: number): void {
    const before = this.previous[node]!;
    const after = this.next[node]!;
    if (before === -1) this.head[this.degree[node]!] = after;
    else this.next[before] = after;
    if (after !== -1) this.previous[after] = before;
  }
}
