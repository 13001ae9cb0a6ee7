import { useEffect, useLayoutEffect, useRef, type RefObject } from 'react';

/** How large the drawing is: as its room has it, as narrow as its room, or so many times its own size. */
export type Zoom = 'usual' | 'fit' | number;

/** Largest and smallest drawing by hand: letters as large as a headline, and just readable. */
const LARGEST = 3;
const SMALLEST = 0.25;

/** A size by hand within what is of use. */
export const withinZoom = (scale: number): number => Math.min(LARGEST, Math.max(SMALLEST, scale));

/** Turn of a wheel that doubles the size, about [px]. */
const WHEEL_DOUBLES_PX = 120;

/** A place of the drawing that stays where it is on the screen while its size changes. */
interface Anchor {
  /** From the drawing's left and top edge, in its own units. */
  readonly at: readonly [number, number];
  /** From the frame's left and top edge [px]. */
  readonly on: readonly [number, number];
}

/**
 * Two fingers, or a wheel with Ctrl, change the size of a drawing that scrolls in a frame; one finger scrolls as
 * everywhere. What lies between the fingers stays there.
 */
export function usePinch(frame: RefObject<HTMLElement | null>, scale: number, onChange: (scale: number) => void): void {
  const now = useRef({ scale, onChange });
  const anchor = useRef<Anchor>(undefined);
  useLayoutEffect(() => {
    now.current = { scale, onChange };
    const { current: held } = anchor;
    anchor.current = undefined;
    if (held)
      frame.current?.scrollTo({
        left: held.at[0] * scale - held.on[0],
        top: held.at[1] * scale - held.on[1],
        behavior: 'instant',
      });
  }, [frame, scale, onChange]);

  useEffect(() => {
    const element = frame.current;
    if (!element) return;
    let began: { readonly apartPx: number; readonly scale: number } | undefined;
    const zoomTo = (wanted: number, clientX: number, clientY: number) => {
      const { scale: before, onChange: change } = now.current;
      const next = withinZoom(wanted);
      if (next === before) return;
      const box = element.getBoundingClientRect();
      const on = [clientX - box.left, clientY - box.top] as const;
      anchor.current = {
        at: [(element.scrollLeft + on[0]) / before, (element.scrollTop + on[1]) / before],
        on,
      };
      change(next);
    };
    const onTouchStart = ({ touches: [a, b] }: TouchEvent) => {
      began = a && b ? { apartPx: apart(a, b), scale: now.current.scale } : undefined;
    };
    const onTouchMove = (event: TouchEvent) => {
      const [a, b] = event.touches;
      if (!began || !a || !b) return;
      event.preventDefault();
      zoomTo((began.scale * apart(a, b)) / began.apartPx, (a.clientX + b.clientX) / 2, (a.clientY + b.clientY) / 2);
    };
    const onWheel = (event: WheelEvent) => {
      if (!event.ctrlKey) return;
      event.preventDefault();
      zoomTo(now.current.scale * 2 ** (-event.deltaY / WHEEL_DOUBLES_PX), event.clientX, event.clientY);
    };
    element.addEventListener('touchstart', onTouchStart, { passive: true });
    element.addEventListener('touchmove', onTouchMove, { passive: false });
    element.addEventListener('wheel', onWheel, { passive: false });
    return () => {
      element.removeEventListener('touchstart', onTouchStart);
      element.removeEventListener('touchmove', onTouchMove);
      element.removeEventListener('wheel', onWheel);
    };
  }, [frame]);
}

const apart = (a: Touch, b: Touch): number => Math.max(1, Math.hypot(a.clientX - b.clientX, a.clientY - b.clientY));
