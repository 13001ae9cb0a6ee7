import type { ReactNode } from 'react';

/**
 * A table of figures alone that may be wider than its page. It is scrolled by keys too: nothing in it takes the focus,
 * so it does itself.
 * @param label what a screen reader calls it
 */
export function ScrollsAside({ label, children }: { readonly label: string; readonly children: ReactNode }) {
  return (
    <div className="scrolls-aside" role="region" aria-label={label} tabIndex={0}>
      {children}
    </div>
  );
}
