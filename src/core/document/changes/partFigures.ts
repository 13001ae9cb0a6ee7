import { changedFigures, type Figure, type FigurePath } from '../moves/figure';
import type { Move } from '../moves/move';
import { MoveRefused, withFigures, withFiguresUnchecked } from '../moves/workpiece';
import type { Part } from '../parts/part';
import { chainOf, type KeptProject } from '../project/keptProject';
import type { Act, MadeMove } from './act';
import { circuitOf, replayOf } from './deriveProject';
import { edited, isAsItIs, makeChange, refusedEdit, withKeptVariant, type Edited } from './editing';
import { setMove } from './movesBetween';

/*
 * What is said of a part's figures: known of the engine, or changed in one variant.
 */

/** Fields that belong to a part wherever it is: what it is called, where it sits, how long it was cut. */
const OWN_FIELDS = new Set<string | number>([
  'name',
  'note',
  'place',
  'elevationM',
  'lengthM',
  'connections',
  'price',
  'massKg',
  'electrical',
]);

const keyOf = (path: FigurePath): string => path.join('.');
/** True where one of two places is the other, or holds it. */
const meets = (a: FigurePath, b: FigurePath): boolean =>
  a.every((key, i) => i >= b.length || String(b[i]) === String(key));

/** A figure in a list, in place of what the list says of the same place. */
function put<F extends Omit<Figure, 'part'>>(list: readonly F[], figure: F, same: (of: F) => boolean): F[] {
  return [...list.filter((f) => !same(f)), figure];
}

/** Where a part of a variant comes from: the engine as it is, or a variant's move. */
export function makerOf(kept: KeptProject, id: string, part: string): string {
  const maker = chainOf(kept, id).findLast((v) => v.acts.some((act) => act.moves.some((m) => gives(m, part))));
  return maker?.id ?? kept.asItIs.id;
}

const gives = ({ move, gives: given }: MadeMove, part: string): boolean =>
  (given?.includes(part) ?? false) || (move.kind === 'plumbing' && move.makes.some((p) => p.id === part));

const setsFigure = ({ move }: MadeMove, part: string, path: FigurePath): boolean =>
  move.kind === 'set' && move.part === part && [move, ...(move.with ?? [])].some((f) => meets(f.path, path));

function withSet(made: MadeMove, { path, value }: Omit<Figure, 'part'>): MadeMove {
  const move = made.move as Extract<Move, { kind: 'set' }>;
  const figure = { path, ...(value === undefined ? {} : { value }) };
  if (keyOf(move.path) === keyOf(path)) {
    const { value: _, ...rest } = move;
    return { ...made, move: { ...rest, ...figure } };
  }
  return { ...made, move: { ...move, with: put(move.with ?? [], figure, (f) => keyOf(f.path) === keyOf(path)) } };
}

/** A variant's acts with one move changed. */
const withMove = (acts: readonly Act[], at: Act, index: number, change: (made: MadeMove) => MadeMove): Act[] =>
  acts.map((act) => (act === at ? { ...act, moves: act.moves.map((m, i) => (i === index ? change(m) : m)) } : act));

/** Writes one figure where it is said: in the act that sets it, in those that make its part, or in the engine as it is. */
function writeFigure(kept: KeptProject, id: string, part: string, figure: Omit<Figure, 'part'>): KeptProject {
  for (const variant of [...chainOf(kept, id)].reverse())
    for (const act of [...variant.acts].reverse()) {
      if (act.off) continue;
      const setting = act.moves.findLastIndex((m) => setsFigure(m, part, figure.path));
      const making = act.moves.findIndex((m) => gives(m, part));
      if (setting >= 0)
        return withKeptVariant(kept, variant.id, (v) => ({
          ...v,
          acts: withMove(v.acts, act, setting, (m) => withSet(m, figure)),
        }));
      if (making >= 0) return writeWhereMade(kept, part, figure);
    }
  const { asItIs } = kept;
  return {
    ...kept,
    asItIs: {
      ...asItIs,
      circuit: {
        ...asItIs.circuit,
        parts: asItIs.circuit.parts.map((p) => (p.id === part ? withFiguresUnchecked(p, [figure]) : p)),
      },
    },
  };
}

