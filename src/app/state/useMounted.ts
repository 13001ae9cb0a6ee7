import { useEffect, useState } from 'react';

/**
 * False while a component is drawn for the first time, true from then on. The kit's dialogs enter a list of who hears
 * Escape while they are drawn. React may throw a first drawing away, as when the code of something beside it has just
 * come; a dialog that was open in it stays in that list for ever, with all that it drew. So: open when this is true.
 */
export function useMounted(): boolean {
  const [isMounted, setIsMounted] = useState(false);
  // eslint-disable-next-line react-hooks/set-state-in-effect -- a second drawing is the purpose
  useEffect(() => setIsMounted(true), []);
  return isMounted;
}
