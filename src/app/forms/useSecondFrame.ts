import { startTransition, useEffect, useState } from 'react';

/** False in the first drawing of something, true once that is on the screen: for what lies below it. */
export function useSecondFrame(): boolean {
  const [isSecond, setSecond] = useState(false);
  useEffect(() => {
    const frame = requestAnimationFrame(() => startTransition(() => setSecond(true)));
    return () => cancelAnimationFrame(frame);
  }, []);
  return isSecond;
}
