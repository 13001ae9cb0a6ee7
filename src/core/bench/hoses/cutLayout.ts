/** A piece of hose that is wanted. */
export interface WantedCut {
  readonly id: string;
  readonly lengthM: number;
}

/** A length of hose that is there. */
export interface StockLength {
  readonly id: string;
  readonly lengthM: number;
}

export interface CutLayout {
  /** What is cut from each length that is used, in order. */
  readonly rolls: readonly { readonly roll: string; readonly cuts: readonly string[]; readonly leftM: number }[];
  /** What fits on none of them. */
  readonly unplaced: readonly string[];
  /** Sum of what is left of the lengths that were begun and is too short for anything that is still wanted [m]. */
  readonly begunM: number;
  /** True where no other layout is better; false where the list was too long to try them all. */
  readonly exact: boolean;
}

/** Up to so many cuts every layout is tried. */
const MOST_EXACT_CUTS = 12;
/** And no more than so many steps of the search; then the best so far stands. */
const MOST_STEPS = 400_000;

interface Score {
  unplacedM: number;
  begunM: number;
}

const isBetter = (a: Score, b: Score) =>
  a.unplacedM < b.unplacedM - 1e-9 || (a.unplacedM < b.unplacedM + 1e-9 && a.begunM < b.begunM - 1e-9);

/**
 * Lays cuts out on the lengths that one has: first as much as possible is cut at all, then as little as possible is
 * begun (the sum of the lengths cut into, so that whole rolls stay whole).
 *
 * Depth-first over cuts from the longest, bounded by the best so far; two lengths of the same remainder are one.
 *
 * @param kerfM lost at each cut [m]
 * @source bin packing with unequal bins, branch and bound; first fit decreasing where the list is long
 */
export function layOutCuts(wanted: readonly WantedCut[], stock: readonly StockLength[], kerfM = 0): CutLayout {
  const cuts = [...wanted].sort((a, b) => b.lengthM - a.lengthM || (a.id < b.id ? -1 : 1));
  const left = stock.map((s) => s.lengthM);
  const begun = stock.map(() => false);
  const at = new Array<number>(cuts.length).fill(-1);
  let best = { at: [...at], score: { unplacedM: Infinity, begunM: Infinity } };
  let steps = 0;
  const exact = cuts.length <= MOST_EXACT_CUTS;

  const search = (n: number, score: Score): boolean => {
    if (++steps > MOST_STEPS) return true;
    if (!isBetter(score, best.score)) return false;
    if (n === cuts.length) {
      best = { at: [...at], score: { ...score } };
      // A long list takes the first layout that it finds: each longest cut on the length where least is left.
      return !exact;
    }
    const need = cuts[n]!.lengthM + kerfM;
    const tried = new Set<string>();
    const order = stock.map((_, i) => i).sort((a, b) => Number(begun[b]) - Number(begun[a]) || left[a]! - left[b]!);
    for (const i of order) {
      // What is cut off last needs no saw behind it.
      if (left[i]! < need - kerfM - 1e-9) continue;
      const same = `${begun[i]} ${left[i]!.toFixed(6)}`;
      if (tried.has(same)) continue;
      tried.add(same);
      const was = begun[i]!;
      left[i]! -= need;
      begun[i] = true;
      at[n] = i;
      const stop = search(n + 1, { ...score, begunM: score.begunM + (was ? 0 : stock[i]!.lengthM) });
      left[i]! += need;
      begun[i] = was;
      at[n] = -1;
      if (stop) return true;
    }
    return search(n + 1, { ...score, unplacedM: score.unplacedM + cuts[n]!.lengthM });
  };
  const stopped = search(0, { unplacedM: 0, begunM: 0 });

  const rolls = stock.flatMap((roll, i) => {
    const here = cuts.filter((_, n) => best.at[n] === i);
    if (here.length === 0) return [];
    const used = here.reduce((sum, c) => sum + c.lengthM + kerfM, 0);
    return [{ roll: roll.id, cuts: here.map((c) => c.id), leftM: Math.max(0, roll.lengthM - used) }];
  });
  return {
    rolls,
    unplaced: cuts.filter((_, n) => best.at[n] === -1).map((c) => c.id),
    begunM: best.score.begunM,
    exact: exact && !stopped,
  };
}
