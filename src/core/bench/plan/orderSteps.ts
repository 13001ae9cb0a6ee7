import { PLAN_PHASES, type PlanPhase } from '../../document/project/bench';

/** What ordering needs of a step. */
interface Orderable {
  readonly id: string;
  readonly phase: PlanPhase;
  readonly after: readonly string[];
}

/**
 * Steps in an order that keeps phases and dependencies, and within them the wanted order.
 *
 * Of the steps whose needs are done, the one that stands first in the wanted order is next; steps that it does not name
 * stand where they were generated, behind the named one before them. A ring of dependencies, which only a fault of ours
 * could make, is broken where it is met.
 *
 * @param wanted ids as the user left them; unknown ones do not count
 */
export function orderSteps<S extends Orderable>(steps: readonly S[], wanted: readonly string[]): readonly S[] {
  const rank = ranks(steps, wanted);
  const left = [...steps].sort((a, b) => phaseOf(a) - phaseOf(b) || rank.get(a.id)! - rank.get(b.id)!);
  const placeOf = new Map(left.map((step, i) => [step.id, i]));
  // Counted down as what they need is done, so that a long job costs what its dependencies do.
  const needs = left.map(({ after }) => new Set(after.filter((id) => placeOf.has(id))));
  const waitingFor = left.map((): number[] => []);
  needs.forEach((ids, i) => ids.forEach((id) => waitingFor[placeOf.get(id)!]!.push(i)));
  const open = needs.map((ids) => ids.size);
  const isDone = left.map(() => false);
  // Places of steps that could be done now, in order.
  const ready = left.flatMap((_, i) => (open[i] === 0 ? [i] : []));
  const ordered: S[] = [];
  let first = 0;
  while (ordered.length < left.length) {
    while (isDone[first]) first++;
    const next = ready.shift() ?? first;
    isDone[next] = true;
    ordered.push(left[next]!);
    for (const i of waitingFor[next]!) if (--open[i]! === 0 && !isDone[i]) putInOrder(ready, i);
  }
  return ordered;
}

/** Puts a number where it belongs among numbers that rise. */
function putInOrder(rising: number[], n: number): void {
  let [low, high] = [0, rising.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (rising[middle]! < n) low = middle + 1;
    else high = middle;
  }
  rising.splice(low, 0, n);
}

const phaseOf = (step: Orderable): number => PLAN_PHASES.indexOf(step.phase);

/** A rank for each step: that of the wanted order, and for what it does not name just behind its predecessor. */
function ranks(steps: readonly Orderable[], wanted: readonly string[]): ReadonlyMap<string, number> {
  const named = new Map(wanted.map((id, i) => [id, i]));
  const rank = new Map<string, number>();
  let last = -1;
  for (const [i, step] of steps.entries()) {
    const own = named.get(step.id);
    last = own ?? last;
    rank.set(step.id, own ?? last + (i + 1) / (steps.length + 1));
  }
  return rank;
}

/**
 * A step moved one place up or down, as far as its phase and its dependencies let it.
 * @returns the new order of ids; undefined where it cannot go there
 */
export function moveStep<S extends Orderable>(
  ordered: readonly S[],
  id: string,
  to: number,
): readonly string[] | undefined {
  const at = ordered.findIndex((s) => s.id === id);
  if (at < 0 || to < 0 || to >= ordered.length || at === to) return undefined;
  const ids = ordered.map((s) => s.id);
  ids.splice(at, 1);
  ids.splice(to, 0, id);
  const result = orderSteps(ordered, ids);
  return result[to]!.id === id ? result.map((s) => s.id) : undefined;
}
