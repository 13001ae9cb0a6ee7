import { useEffect, useState } from 'react';
import { useView } from './view';

/** A part that a change brought is drawn once it is solved: so long it is waited for [ms], so often. */
const LOOK_AGAIN_MS = 50;
const LOOKS = 20;

const drawingOf = (part: string | undefined): SVGElement | null =>
  part === undefined ? null : document.querySelector<SVGElement>(`.drawing [data-part="${part}"]`);

/**
 * Gives the focus back when what took it closes: to what had it before, or where that is gone to a part of the drawing.
 * @param part whose drawing stands in
 * @param prefersSelected first to the part that is selected then: what a change brought is where the work goes on
 */
export function useFocusReturn(part: string | undefined, prefersSelected = false): void {
  const [before] = useState(() => document.activeElement);
  useEffect(
    () => () => {
      const had = before instanceof HTMLElement || before instanceof SVGElement ? before : undefined;
      const give = (looks: number): void => {
        if (document.activeElement !== document.body) return;
        const selected = prefersSelected ? useView.getState().selected : undefined;
        const drawing = drawingOf(selected);
        if (selected !== undefined && !drawing && looks > 0) {
          setTimeout(() => give(looks - 1), LOOK_AGAIN_MS);
          return;
        }
        (drawing ?? (had?.isConnected && had !== document.body ? had : drawingOf(part)))?.focus();
      };
      // Once React has taken away what had the focus.
      requestAnimationFrame(() => give(LOOKS));
    },
    [before, part, prefersSelected],
  );
}