/** Knowledge of a part stays with the acts that make it: a copied act makes the same part. */
function writeWhereMade(kept: KeptProject, part: string, figure: Omit<Figure, 'part'>): KeptProject {
  const known: Figure = { part, ...figure };
  const same = (f: Figure) => f.part === part && keyOf(f.path) === keyOf(figure.path);
  return {
    ...kept,
    variants: kept.variants.map((v) =>
      v.acts.some((act) => act.moves.some((m) => gives(m, part)))
        ? {
            ...v,
            acts: v.acts.map((act) => ({
              ...act,
              moves: act.moves.map((m) => (gives(m, part) ? { ...m, figures: put(m.figures ?? [], known, same) } : m)),
            })),
          }
        : v,
    ),
  };
}

const trouble = (kept: KeptProject, id: string) => replayOf(kept, id).troubles;

/** The project after an edit, unless something in the open variant can then no longer be made. */
function sound(before: KeptProject, after: KeptProject): Edited {
  const id = before.activeVariant;
  const was = new Set(trouble(before, id).map((t) => t.why));
  const fresh = trouble(after, id).find((t) => !was.has(t.why));
  return fresh ? refusedEdit(fresh.why) : edited(after);
}

/**
 * Says what is known of a part: its figures are written where they are said, and every variant in which the part is has
 * them. No work follows.
 *
 * @param id the variant in which the part is looked at
 */
export function learn(kept: KeptProject, id: string, part: string, figures: readonly Omit<Figure, 'part'>[]): Edited {
  if (figures.length === 0) return edited(kept);
  try {
    const after = figures.reduce((here, figure) => writeFigure(here, id, part, figure), kept);
    const base = after.asItIs.circuit.parts.find((p) => p.id === part);
    const wasBase = kept.asItIs.circuit.parts.find((p) => p.id === part);
    if (base && base !== wasBase) {
      const checked = withFigures(base, []);
      const parts = after.asItIs.circuit.parts.map((p) => (p.id === part ? checked : p));
      return sound(kept, { ...after, asItIs: { ...after.asItIs, circuit: { ...after.asItIs.circuit, parts } } });
    }
    return sound(kept, after);
  } catch (error) {
    if (error instanceof MoveRefused) return refusedEdit(error.message);
    throw error;
  }
}

const valueAt = (part: Part | undefined, path: FigurePath): Figure['value'] =>
  path.reduce<unknown>(
    (here, key) => (here as Record<string | number, unknown> | null | undefined)?.[key],
    part,
  ) as Figure['value'];

/** A path with dots as its keys: numbers are places in a list. */
const pathOf = (dotted: string): FigurePath => dotted.split('.').map((key) => (/^\d+$/.test(key) ? Number(key) : key));

/**
 * Marks a figure as known, with where it is from.
 * @param before the project before it was known: what stood there can be put back
 */
export function markKnown(
  kept: KeptProject,
  before: KeptProject,
  figure: Pick<KeptProject['known'][number], 'part' | 'path' | 'source' | 'on'>,
): KeptProject {
  const { part, path } = figure;
  const isSame = (k: { readonly part: string; readonly path: string }) => k.part === part && k.path === path;
  const old = kept.known.find(isSame);
  const was = valueAt(
    circuitOf(before, before.activeVariant).parts.find((p) => p.id === part),
    pathOf(path),
  );
  // Typing goes letter by letter: what stood there first is what can be put back.
  const first = old?.before ?? was;
  return {
    ...kept,
    known: [...kept.known.filter((k) => !isSame(k)), { ...figure, ...(first === undefined ? {} : { before: first }) }],
  };
}

/**
 * A figure that was taken for knowledge is a change of the open variant alone: the engine has what stood there before,
 * and the variant what it has now.
 */
export function onlyHere(kept: KeptProject, part: string, path: string): Edited {
  const id = kept.activeVariant;
  const known = kept.known.find((k) => k.part === part && k.path === path);
  const now = circuitOf(kept, id).parts.find((p) => p.id === part);
  if (!known || known.before === undefined || !now || !mayBeEither(kept, part))
    return refusedEdit('What stood there before is not known: type it in the engine as it is.');
  const back = learn(kept, id, part, [{ path: pathOf(path), value: known.before }]);
  if (!back.ok) return back;
  const without = { ...back.kept, known: back.kept.known.filter((k) => k !== known) };
  return changeFigures(without, now, [{ path: pathOf(path), value: valueAt(now, pathOf(path)) }]);
}

