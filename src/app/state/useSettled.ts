import { useEffect, useState } from 'react';

/** Time that a figure must rest before work is begun on it [ms]: a dragged instrument passes dozens. */
const REST_MS = 300;

/** A value once it has rested, by its text; the last one that had until then. Plain data only. */
export function useSettled<T>(value: T): T {
  const [settled, setSettled] = useState(value);
  const text = JSON.stringify(value);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(JSON.parse(text) as T), REST_MS);
    return () => clearTimeout(timer);
  }, [text]);
  return settled;
}
