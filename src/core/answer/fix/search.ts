import type { Project } from '../../document/project/project';
import type { Study } from '../../studies/job/study';
import { inPieces } from '../../studies/job/study';
import {
  CRITERIA,
  type ChangeSet,
  type Checked,
  type Criterion,
  type Fix,
  type Helper,
  type Rated,
  type Reply,
  type Request,
  type Task,
  type Way,
} from './fixSchema';

/** Sets that a worker is given at a time. */
const SINGLES_AT_A_TIME = 8;
const SETS_AT_A_TIME = 40;
/** Figures for each thing that fails, of whose changes threes and fours are made: those that help it most. */
const FIGURES_FOR_THREES = 4;
const FIGURES_FOR_FOURS = 3;
/** Temperatures and margins that differ by less are as good as each other. */
const SAME_K = 0.1;
const SAME_MARGIN = 0.1;

type Base = Extract<Reply, { kind: 'base' }>;

const keyOf = (set: ChangeSet) => set.join(' ');
const ofKind = <K extends Reply['kind']>(replies: readonly Reply[], kind: K) =>
  replies.filter((r): r is Extract<Reply, { kind: K }> => r.kind === kind);

/** What is known on the way of a search. */
class State {
  readonly rated = new Map<string, Rated>();
  readonly checked = new Map<string, Checked>();
  readonly tried = { singles: 0, pairs: 0, threes: 0, fours: 0, checks: 0 };

  take(replies: readonly Reply[]): void {
    for (const reply of replies) {
      if (reply.kind === 'singles' || reply.kind === 'sets')
        for (const each of reply.rated) this.rated.set(keyOf(each.set), each);
      if (reply.kind === 'check') {
        this.checked.set(keyOf(reply.checked.set), reply.checked);
        this.tried.checks++;
      }
    }
  }

  passes(rated: Rated): boolean {
    return this.checked.get(keyOf(rated.set))?.ok === true;
  }

  fails(rated: Rated): boolean {
    return this.checked.get(keyOf(rated.set))?.ok === false;
  }
}

/** What is compared, smaller first. Margin is as it was checked; before that, what it is at most. */
function rankOf(rated: Rated, by: Criterion, checked: Checked | undefined): readonly number[] {
  const { set, minutes, items, marginBound, hottestK } = rated;
  const heat = Math.round((hottestK ?? 0) / SAME_K);
  const usual = [set.length, Math.round(minutes), items, heat];
  switch (by) {
    case 'changes':
      return [...usual, ...set];
    case 'work':
      return [Math.round(minutes), set.length, items, heat, ...set];
    case 'items':
      return [items, set.length, Math.round(minutes), heat, ...set];
    case 'coolest':
      return [heat, ...usual, ...set];
    case 'margin':
      return [-Math.round((checked?.margin ?? marginBound) / SAME_MARGIN), ...usual, ...set];
  }
}

function isBefore(a: readonly number[], b: readonly number[]): boolean {
  for (let i = 0; i < Math.min(a.length, b.length); i++) if (a[i] !== b[i]) return a[i]! < b[i]!;
  return a.length < b.length;
}

/**
 * The best by one criterion, or the set whose check decides that. Ranks by what a set can be at best: no other than the
 * first need be checked before it.
 */
function bestBy(by: Criterion, among: readonly Rated[], state: State): Rated | undefined {
  return among
    .filter((r) => !state.fails(r))
    .reduce<Rated | undefined>((best, each) => {
      if (!best) return each;
      const rank = (r: Rated) => rankOf(r, by, state.checked.get(keyOf(r.set)));
      return isBefore(rank(each), rank(best)) ? each : best;
    }, undefined);
}

/** Checks what must be checked until the best of each criterion is known. */
function* settle(request: Request, among: readonly Rated[], state: State): Study<Task, Reply, void> {
  for (;;) {
    const open = CRITERIA.flatMap((by) => {
      const best = bestBy(by, among, state);
      return best && !state.passes(best) ? [best] : [];
    });
    const next = [...new Map(open.map((r) => [keyOf(r.set), r.set])).values()];
    if (next.length === 0) return;
    state.take(yield next.map((set) => ({ kind: 'check', request, set })));
  }
}

