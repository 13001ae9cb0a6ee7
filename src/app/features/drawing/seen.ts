import { useEffect, useMemo, useState, type RefObject } from 'react';
import { drawWholeForPrint, useWholeDrawing } from '../../state/wholeDrawing';
import type { DrawingLayout } from './layout';
import type { Point } from './station';

/** A drawing of more parts than this is drawn only where it is seen: a browser takes seconds for thousands. */
const MOST_WHOLE = 100;
/** What is seen is looked at anew each so many widths of the room, and drawn so many beyond either edge. */
const STEP = 0.5;
const BEYOND = 1;
/** Width of the room until it is measured [px]. */
const ROOM_ABOUT_PX = 1200;

/** What is seen of the drawing [px of the drawing]. */
export interface Window {
  readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly bottom: number;
}

/**
 * What of a layout reaches into a window: parts and lines by their columns, since profile and figures stand under them;
 * returns, of which there may be hundreds one below the other, by their height too. Its width is where what is drawn
 * ends.
 * @param kept parts that are drawn wherever they are: what is selected, and what has the focus
 */
export function withinWindow(
  layout: DrawingLayout,
  { left, right, top, bottom }: Window,
  kept: readonly (string | undefined)[],
): DrawingLayout {
  const reaches = (points: readonly Point[], axis: 0 | 1, from: number, to: number) => {
    const along = points.map((point) => point[axis]);
    return Math.max(...along) >= from && Math.min(...along) <= to;
  };
  return {
    ...layout,
    stations: layout.stations.filter((s) => (s.x1 >= left && s.x0 <= right) || kept.includes(s.part.id)),
    runs: layout.runs.filter(({ points }) => reaches(points, 0, left, right)),
    returns: layout.returns.flatMap((run) => {
      if (run.part !== undefined && kept.includes(run.part)) return [run];
      if (!reaches(run.points, 0, left, right) || !reaches(run.points, 1, top, bottom)) return [];
      // A dotted line of a hundred screens takes the browser longer than all else.
      return [
        {
          ...run,
          points: run.points.map(([x, y]) => [within(x, left, right), within(y, top, bottom)] as const),
          ...(run.labelAt && { labelAt: { ...run.labelAt, x: within(run.labelAt.x, left, right) } }),
        },
      ];
    }),
    width: Math.min(layout.width, right),
    insertions: layout.insertions.filter(({ x }) => x >= left && x <= right),
  };
}

/**
 * What of a layout is to be drawn: all of it, or where it is long what is seen of it and as much either side.
 * @param frame scrolls it @param scale px of the screen for each of the drawing @param room of the frame [px]
 * @param kept selected part and focused part, which are drawn wherever they are
 */
export function useSeen(
  frame: RefObject<HTMLElement | null>,
  layout: DrawingLayout,
  scale: number,
  room: { readonly width: number; readonly height: number },
  kept: readonly (string | undefined)[],
): DrawingLayout {
  const isWhole = useWholeDrawing((w) => w.isWanted) || layout.stations.length <= MOST_WHOLE;
  const width = isMeasured(room.width) ? room.width : ROOM_ABOUT_PX;
  const height = isMeasured(room.height) ? room.height : ROOM_ABOUT_PX;
  const [across, setAcross] = useState(0);
  const [down, setDown] = useState(0);
  useEffect(() => {
    const element = frame.current;
    if (!element || isWhole) return;
    const look = () => {
      setAcross(Math.floor(element.scrollLeft / (STEP * width)));
      setDown(Math.floor(element.scrollTop / (STEP * height)));
    };
    look();
    element.addEventListener('scroll', look, { passive: true });
    return () => element.removeEventListener('scroll', look);
  }, [frame, width, height, isWhole]);
  useEffect(drawWholeForPrint, []);
  const [selected, focused] = kept;
  return useMemo(() => {
    if (isWhole) return layout;
    const [left, right] = around(across, width, scale);
    const [top, bottom] = around(down, height, scale);
    return withinWindow(layout, { left, right, top, bottom }, [selected, focused]);
  }, [isWhole, layout, across, down, width, height, scale, selected, focused]);
}

const within = (x: number, from: number, to: number): number => Math.min(to, Math.max(from, x));

const isMeasured = (px: number): boolean => Number.isFinite(px) && px > 0;

/** What is drawn around so many steps of scrolling [px of the drawing]. */
const around = (steps: number, roomPx: number, scale: number): readonly [number, number] => [
  ((steps * STEP - BEYOND) * roomPx) / scale,
  (((steps + 1) * STEP + 1 + BEYOND) * roomPx) / scale,
];
