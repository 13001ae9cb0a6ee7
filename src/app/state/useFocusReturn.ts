import { useEffect, useState } from 'react';

/**
 * Gives the focus back when what took it closes: to what had it before, or where that is gone to a part of the drawing.
 * @param part whose drawing stands in
 */
export function useFocusReturn(part: string | undefined): void {
  const [before] = useState(() => document.activeElement);
  useEffect(
    () => () => {
      // Once React has taken away what had the focus.
      requestAnimationFrame(() => {
        if (document.activeElement !== document.body) return;
        const had = before instanceof HTMLElement || before instanceof SVGElement ? before : undefined;
        const back =
          had?.isConnected && had !== document.body
            ? had
            : document.querySelector<SVGElement>(`.sheet [data-part="${part ?? ''}"]`);
        back?.focus();
      });
    },
    [before, part],
  );
}
