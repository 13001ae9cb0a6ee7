import { makeOn } from '../moves/applyMove';
import { likelyFirst } from '../moves/likelyPlaces';
import type { Move } from '../moves/move';
import { sayMove } from '../moves/sayMove';
import { PORTS } from '../parts/ports';
import type { KeptProject } from '../project/keptProject';
import type { Circuit } from '../project/project';
import type { MadeMove } from './act';
import { changeAct } from './acts';
import { circuitOf } from './deriveProject';
import { outcomeOf } from './replay';

/** Places that are tried: the likeliest parts first. */
const MOST_TRIED = 60;
/** Places that are offered. */
const MOST_OFFERED = 12;

type Placed = Extract<Move, { at: string }>;
const isPlaced = (move: Move): move is Placed => 'at' in move;

/** Another place for a move, as the user reads it. */
export interface OtherPlace {
  readonly at: string;
  readonly label: string;
}

/** The circuit on which a move of an act is made. */
function before(kept: KeptProject, id: string, act: string, index: number): Circuit {
  const variant = kept.variants.find((v) => v.id === id)!;
  let circuit = circuitOf(kept, variant.basedOn);
  for (const one of variant.acts)
    for (const [i, made] of one.moves.entries()) {
      if (one.id === act && i === index) return circuit;
      const outcome = one.off ? undefined : outcomeOf(circuit, made);
      if (outcome?.ok) circuit = outcome.circuit;
    }
  return circuit;
}

/**
 * Where a move of an act that cannot be made any more could be made instead.
 * @returns none for moves that are about a part rather than a place
 */
export function otherPlaces(kept: KeptProject, id: string, act: string, index: number): readonly OtherPlace[] {
  const made = kept.variants.find((v) => v.id === id)?.acts.find((a) => a.id === act)?.moves[index];
  if (!made || !isPlaced(made.move)) return [];
  const circuit = before(kept, id, act, index);
  const port = made.move.at.slice(made.move.at.indexOf('.') + 1);
  const refs = likelyFirst(circuit)
    .flatMap((part) =>
      PORTS[part.kind].filter((p) => p === port || p === 'out' || p === 'in').map((p) => `${part.id}.${p}`),
    )
    .sort((a, b) => Number(b.endsWith(`.${port}`)) - Number(a.endsWith(`.${port}`)))
    .slice(0, MOST_TRIED);
  const found: OtherPlace[] = [];
  for (const at of refs) {
    const move = { ...made.move, at };
    if (found.length === MOST_OFFERED) break;
    if (makeOn(circuit, move, { gives: made.gives ?? [] }, made.figures).ok)
      found.push({ at, label: sayMove(circuit, move) });
  }
  return found;
}

/** A move of an act made at another place. */
export const moveElsewhere = (kept: KeptProject, id: string, act: string, index: number, at: string): KeptProject =>
  changeAct(kept, id, act, (of) => ({
    ...of,
    moves: of.moves.map((made, i): MadeMove =>
      i === index && isPlaced(made.move) ? { ...made, move: { ...made.move, at } } : made,
    ),
  }));
