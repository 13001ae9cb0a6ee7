import { minimumDegree } from './minimumDegree';

/** A pivot smaller than this share of its row is taken as none. */
const SMALLEST_PIVOT = 1e-14;

/**
 * Sparse LU with a fixed order and a fixed pattern, made once and refactored without allocation.
 *
 * The pattern is symmetric, the values need not be: pumps and valves that sense elsewhere make the
 * Jacobian unsymmetric. There is no pivoting for size: the network's Jacobian is close to an M-matrix,
 * and a vanishing pivot is reported as singular rather than repaired.
 *
 * @source row-wise Doolittle (IKJ) elimination, e.g. Saad (2003), Iterative Methods for Sparse Linear
 *   Systems, 2nd ed., alg. 10.3 without dropping (from memory).
 */
export class SparseLu {
  readonly size: number;
  /** Values of the matrix; write them through the slots that `slot` gave, then call `factor`. */
  readonly values: Float64Array;
  /** The unknown whose pivot vanished in the last `factor`, or −1. */
  singularUnknown = -1;

  private readonly order: Int32Array;
  private readonly position: Int32Array;
  private readonly lowerStart: Int32Array;
  private readonly lowerColumn: Int32Array;
  private readonly lowerValue: Float64Array;
  private readonly upperStart: Int32Array;
  private readonly upperColumn: Int32Array;
  private readonly upperValue: Float64Array;
  private readonly inversePivot: Float64Array;
  private readonly work: Float64Array;
  private readonly nextUpper: Int32Array;
  private readonly matrixStart: Int32Array;
  private readonly matrixColumn: Int32Array;

  /**
   * @param size number of unknowns
   * @param rows row of each coupling; the mirrored entry and the diagonal are added by themselves
   * @param columns column of each coupling
   */
  constructor(size: number, rows: readonly number[], columns: readonly number[]) {
    this.size = size;
    const pattern = symmetricPattern(size, rows, columns);
    const elimination = minimumDegree(size, pattern.start, pattern.column);
    this.order = elimination.order;
    this.position = elimination.position;
    const later = elimination.later;

    const upperCounts = new Int32Array(size + 1);
    const lowerCounts = new Int32Array(size + 1);
    for (let k = 0; k < size; k++) {
      upperCounts[k + 1] = later[k]!.length;
      for (const column of later[k]!) lowerCounts[column + 1]!++;
    }
    this.upperStart = runningSum(upperCounts);
    this.lowerStart = runningSum(lowerCounts);
    this.upperColumn = new Int32Array(this.upperStart[size]!);
    this.lowerColumn = new Int32Array(this.lowerStart[size]!);
    const lowerFill = this.lowerStart.slice();
    for (let k = 0; k < size; k++) {
      this.upperColumn.set(later[k]!, this.upperStart[k]!);
      for (const row of later[k]!) this.lowerColumn[lowerFill[row]!++] = k;
    }
    this.upperValue = new Float64Array(this.upperColumn.length);
    this.lowerValue = new Float64Array(this.lowerColumn.length);
    this.inversePivot = new Float64Array(size);
    this.work = new Float64Array(size);
    this.nextUpper = new Int32Array(size);

    // Matrix rows in elimination order, columns as positions; slots are handed out by original indices.
    this.matrixStart = new Int32Array(size + 1);
    for (let k = 0; k < size; k++) {
      const node = this.order[k]!;
      this.matrixStart[k + 1] = this.matrixStart[k]! + pattern.start[node + 1]! - pattern.start[node]!;
    }
    this.matrixColumn = new Int32Array(this.matrixStart[size]!);
    for (let k = 0, slot = 0; k < size; k++) {
      const node = this.order[k]!;
      for (let p = pattern.start[node]!; p < pattern.start[node + 1]!; p++)
        this.matrixColumn[slot++] = this.position[pattern.column[p]!]!;
    }
    this.values = new Float64Array(this.matrixColumn.length);
  }

  /** Index into `values` of the entry (row, column), which must be in the pattern. */
  slot(row: number, column: number): number {
    const k = this.position[row]!;
    const wanted = this.position[column]!;
    for (let p = this.matrixStart[k]!; p < this.matrixStart[k + 1]!; p++) if (this.matrixColumn[p] === wanted) return p;
    throw new Error(`entry ${row},${column} is outside the pattern`);
  }

