import type { Project } from '../../document/project/project';
import type { Study } from '../../studies/job/study';
import { inPieces } from '../../studies/job/study';
import {
  CRITERIA,
  type ChangeSet,
  type Checked,
  type Criterion,
  type Fix,
  type Rated,
  type Reply,
  type Request,
  type Task,
  type Way,
} from './fixSchema';

/** Sets that a worker is given at a time. */
const SINGLES_AT_A_TIME = 8;
const SETS_AT_A_TIME = 40;
/** Changes for each thing that fails, of which threes and fours are made: those that help it most. */
const HELPERS_FOR_THREES = 8;
const HELPERS_FOR_FOURS = 4;
/** Temperatures and margins that differ by less are as good as each other. */
const SAME_K = 0.1;
const SAME_MARGIN = 0.01;

type Base = Extract<Reply, { kind: 'base' }>;
type Helper = Extract<Reply, { kind: 'singles' }>['helpers'][number];

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

/** Sets of so many helpers that between them help everything that fails, each of them something. */
export function coveringSets(
  helpers: readonly Helper[],
  failing: readonly string[],
  size: number,
  perFailure: number,
): ChangeSet[] {
  const best = (key: string) =>
    helpers
      .filter((h) => h.helps.includes(key))
      .sort((a, b) => Number(b.fixes.includes(key)) - Number(a.fixes.includes(key)) || a.index - b.index)
      .slice(0, perFailure);
  // What nothing helps may still go with the rest.
  const helped = failing.filter((key) => helpers.some((h) => h.helps.includes(key)));
  const chosen = [...new Map(failing.flatMap(best).map((h) => [h.index, h])).values()].sort((a, b) => a.index - b.index);
  const found: ChangeSet[] = [];
  const grow = (set: readonly Helper[], from: number) => {
    if (set.length === size) {
      if (helped.every((key) => set.some((h) => h.helps.includes(key)))) found.push(set.map((h) => h.index));
      return;
    }
    for (let i = from; i < chosen.length; i++) grow([...set, chosen[i]!], i + 1);
  };
  grow([], 0);
  return found;
}

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

  if (request.mostChanges >= 2) {
    const rest = possible.filter((i) => !does.has(i));
    const pairs = [...pairsOf(rest)].filter(([i, j]) => isApart(base, i!, j!));
    yield* trySets(request, pairs, state, 'pairs');
  }
  const ways = yield* waysIn(request, state);
  if (ways.length > 0) return answer('found', ways, null);

  const helpers = ofKind(singles, 'singles').flatMap((r) => r.helpers);
  for (const [size, perFailure, name] of [
    [3, HELPERS_FOR_THREES, 'threes'],
    [4, HELPERS_FOR_FOURS, 'fours'],
  ] as const) {
    if (request.mostChanges < size) break;
    const sets = coveringSets(helpers, base.failing, size, perFailure).filter((set) =>
      [...pairsOf(set)].every(([i, j]) => isApart(base, i!, j!)),
    );
    yield* trySets(request, sets, state, name);
    const found = yield* waysIn(request, state);
    if (found.length > 0) return answer('found', found, null);
  }
  return answer('none', [], yield* nearestOf(request, base, helpers, state));
}

/** True where two changes do not set the same thing. */
const isApart = ({ slots }: Base, i: number, j: number): boolean => slots[i] === null || slots[i] !== slots[j];

function* trySets(
  request: Request,
  sets: readonly ChangeSet[],
  state: State,
  name: 'pairs' | 'threes' | 'fours',
): Study<Task, Reply, void> {
  if (sets.length === 0) return;
  const replies = yield inPieces(sets, SETS_AT_A_TIME).map((piece) => ({ kind: 'sets' as const, request, sets: piece }));
  state.take(replies);
  state.tried[name] = ofKind(replies, 'sets').reduce((sum, r) => sum + r.tried, 0);
  yield* settle(request, minimal(state), state);
}

/** Sets of which no part is known to do alone. */
function minimal(state: State): Rated[] {
  const doing = [...state.checked.values()].filter((c) => c.ok).map((c) => c.set);
  return [...state.rated.values()].filter(
    ({ set }) => !doing.some((part) => part.length < set.length && part.every((i) => set.includes(i))),
  );
}

/** The best by each criterion, measured, with what fails without each of its changes. */
function* waysIn(request: Request, state: State): Study<Task, Reply, Way[]> {
  const among = minimal(state).filter((r) => state.passes(r));
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
  { labels, failing, ...base }: Base,
  helpers: readonly Helper[],
  state: State,
): Study<Task, Reply, Fix['nearest']> {
  const chosen: number[] = [];
  for (const key of failing) {
    if (chosen.length >= request.mostChanges) break;
    if (helpers.some((h) => chosen.includes(h.index) && h.fixes.includes(key))) continue;
    const fixer = helpers.find(
      (h) => h.fixes.includes(key) && chosen.every((i) => isApart({ labels, failing, ...base }, i, h.index)),
    );
    if (fixer) chosen.push(fixer.index);
  }
  const sets = [[...chosen].sort((a, b) => a - b), ...chosen.map((i) => [i])].filter(
    (set, i, list) => set.length > 0 && list.findIndex((other) => keyOf(other) === keyOf(set)) === i,
  );
  const missing = sets.filter((set) => !state.checked.has(keyOf(set)));
  if (missing.length > 0) state.take(yield missing.map((set) => ({ kind: 'check', request, set })));
  const known = [...state.checked.values()].filter((c) => c.set.length > 0);
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
  const found = [...ok].sort((a, b) => (isBefore(rankOf(a, 'changes', undefined), rankOf(b, 'changes', undefined)) ? -1 : 1));
  return {
    status: 'searching',
    base: { checked: base.checked, measures: base.measures },
    ways: [],
    passing: found.slice(0, CRITERIA.length).map((r) => r.set.map((i) => base.labels[i]!)),
    nearest: null,
    tried: state.tried,
  };
}
