import { useState, type KeyboardEvent, type PointerEvent } from 'react';

/** A place of a grid: column and row, from the lower left. */
export interface Place {
  readonly ix: number;
  readonly iy: number;
}

/** Where a map lies in its picture, and how many places it has each way. */
interface Grid {
  readonly columns: number;
  readonly rows: number;
  /** Nearest place to a point of the picture, both from 0 to 1 from its upper left; undefined outside the map. */
  readonly placeAt: (x: number, y: number) => Place | undefined;
}

/** What reads out a map: the place under the pointer, or the one that the arrow keys went to. */
export function useGridCursor({ columns, rows, placeAt }: Grid, onTake?: (place: Place) => void) {
  // With the grid that it is a place of: a map that is still being computed gets finer under the cursor.
  const [held, setHeld] = useState<{ readonly place: Place; readonly columns: number; readonly rows: number }>();
  const along = (i: number, of: number, now: number) => Math.round((i * (now - 1)) / Math.max(1, of - 1));
  const at = held && {
    ix: along(held.place.ix, held.columns, columns),
    iy: along(held.place.iy, held.rows, rows),
  };
  const setAt = (place: Place | undefined) => setHeld(place && { place, columns, rows });
  const clamp = (n: number, count: number) => Math.max(0, Math.min(count - 1, n));
  const onPointerMove = (event: PointerEvent<SVGSVGElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    setAt(placeAt((event.clientX - box.left) / box.width, (event.clientY - box.top) / box.height));
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const from = at ?? { ix: Math.floor(columns / 2), iy: Math.floor(rows / 2) };
    const step = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowDown: [0, -1], ArrowUp: [0, 1] }[event.key];
    if (event.key === 'Enter' && at && onTake) onTake(at);
    else if (event.key === 'Home') setAt({ ...from, ix: 0 });
    else if (event.key === 'End') setAt({ ...from, ix: columns - 1 });
    else if (step) setAt({ ix: clamp(from.ix + step[0]!, columns), iy: clamp(from.iy + step[1]!, rows) });
    else return;
    event.preventDefault();
  };
  return { at, handlers: { tabIndex: 0, onPointerMove, onPointerLeave: () => setAt(undefined), onKeyDown } };
}
