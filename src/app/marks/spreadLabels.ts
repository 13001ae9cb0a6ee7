/** Moves labels apart so that none overlaps its neighbour: order kept, as near to where they belong as can be. */
export function spreadLabels(wanted: readonly number[], gap: number): number[] {
  const order = wanted.map((_, i) => i).sort((a, b) => wanted[a]! - wanted[b]!);
  const placed = [...wanted];
  for (let pass = 0; pass < 20; pass++)
    for (let k = 1; k < order.length; k++) {
      const above = order[k - 1]!;
      const below = order[k]!;
      const overlap = gap - (placed[below]! - placed[above]!);
      if (overlap <= 1e-9) continue;
      placed[above]! -= overlap / 2;
      placed[below]! += overlap / 2;
    }
  return placed;
}
