import { changedFigures, type Figure } from '../moves/figure';
import type { Move } from '../moves/move';
import type { Part } from '../parts/part';
import { partFields } from '../parts/partFields';
import type { Circuit, Joint } from '../project/project';
import { replay } from './replay';

export type SetMove = Extract<Move, { kind: 'set' }>;

/** What fields of a part are called: "bore, length". */
export function fieldWords(part: Part, figures: readonly Omit<Figure, 'part'>[]): string {
  const titles = partFields(part).map(({ path, title }) => ({ at: path.join('.'), title: title.toLowerCase() }));
  const named = figures.flatMap(({ path }) => {
    const at = path.join('.');
    const found = titles.filter((t) => t.at === at || t.at.startsWith(`${at}.`) || at.startsWith(`${t.at}.`));
    return found.length > 0 ? found.map((t) => t.title) : [String(path[0]).replace(/[A-Z].*$/, '')];
  });
  return [...new Set(named)].slice(0, 4).join(', ');
}

/** The move that sets figures of one part; undefined where there are none. */
export function setMove(part: Part, figures: readonly Omit<Figure, 'part'>[]): SetMove | undefined {
  const [first, ...others] = figures;
  if (!first) return undefined;
  return {
    kind: 'set',
    part: part.id,
    ...first,
    ...(others.length > 0 ? { with: others } : {}),
    said: `change ${fieldWords(part, figures)}`.slice(0, 80),
  };
}

const jointText = ({ from, to }: Joint): string => `${from} ${to}`;

/**
 * The moves that make one circuit of another: parts and joints as one move, then a move for each part whose figures
 * differ.
 * @param parent as it is @param wanted with the same ids for the same parts
 */
export function movesBetween(parent: Circuit, wanted: Circuit): { readonly plumbing?: Move; readonly sets: SetMove[] } {
  const old = new Map(parent.parts.map((p) => [p.id, p]));
  const now = new Map(wanted.parts.map((p) => [p.id, p]));
  const takes = parent.parts.filter((p) => !now.has(p.id)).map((p) => p.id);
  const makes = wanted.parts.filter((p) => !old.has(p.id));
  const hangs = (ref: string) => takes.includes(ref.slice(0, ref.indexOf('.')));
  const there = new Set(wanted.joints.map(jointText));
  const was = new Set(parent.joints.map(jointText));
  const cuts = parent.joints.filter((j) => !there.has(jointText(j)) && !hangs(j.from) && !hangs(j.to));
  const joins = wanted.joints.filter((j) => !was.has(jointText(j)));
  const sets = wanted.parts.flatMap((part) => {
    const before = old.get(part.id);
    const move = before && setMove(part, changedFigures(before, part));
    return move ? [move] : [];
  });
  const plain: Move = { kind: 'plumbing', takes, makes, cuts, joins };
  const isEmpty = [takes, makes, cuts, joins].every((list) => list.length === 0);
  const made = replay(parent, [{ id: 'plain', moves: [{ move: plain }] }]).circuit;
  const order = wanted.parts.map((p) => p.id);
  const isOrdered = made.parts.every((p, i) => p.id === order[i]);
  const areJointsOrdered = made.joints.every((j, i) => jointText(j) === jointText(wanted.joints[i]!));
  if (isEmpty && isOrdered && areJointsOrdered) return { sets };
  return {
    plumbing: {
      ...plain,
      ...(isOrdered ? {} : { order }),
      ...(areJointsOrdered ? {} : { jointOrder: wanted.joints }),
    },
    sets,
  };
}