/** Every two of a list. */
function* pairsOf(list: readonly number[]): Generator<ChangeSet> {
  for (let i = 0; i < list.length; i++) for (let j = i + 1; j < list.length; j++) yield [list[i]!, list[j]!];
}

/**
 * The helpers of one thing that fails, of which larger sets are made: of each figure the mildest change that is enough,
 * the strongest, and one between; the figures that help most first.
 */
function helpersOf(key: string, helpers: readonly Helper[], slots: Base['slots'], figures: number): Helper[] {
  const score = (h: Helper) => h.helps.find((x) => x.key === key)!.score;
  const bySlot = new Map<string, Helper[]>();
  for (const helper of helpers) {
    if (!helper.helps.some((x) => x.key === key)) continue;
    const slot = slots[helper.index] ?? `change ${helper.index}`;
    bySlot.set(slot, [...(bySlot.get(slot) ?? []), helper]);
  }
  return [...bySlot.values()]
    .map((list) => list.sort((a, b) => score(a) - score(b) || a.index - b.index))
    .sort((a, b) => score(b.at(-1)!) - score(a.at(-1)!) || a[0]!.index - b[0]!.index)
    .slice(0, figures)
    .flatMap((list) => {
      const enough = Math.max(
        0,
        list.findIndex((h) => score(h) >= 0),
      );
      const last = list.length - 1;
      return [...new Set([enough, Math.round((enough + last) / 2), last])].map((i) => list[i]!);
    });
}

/** Sets of so many helpers that between them help everything that fails and can be helped. */
export function coveringSets(
  helpers: readonly Helper[],
  { failing, slots }: Pick<Base, 'failing' | 'slots'>,
  size: number,
  figures: number,
): ChangeSet[] {
  const helps = (h: Helper, key: string) => h.helps.some((x) => x.key === key);
  // What nothing helps may still go with the rest.
  const helped = failing.filter((key) => helpers.some((h) => helps(h, key)));
  const chosen = [
    ...new Map(
      helped.flatMap((key) => helpersOf(key, helpers, slots, figures)).map((h) => [h.index, h] as const),
    ).values(),
  ].sort((a, b) => a.index - b.index);
  const found: ChangeSet[] = [];
  const grow = (set: readonly Helper[], from: number) => {
    if (set.length === size) {
      if (helped.every((key) => set.some((h) => helps(h, key)))) found.push(set.map((h) => h.index));
      return;
    }
    for (let i = from; i < chosen.length; i++)
      if (set.every((h) => areApart(slots, h.index, chosen[i]!.index))) grow([...set, chosen[i]!], i + 1);
  };
  grow([], 0);
  return found;
}

/** True where two changes do not set the same thing. */
const areApart = (slots: Base['slots'], i: number, j: number): boolean => slots[i] === null || slots[i] !== slots[j];

/**
 * Looks for what would mend a verdict: every single change, every pair of those that do not do alone, then threes and
 * fours of those that help something that fails, until a size has a way. What the screen lets through is checked in full,
 * the best by each criterion first; nothing that is offered was not.
 */
export function* search(_project: Project, request: Request): Study<Task, Reply, Fix> {
  const state = new State();
  const [first] = yield [{ kind: 'base', request }];
  const base = first as Base;
  const answer = (status: Fix['status'], ways: readonly Way[], nearest: Fix['nearest']): Fix => ({
    status,
    base: { checked: base.checked, measures: base.measures },
    ways: [...ways],
    passing: [],
    nearest,
    tried: state.tried,
  });
  if (base.checked.ok) return answer('nothingToFix', [], null);

  const all = base.labels.map((_, i) => i);
  const singles = yield inPieces(all, SINGLES_AT_A_TIME).map((piece) => ({
    kind: 'singles' as const,
    request,
    from: piece[0]!,
    to: piece.at(-1)! + 1,
  }));
  state.take(singles);
  const possible = ofKind(singles, 'singles').flatMap((r) => r.possible);
  state.tried.singles = possible.length;
  const alone = [...state.rated.values()];
  // All of them are checked: a pair with one that does alone is no way of its own.
  for (const piece of inPieces(alone, SINGLES_AT_A_TIME))
    state.take(yield piece.map(({ set }) => ({ kind: 'check' as const, request, set })));
  const does = new Set(alone.filter((r) => state.passes(r)).map((r) => r.set[0]!));
  const helpers = ofKind(singles, 'singles').flatMap((r) => r.helpers);
  // A way to show while everything smaller is still being tried.
  if (does.size === 0) yield* guess(request, base, helpers, state);

  if (request.mostChanges >= 2) {
    const rest = possible.filter((i) => !does.has(i));
    const pairs = [...pairsOf(rest)].filter(([i, j]) => areApart(base.slots, i!, j!));
    yield* trySets(request, pairs, state, 'pairs');
  }
  const ways = yield* waysIn(request, state, 2);
  if (ways.length > 0) return answer('found', ways, null);

  const failing = yield* revealed(request, base, helpers);
  for (const [size, figures, name] of [
    [3, FIGURES_FOR_THREES, 'threes'],
    [4, FIGURES_FOR_FOURS, 'fours'],
  ] as const) {
    if (request.mostChanges < size) break;
    const sets = [
      ...coveringSets(helpers, { failing: [...failing], slots: base.slots }, size, figures),
      ...completions(state, possible, base.slots, size),
    ];
    yield* trySets(request, [...new Map(sets.map((set) => [keyOf(set), set])).values()], state, name);
    const found = yield* waysIn(request, state, size);
    if (found.length > 0) return answer('found', found, null);
  }
  return answer('none', [], yield* nearestOf(request, { ...base, failing: [...failing] }, helpers, state));
}