  /**
   * Refactors the current values.
   * @param symmetric true when the values are known to be symmetric: half of the work
   * @returns false when a pivot vanished (`singularUnknown` names it)
   */
  factor(symmetric = false): boolean {
    const { size, lowerStart, lowerColumn, lowerValue, upperStart, upperColumn, upperValue } = this;
    const { matrixStart, matrixColumn, values, work, inversePivot, nextUpper } = this;
    this.singularUnknown = -1;
    if (symmetric) for (let k = 0; k < size; k++) nextUpper[k] = upperStart[k]!;
    for (let i = 0; i < size; i++) {
      const upperFrom = upperStart[i]!;
      const upperTo = upperStart[i + 1]!;
      const lowerFrom = lowerStart[i]!;
      const lowerTo = lowerStart[i + 1]!;
      if (!symmetric) for (let p = lowerFrom; p < lowerTo; p++) work[lowerColumn[p]!] = 0;
      for (let p = upperFrom; p < upperTo; p++) work[upperColumn[p]!] = 0;
      work[i] = 0;
      let largest = 0;
      for (let p = matrixStart[i]!; p < matrixStart[i + 1]!; p++) {
        const value = values[p]!;
        work[matrixColumn[p]!] = value;
        if (Math.abs(value) > largest) largest = Math.abs(value);
      }
      for (let p = lowerFrom; p < lowerTo; p++) {
        const k = lowerColumn[p]!;
        // By symmetry the entry left of the diagonal is the one above it, met in order of the rows.
        const from = symmetric ? nextUpper[k]!++ : upperStart[k]!;
        const factor = (symmetric ? upperValue[from]! : work[k]!) * inversePivot[k]!;
        lowerValue[p] = factor;
        for (let q = from, end = upperStart[k + 1]!; q < end; q++) {
          const column = upperColumn[q]!;
          work[column] = work[column]! - factor * upperValue[q]!;
        }
      }
      const pivot = work[i]!;
      if (!(Math.abs(pivot) > SMALLEST_PIVOT * largest) || !Number.isFinite(pivot)) {
        this.singularUnknown = this.order[i]!;
        return false;
      }
      inversePivot[i] = 1 / pivot;
      for (let p = upperFrom; p < upperTo; p++) upperValue[p] = work[upperColumn[p]!]!;
    }
    return true;
  }

  /** Solves with the last factors. @param rhs by unknown, kept @param solution by unknown, written */
  solve(rhs: Float64Array, solution: Float64Array): void {
    const { size, order, lowerStart, lowerColumn, lowerValue, upperStart, upperColumn, upperValue, work } = this;
    for (let i = 0; i < size; i++) {
      let sum = rhs[order[i]!]!;
      for (let p = lowerStart[i]!; p < lowerStart[i + 1]!; p++) sum -= lowerValue[p]! * work[lowerColumn[p]!]!;
      work[i] = sum;
    }
    for (let i = size - 1; i >= 0; i--) {
      let sum = work[i]!;
      for (let p = upperStart[i]!; p < upperStart[i + 1]!; p++) sum -= upperValue[p]! * work[upperColumn[p]!]!;
      work[i] = sum * this.inversePivot[i]!;
    }
    for (let i = 0; i < size; i++) solution[order[i]!] = work[i]!;
  }

  /**
   * Solves the transposed system with the last factors: Aᵀx = b.
   * @param rhs by unknown, kept
   * @param solution by unknown, written
   */
  solveTransposed(rhs: Float64Array, solution: Float64Array): void {
    const { size, order, lowerStart, lowerColumn, lowerValue, upperStart, upperColumn, upperValue, work } = this;
    for (let i = 0; i < size; i++) work[i] = rhs[order[i]!]!;
    // A = LU by rows, so Aᵀ = UᵀLᵀ: down the columns of Uᵀ, then up those of Lᵀ.
    for (let i = 0; i < size; i++) {
      const y = work[i]! * this.inversePivot[i]!;
      work[i] = y;
      for (let p = upperStart[i]!; p < upperStart[i + 1]!; p++) work[upperColumn[p]!]! -= upperValue[p]! * y;
    }
    for (let i = size - 1; i >= 0; i--) {
      const z = work[i]!;
      for (let p = lowerStart[i]!; p < lowerStart[i + 1]!; p++) work[lowerColumn[p]!]! -= lowerValue[p]! * z;
    }
    for (let i = 0; i < size; i++) solution[order[i]!] = work[i]!;
  }
}

function runningSum(counts: Int32Array): Int32Array {
  for (let i = 1; i < counts.length; i++) counts[i]! += counts[i - 1]!;
  return counts;
}

/** Compressed rows of the pattern with its mirror image and its diagonal, each entry once. */
function symmetricPattern(size: number, rows: readonly number[], columns: readonly number[]) {
  const counts = new Int32Array(size + 1).fill(1, 1);
  for (let e = 0; e < rows.length; e++) {
    counts[rows[e]! + 1]!++;
    counts[columns[e]! + 1]!++;
  }
  const rough = runningSum(counts);
  const fill = rough.slice();
  const all = new Int32Array(rough[size]!);
  for (let i = 0; i < size; i++) all[fill[i]!++] = i;
  for (let e = 0; e < rows.length; e++) {
    const row = rows[e]!;
    const column = columns[e]!;
    all[fill[row]!++] = column;
    all[fill[column]!++] = row;
  }
  const seen = new Int32Array(size).fill(-1);
  const start = new Int32Array(size + 1);
  let kept = 0;
  for (let i = 0; i < size; i++) {
    for (let p = rough[i]!; p < rough[i + 1]!; p++) {
      const column = all[p]!;
      if (seen[column] === i) continue;
      seen[column] = i;
      all[kept++] = column;
    }
    start[i + 1] = kept;
  }
  return { start, column: all };
}
