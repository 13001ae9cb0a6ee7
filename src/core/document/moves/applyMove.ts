import type { Part } from '../parts/part';
import { agreed } from '../parts/partFields';
import type { Circuit, Variant } from '../project/project';
import { assertNever } from '../../foundations/invariant';
import { tracePlumbing } from '../plumbing/plumbing';
import { columnsAfter } from './columns';
import {
  bridgePorts,
  fitLoop,
  insertParts,
  putInParallel,
  removeAndBlank,
  reversePart,
  splitLine,
  swapPart,
  takeOut,
} from './lineMoves';
import type { Move } from './move';
import { sayMove } from './sayMove';
import { blankPort, duplicateBranch, moveTap, removeBranch, returnTo, teeOff } from './tapMoves';
import type { Figure } from './figure';
import { otherPlumbing } from './otherPlumbing';
import { MoveRefused, reason, withFigures, Workpiece, type Came, type IdSource } from './workpiece';

/** What a move makes of a variant, or why it cannot be made. */
export type MoveOutcome =
  | {
      readonly ok: true;
      readonly variant: Variant;
      /** As undo names it: "insert air cooler after Filter". */
      readonly name: string;
      /** Parts that came new. */
      readonly came: readonly string[];
      /** Ids that it gave, in order: what replay gives again. */
      readonly gave: readonly string[];
    }
  | { readonly ok: false; readonly why: string };

function make(w: Workpiece, move: Move): void {
  switch (move.kind) {
    case 'insert':
      return insertParts(w, move);
    case 'tee':
      return teeOff(w, move);
    case 'bridge':
      return bridgePorts(w, move);
    case 'fitLoop':
      return fitLoop(w, move);
    case 'parallel':
      return putInParallel(w, move);
    case 'takeOut':
      return takeOut(w, move);
    case 'removeAndBlank':
      return removeAndBlank(w, move);
    case 'blank':
      return blankPort(w, move);
    case 'moveTap':
      return moveTap(w, move);
    case 'returnTo':
      return returnTo(w, move);
    case 'swap':
      return swapPart(w, move);
    case 'reverse':
      return reversePart(w, move);
    case 'split':
      return splitLine(w, move);
    case 'duplicate':
      return duplicateBranch(w, move);
    case 'removeBranch':
      return removeBranch(w, move);
    case 'set':
      return w.replace(setFigures(w.part(move.part), move));
    case 'plumbing':
      return otherPlumbing(w, move);
    default:
      return assertNever(move);
  }
}

/** A figure as it is typed, with what of its part follows. */
function setFigures(part: Part, { path, value, with: others = [] }: Extract<Move, { kind: 'set' }>): Part {
  const made = withFigures(part, [{ path, value }, ...others]);
  return others.length > 0 ? made : agreed(made, String(path[0]));
}

/** What a move makes of a circuit, or why it cannot be made. */
export type MoveOn =
  | {
      readonly ok: true;
      readonly circuit: Circuit;
      readonly came: readonly Came[];
      /** Ids that it gave, in order: what replay gives again. */
      readonly gave: readonly string[];
    }
  | { readonly ok: false; readonly why: string };

/** True for a move that sets numbers alone: of those only a height could set two places at odds. */
const isFigureAlone = (move: Move): boolean =>
  move.kind === 'set' &&
  [move, ...(move.with ?? [])].every(({ path, value }) => typeof value === 'number' && path[0] !== 'elevationM');

/**
 * Makes one move on a circuit, which is never changed.
 * @param ids where the ids of new parts come from
 * @param figures of the parts that it makes, known by now
 */
export function makeOn(circuit: Circuit, move: Move, ids: IdSource = {}, figures: readonly Figure[] = []): MoveOn {
  const w = new Workpiece(circuit, ids);
  try {
    make(w, move);
    for (const part of new Set(figures.map((f) => f.part)))
      w.replace(
        withFigures(
          w.part(part),
          figures.filter((f) => f.part === part),
        ),
      );
  } catch (error) {
    if (error instanceof MoveRefused) return { ok: false, why: error.message };
    throw error;
  }
  const made = w.circuit();
  if (!isFigureAlone(move)) {
    const traced = tracePlumbing(made);
    if (!traced.ok) return { ok: false, why: traced.issues.map(reason).join(' ') };
  }
  return { ok: true, circuit: made, came: w.came, gave: w.gave };
}

/**
 * Makes one plumbing move. The outcome is a circuit that the schema and the compiler accept, or the reason why there is
 * none; a circuit in which something then runs dry is legal: the verdicts say so.
 *
 * The variant handed in is never changed: keeping it is undo.
 */
export function applyMove(variant: Variant, move: Move, ids: IdSource = {}): MoveOutcome {
  const made = makeOn(variant.circuit, move, ids);
  if (!made.ok) return made;
  const { circuit, came, gave } = made;
  const there = new Set(circuit.parts.map((p) => p.id));
  return {
    ok: true,
    variant: {
      ...variant,
      circuit,
      sheet: {
        columns: columnsAfter({ circuit: variant.circuit, columns: variant.sheet?.columns ?? [] }, circuit, came),
      },
      waivers: variant.waivers.filter((waiver) => waiver.part === undefined || there.has(waiver.part)),
    },
    name: sayMove(variant.circuit, move),
    came: came.map((c) => c.id),
    gave,
  };
}