function* trySets(
  request: Request,
  sets: readonly ChangeSet[],
  state: State,
  name: 'pairs' | 'threes' | 'fours',
): Study<Task, Reply, void> {
  if (sets.length === 0) return;
  const replies = yield inPieces(sets, SETS_AT_A_TIME).map((piece) => ({
    kind: 'sets' as const,
    request,
    sets: piece,
  }));
  state.take(replies);
  state.tried[name] = ofKind(replies, 'sets').reduce((sum, r) => sum + r.tried, 0);
  yield* settle(
    request,
    minimal(state).filter((r) => r.set.length <= sets[0]!.length),
    state,
  );
}

/** Sets of which no part is known to do alone. */
function minimal(state: State): Rated[] {
  const doing = [...state.checked.values()].filter((c) => c.ok).map((c) => c.set);
  return [...state.rated.values()].filter(
    ({ set }) => !doing.some((part) => part.length < set.length && part.every((i) => set.includes(i))),
  );
}

/** Sets that hold, but not surely, of which larger ones are made: the surest. */
const MOST_COMPLETED = 3;

/** One change more on each of the sets in which nothing fails and too much is left to chance. */
function completions(state: State, possible: readonly number[], slots: Base['slots'], size: number): ChangeSet[] {
  return [...state.checked.values()]
    .filter((c) => c.set.length === size - 1 && c.fails.length === 0 && c.chance !== null)
    .sort((a, b) => b.chance! - a.chance! || (isBefore(a.set, b.set) ? -1 : 1))
    .slice(0, MOST_COMPLETED)
    .flatMap(({ set }) =>
      possible
        .filter((i) => !set.includes(i) && set.every((j) => areApart(slots, i, j)))
        .map((i) => [...set, i].sort((a, b) => a - b)),
    );
}

/** Sets that are looked at for what they reveal, at most. */
const MOST_REVEALING = 24;

/** What fails, and what fails once that is mended: a drain that is too small where nothing came to it before. */
function* revealed(
  request: Request,
  { failing, slots }: Base,
  helpers: readonly Helper[],
): Study<Task, Reply, readonly string[]> {
  for (let size = 1; size < request.mostChanges; size++) {
    const sets = coveringSets(helpers, { failing, slots }, size, 2).slice(0, MOST_REVEALING);
    if (sets.length === 0) continue;
    const replies = yield inPieces(sets, SINGLES_AT_A_TIME).map((piece) => ({ kind: 'reveal', request, sets: piece }));
    const found = ofKind(replies, 'reveal').flatMap((r) => r.failing);
    const least = found.reduce((a, b) => (b.length < a.length ? b : a));
    return [...new Set([...failing, ...least])];
  }
  return failing;
}

/** Sets that are tried first, at most, and of those that the screen lets through so many in full. */
const MOST_GUESSED = 12;
const GUESSES_CHECKED = 2;

