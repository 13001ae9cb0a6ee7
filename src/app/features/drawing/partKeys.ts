import { flushSync } from 'react-dom';
import { useCallback, useMemo, useState, type KeyboardEvent, type RefObject } from 'react';
import { useView } from '../../state/view';
import type { DrawingLayout } from './layout';

/**
 * The keys on a part of the drawing: arrows go from part to part, Enter opens one, M and + change the circuit there.
 * @returns the part that Tab reaches, and what every part does with a key
 */
export function usePartKeys(
  sheet: RefObject<HTMLElement | null>,
  layout: DrawingLayout,
  selected: string | undefined,
): { readonly focusPart: string | undefined; readonly onKeyDown: (event: KeyboardEvent) => void } {
  const select = useView((w) => w.select);
  const openMoves = useView((w) => w.openMoves);
  const [focus, setFocus] = useState<string>();
  // Where the arrow keys go: columns from left to right, then returns and tanks.
  const stops = useMemo(
    () => [
      ...layout.stations.map((s) => s.part.id),
      ...layout.returns.flatMap((r) => (r.part === undefined ? [] : [r.part])),
      ...layout.reservoirs.map((r) => r.part.id),
    ],
    [layout],
  );
  const wanted = focus ?? selected;
  const focusPart = wanted !== undefined && stops.includes(wanted) ? wanted : stops[0];

  // The same from one drawing to the next, or every part would be drawn anew.
  const onKeyDown = useCallback(
    (event: KeyboardEvent) => {
      const here = stops.indexOf((event.currentTarget as HTMLElement).dataset['part'] ?? '');
      const to = {
        ArrowRight: here + 1,
        ArrowDown: here + 1,
        ArrowLeft: here - 1,
        ArrowUp: here - 1,
        Home: 0,
        End: stops.length - 1,
      }[event.key];
      if (event.key === 'm' || event.key === 'M' || event.key === '+') {
        event.preventDefault();
        event.stopPropagation();
        openMoves(stops[here], event.key === '+' ? 'insert' : undefined);
      } else if (event.key === 'Enter' || event.key === ' ') {
        event.preventDefault();
        select(stops[here]);
      } else if (to !== undefined && stops[to] !== undefined) {
        event.preventDefault();
        const id = stops[to];
        // A part that is not seen is drawn first, of a drawing that is long.
        flushSync(() => setFocus(id));
        sheet.current?.querySelector<SVGGElement>(`[data-part="${id}"]`)?.focus();
      }
    },
    [sheet, stops, openMoves, select],
  );
  return { focusPart, onKeyDown };
}
