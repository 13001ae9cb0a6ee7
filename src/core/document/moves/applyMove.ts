import { changePart } from '../parts/partFields';
import { sayIssue } from '../project/issue';
import type { Circuit, Variant } from '../project/project';
import { fieldIssue } from '../project/readProject';
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
import { MoveRefused, reason, Workpiece } from './workpiece';

/** What a move makes of a variant, or why it cannot be made. */
export type MoveOutcome =
  | {
      readonly ok: true;
      readonly variant: Variant;
      /** As undo names it: "insert air cooler after Filter". */
      readonly name: string;
      /** Parts that came new. */
      readonly came: readonly string[];
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
    case 'set': {
      const changed = changePart(w.part(move.part), move.path, move.value);
      if (!changed.ok)
        throw new MoveRefused(changed.issues.map((issue) => sayIssue(fieldIssue(issue, undefined))).join(' '));
      return w.replace(changed.part);
    }
    default:
      return assertNever(move);
  }
}

/**
 * Makes one plumbing move. The outcome is a circuit that the schema and the compiler accept, or the reason why there is
 * none; a circuit in which something then runs dry is legal: the verdicts say so.
 *
 * The variant handed in is never changed: keeping it is undo.
 */
export function applyMove(variant: Variant, move: Move): MoveOutcome {
  const w = new Workpiece(variant.circuit);
  try {
    make(w, move);
  } catch (error) {
    if (error instanceof MoveRefused) return { ok: false, why: error.message };
    throw error;
  }
  const circuit: Circuit = w.circuit();
  const traced = tracePlumbing(circuit);
  if (!traced.ok) return { ok: false, why: traced.issues.map(reason).join(' ') };
  const ids = new Set(circuit.parts.map((p) => p.id));
  return {
    ok: true,
    variant: {
      ...variant,
      circuit,
      sheet: { columns: columnsAfter(variant, circuit, w.came) },
      waivers: variant.waivers.filter((waiver) => waiver.part === undefined || ids.has(waiver.part)),
    },
    name: sayMove(variant.circuit, move),
    came: w.came.map((c) => c.id),
  };
}
