import { useEffect, useState, type RefObject } from 'react';

interface Size {
  readonly width: number;
  readonly height: number;
}

/** Size of an element as it is laid out [px]; Infinity until that is known. What is hidden keeps the size it had. */
export function useSize(element: RefObject<Element | null>): Size {
  const [size, setSize] = useState<Size>({ width: Infinity, height: Infinity });
  useEffect(() => {
    if (!element.current) return;
    const observer = new ResizeObserver(([entry]) => {
      if (!entry) return;
      const width = Math.floor(entry.contentRect.width);
      const height = Math.floor(entry.contentRect.height);
      // The same size again, as when a view comes back, draws nothing anew.
      setSize((before) =>
        width === 0 || (before.width === width && before.height === height) ? before : { width, height },
      );
    });
    observer.observe(element.current);
    return () => observer.disconnect();
  }, [element]);
  return size;
}

/**
 * Width to draw a picture for [px]: what there is, up to what it needs. Drawn for its room, a picture keeps its words at
 * their size; scaled into it, they cannot be read on a phone.
 *
 * @param least below this it is scaled after all
 */
export function useRoomWidth(element: RefObject<Element | null>, most: number, least: number): number {
  return Math.max(least, Math.min(most, useSize(element).width));
}
