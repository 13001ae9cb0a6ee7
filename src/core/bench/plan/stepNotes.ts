import type { StepNote } from '../../document/project/bench';

/** A step ticked or not, and with it all that it was split into. @param on today, as "2026-11-26" */
export function tickStep(note: StepNote, done: boolean, on: string): StepNote {
  const { done: _, on: __, pieces, ...rest } = note;
  return {
    ...rest,
    ...(done ? { done, on } : {}),
    ...(pieces ? { pieces: pieces.map(({ text }) => ({ text, ...(done ? { done } : {}) })) } : {}),
  };
}

/** One piece of a step ticked or not; the step is done when all of its pieces are. @param at index of the piece */
export function tickPiece(note: StepNote, at: number, done: boolean, on: string): StepNote {
  const pieces = (note.pieces ?? []).map((piece, i) =>
    i === at ? { text: piece.text, ...(done ? { done } : {}) } : piece,
  );
  return whole({ ...note, pieces }, on);
}

/** A step split further: one more piece of it, which is still to do. */
export const addPiece = (note: StepNote, text: string, on: string): StepNote =>
  whole({ ...note, pieces: [...(note.pieces ?? []), { text }] }, on);

/** A step with one piece fewer; without any it is one step again, done if it was. */
export function removePiece(note: StepNote, at: number, on: string): StepNote {
  const { pieces = [], ...rest } = note;
  const left = pieces.filter((_, i) => i !== at);
  return left.length === 0 ? rest : whole({ ...rest, pieces: left }, on);
}

/** Done as its pieces are; the day on which it was done stays. */
function whole(note: StepNote, on: string): StepNote {
  const { done: _, on: was, ...rest } = note;
  return rest.pieces?.every((p) => p.done) ? { ...rest, done: true, on: was ?? on } : rest;
}
