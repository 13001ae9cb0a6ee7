import type { Variant } from '../project/project';
import { applyMove } from './applyMove';
import type { Move } from './move';

/**
 * Makes moves one after the other.
 * @throws with the move and the reason where one cannot be made: for demo engines and tests, whose moves are ours
 */
export function makeMoves(variant: Variant, ...moves: readonly Move[]): Variant {
  return moves.reduce((v, move) => {
    const outcome = applyMove(v, move);
    if (!outcome.ok) throw new Error(`${JSON.stringify(move)}: ${outcome.why}`);
    return outcome.variant;
  }, variant);
}
