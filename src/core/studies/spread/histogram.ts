/** Bins on either side of the nominal figure. */
const SIDE = 200;
/** Widths of the scale that the outermost bin reaches to, as asinh. */
const REACH = Math.asinh(1e4);
/** Where bins are finest, as a share of the nominal figure. */
const FINEST_SHARE = 0.02;

/** Bins of a histogram, both sides. */
export const BINS = 2 * SIDE + 1;

/**
 * A histogram around a nominal figure whose bins widen with the distance from it, so that no range need be known:
 * memory stays the same however many figures come, and two of them add up. Near the nominal a bin is some 0.1 % of it
 * wide.
 * @param nominal [SI] @param least scale where the nominal is about nothing [SI], > 0
 */
export class Histogram {
  private readonly scale: number;

  constructor(
    private readonly nominal: number,
    least: number,
    readonly counts: number[] = new Array<number>(BINS).fill(0),
  ) {
    this.scale = Math.max(FINEST_SHARE * Math.abs(nominal), least);
  }

  add(si: number): void {
    const at = Math.round((Math.asinh((si - this.nominal) / this.scale) / REACH) * SIDE);
    this.counts[SIDE + Math.max(-SIDE, Math.min(SIDE, at))]!++;
  }

  /** The figure that a share lies below, linear within a bin; NaN where nothing was counted. */
  quantile(share: number): number {
    const total = this.counts.reduce((a, b) => a + b, 0);
    if (total === 0) return NaN;
    let below = 0;
    for (let i = 0; i < BINS; i++) {
      const here = this.counts[i]!;
      if (here > 0 && below + here >= share * total) {
        const low = this.edge(i - 0.5);
        return low + ((share * total - below) / here) * (this.edge(i + 0.5) - low);
      }
      below += here;
    }
    return this.edge(BINS);
  }

  private edge(position: number): number {
    return this.nominal + this.scale * Math.sinh(((position - SIDE) / SIDE) * REACH);
  }
}
