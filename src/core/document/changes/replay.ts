import { makeOn, type MoveOn } from '../moves/applyMove';
import { columnsAfter } from '../moves/columns';
import type { Column } from '../plumbing/columns';
import type { Circuit } from '../project/project';
import type { Act, MadeMove } from './act';

/** A move of an act that cannot be made where it stands now. */
export interface Trouble {
  readonly act: string;
  /** Place among the act's moves. */
  readonly move: number;
  readonly why: string;
}

/** What acts make of a circuit. */
export interface Replayed {
  readonly circuit: Circuit;
  /** Moves that could not be made; those behind them were, as far as they could. */
  readonly troubles: readonly Trouble[];
  /** Each move that was made, with the circuit before it: the columns of the drawing follow from them. */
  readonly made: readonly { readonly before: Circuit; readonly outcome: Extract<MoveOn, { ok: true }> }[];
}

/**
 * Moves by the circuit that they were made on: an act at the end of a long list costs itself alone, and a part that
 * nothing touched stays the same object.
 */
const outcomes = new WeakMap<Circuit, WeakMap<MadeMove, MoveOn>>();

/** Remembers what a move made when it was made first, so that it is not made a second time to be shown. */
export function remember(circuit: Circuit, made: MadeMove, outcome: MoveOn): void {
  let here = outcomes.get(circuit);
  if (!here) outcomes.set(circuit, (here = new WeakMap()));
  here.set(made, outcome);
}

/** What a move makes of a circuit; asked again for the same, it is the same object. */
export function outcomeOf(circuit: Circuit, made: MadeMove): MoveOn {
  const known = outcomes.get(circuit)?.get(made);
  if (known) return known;
  const outcome = makeOn(circuit, made.move, { gives: made.gives ?? [] }, made.figures);
  remember(circuit, made, outcome);
  return outcome;
}

/**
 * Makes acts on a circuit, one after the other. What can no longer be made is left out and told; nothing is thrown.
 * @param circuit as it is before them; it is not changed
 */
export function replay(circuit: Circuit, acts: readonly Act[]): Replayed {
  const troubles: Trouble[] = [];
  const done: Replayed['made'][number][] = [];
  let here = circuit;
  for (const act of acts) {
    if (act.off) continue;
    for (const [move, made] of act.moves.entries()) {
      const outcome = outcomeOf(here, made);
      if (!outcome.ok) {
        troubles.push({ act: act.id, move, why: outcome.why });
        continue;
      }
      done.push({ before: here, outcome });
      here = outcome.circuit;
    }
  }
  return { circuit: here, troubles, made: done };
}

/** Columns of the drawing after acts, from those before them. */
export function columnsOf(columns: readonly Column[], { made }: Replayed): readonly Column[] {
  return made.reduce<readonly Column[]>(
    (before, step) => columnsAfter({ circuit: step.before, columns: before }, step.outcome.circuit, step.outcome.came),
    columns,
  );
}
