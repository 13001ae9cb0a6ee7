import { flushSync } from 'react-dom';
import { create } from 'zustand';

/** True while all of a long drawing is wanted, not only what is seen of it: on paper, and in a picture of it. */
export const useWholeDrawing = create<{ readonly isWanted: boolean }>()(() => ({ isWanted: false }));

const want = (isWanted: boolean): void => flushSync(() => useWholeDrawing.setState({ isWanted }));

/** Does something with the drawing while all of it is there. */
export async function withWholeDrawing<T>(work: () => Promise<T>): Promise<T> {
  want(true);
  try {
    return await work();
  } finally {
    want(false);
  }
}

/** Draws all of it for the printer. @returns to stop */
export function drawWholeForPrint(): () => void {
  const before = () => want(true);
  const after = () => want(false);
  window.addEventListener('beforeprint', before);
  window.addEventListener('afterprint', after);
  return () => {
    window.removeEventListener('beforeprint', before);
    window.removeEventListener('afterprint', after);
  };
}