/** Sets figures of a part in the open variant alone: a change. Typing in one field goes on with its act. */
function changeFigures(kept: KeptProject, part: Part, figures: readonly Omit<Figure, 'part'>[]): Edited {
  const id = kept.activeVariant;
  const variant = kept.variants.find((v) => v.id === id)!;
  const keys = figures.map((f) => keyOf(f.path)).sort();
  const last = variant.acts.findLast((act) => {
    const [only] = act.moves;
    return (
      act.moves.length === 1 &&
      !act.off &&
      only!.move.kind === 'set' &&
      only!.move.part === part.id &&
      JSON.stringify([only!.move, ...(only!.move.with ?? [])].map((f) => keyOf(f.path)).sort()) === JSON.stringify(keys)
    );
  });
  const without = last
    ? withKeptVariant(kept, id, (v) => ({ ...v, acts: v.acts.filter((act) => act !== last) }))
    : kept;
  const bare = circuitOf(without, id).parts.find((p) => p.id === part.id);
  // Typed back to what it was: there is no change any more.
  if (bare && last && changedFigures(bare, part).every((f) => !keys.includes(keyOf(f.path)))) return edited(without);
  const move = setMove(part, figures)!;
  if (!last) {
    const made = makeChange(kept, [move]);
    return made.ok ? edited(made.kept) : made;
  }
  return sound(
    kept,
    withKeptVariant(kept, id, (v) => ({ ...v, acts: withMove(v.acts, last, 0, (m) => ({ ...m, move })) })),
  );
}

/**
 * True where a figure typed in the open variant is knowledge, false where it is a change.
 * @param field the first key of its path
 */
export const isKnowledge = (
  kept: KeptProject,
  part: string,
  field: string | number,
  as: 'asMeant' | 'known' = 'asMeant',
): boolean => as === 'known' || OWN_FIELDS.has(field) || !mayBeEither(kept, part);

/**
 * A part of the open variant as it is now said to be. What belongs to a part wherever it is, and what is said of the
 * engine as it is or of a part that this variant brings, is knowledge; other figures of a part that was there before are
 * a change of this variant.
 *
 * @param part whole, checked against the schema
 * @param as 'known': all of it is knowledge, whoever made the part
 */
export function setPart(kept: KeptProject, part: Part, as: 'asMeant' | 'known' = 'asMeant'): Edited {
  const id = kept.activeVariant;
  const before = circuitOf(kept, id).parts.find((p) => p.id === part.id);
  if (!before) return refusedEdit(`There is no part ${part.id} in this circuit.`);
  const figures = changedFigures(before, part);
  const learned = figures.filter((f) => isKnowledge(kept, part.id, f.path[0]!, as));
  const changed = figures.filter((f) => !learned.includes(f));
  const known = learn(kept, id, part.id, learned);
  return !known.ok || changed.length === 0 ? known : changeFigures(known.kept, part, changed);
}

/** A figure of a part that the open variant changes. */
export interface ChangedFigure {
  readonly act: string;
  /** What it is without this variant; undefined: it is not there. */
  readonly before: unknown;
}

/** The figures of a part that acts of the open variant set by themselves, by their paths with dots. */
export function changedHere(kept: KeptProject, part: string): ReadonlyMap<string, ChangedFigure> {
  const variant = kept.variants.find((v) => v.id === kept.activeVariant);
  const found = new Map<string, ChangedFigure>();
  if (!variant) return found;
  const above = circuitOf(kept, variant.basedOn).parts.find((p) => p.id === part);
  if (!above) return found;
  for (const act of variant.acts)
    for (const { move } of act.off || act.moves.length > 1 ? [] : act.moves)
      if (move.kind === 'set' && move.part === part)
        for (const { path } of [move, ...(move.with ?? [])])
          found.set(keyOf(path), { act: act.id, before: valueAt(above, path) });
  return found;
}

/** True where a figure typed at a part of the open variant may be a change or knowledge: a part that was there before. */
export const mayBeEither = (kept: KeptProject, part: string): boolean =>
  !isAsItIs(kept, kept.activeVariant) && makerOf(kept, kept.activeVariant, part) !== kept.activeVariant;