/** The likeliest sets of what helps, before everything smaller is tried. */
function* guess(
  request: Request,
  { failing, slots }: Base,
  helpers: readonly Helper[],
  state: State,
): Study<Task, Reply, void> {
  for (let size = 2; size <= request.mostChanges; size++) {
    const sets = coveringSets(helpers, { failing, slots }, size, 1).slice(0, MOST_GUESSED);
    if (sets.length === 0) continue;
    const replies = yield inPieces(sets, SINGLES_AT_A_TIME).map((piece) => ({ kind: 'sets', request, sets: piece }));
    state.take(replies);
    const passed = ofKind(replies, 'sets').flatMap((r) => r.rated);
    if (passed.length === 0) continue;
    const first = passed.sort((a, b) => b.marginBound - a.marginBound).slice(0, GUESSES_CHECKED);
    state.take(yield first.map(({ set }) => ({ kind: 'check', request, set })));
    return;
  }
}

/** The best by each criterion, measured, with what fails without each of its changes. */
function* waysIn(request: Request, state: State, mostChanges: number): Study<Task, Reply, Way[]> {
  const among = minimal(state).filter((r) => r.set.length <= mostChanges && state.passes(r));
  if (among.length === 0) return [];
  const best = new Map<string, { readonly rated: Rated; readonly by: Criterion[] }>();
  for (const by of CRITERIA) {
    const rated = bestBy(by, among, state)!;
    const known = best.get(keyOf(rated.set));
    if (known) known.by.push(by);
    else best.set(keyOf(rated.set), { rated, by: [by] });
  }
  const list = [...best.values()];
  const replies = ofKind(yield list.map(({ rated: { set } }) => ({ kind: 'way', request, set })), 'way');
  return replies.map(({ kind: _, ...way }, i) => {
    const { rated, by } = list[i]!;
    return {
      ...way,
      checked: state.checked.get(keyOf(rated.set))!,
      minutes: rated.minutes,
      items: rated.items,
      best: by,
    };
  });
}

/** The best helper of each thing that fails, together: how near that comes. */
function* nearestOf(
  request: Request,
  { labels, failing, slots, checked: base }: Base,
  helpers: readonly Helper[],
  state: State,
): Study<Task, Reply, Fix['nearest']> {
  const chosen: number[] = [];
  for (const key of failing) {
    if (chosen.length >= request.mostChanges) break;
    const fixes = (h: Helper) => h.helps.some((x) => x.key === key && x.score >= 0);
    if (helpers.some((h) => chosen.includes(h.index) && fixes(h))) continue;
    const fixer = helpers.find((h) => fixes(h) && chosen.every((i) => areApart(slots, i, h.index)));
    if (fixer) chosen.push(fixer.index);
  }
  const sets = [[...chosen].sort((a, b) => a - b), ...chosen.map((i) => [i])].filter(
    (set, i, list) => set.length > 0 && list.findIndex((other) => keyOf(other) === keyOf(set)) === i,
  );
  const missing = sets.filter((set) => !state.checked.has(keyOf(set)));
  if (missing.length > 0) state.take(yield missing.map((set) => ({ kind: 'check', request, set })));
  // Where nothing helps, what is nearest is what is there.
  const known = [base, ...[...state.checked.values()].filter((c) => c.set.length > 0)];
  const trouble = (c: Checked) => c.fails.length + c.unmet.length;
  const nearest = known
    .filter((c) => trouble(c) > 0 || c.chance !== null)
    .reduce<Checked | undefined>((a, b) => (!a || trouble(b) < trouble(a) ? b : a), undefined);
  return nearest ? { changes: nearest.set.map((i) => labels[i]!), checked: nearest } : null;
}

/** What can be said on the way: the ways that passed, best first, by their changes. */
export function soFar(replies: readonly Reply[]): Fix | undefined {
  const [base] = ofKind(replies, 'base');
  if (!base) return undefined;
  const state = new State();
  state.take(replies);
  const ok = minimal(state).filter((r) => state.passes(r));
  const found = [...ok].sort((a, b) =>
    isBefore(rankOf(a, 'changes', undefined), rankOf(b, 'changes', undefined)) ? -1 : 1,
  );
  return {
    status: 'searching',
    base: { checked: base.checked, measures: base.measures },
    ways: [],
    passing: found.slice(0, CRITERIA.length).map((r) => r.set.map((i) => base.labels[i]!)),
    nearest: null,
    tried: state.tried,
  };
}
