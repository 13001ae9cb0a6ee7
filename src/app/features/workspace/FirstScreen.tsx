import { lazy, useState } from 'react';
import { Welcome } from '../../begin/Welcome';
import { useDrop } from '../../files/useDrop';
import { Kit } from '../../theme/Kit';

const Beginnings = lazy(() => import('./Beginnings'));

/** Shown where nothing is stored yet: what the app answers, at once, and the ways to begin when the kit is there. */
export function FirstScreen() {
  // Also before the kit is there: a browser would leave the page for the file.
  const [dropped, setDropped] = useState<File>();
  const isOver = useDrop(setDropped);
  return (
    <main id="main" tabIndex={-1} className={`page first${isOver ? ' over' : ''}`}>
      <title>Tidal Gauge</title>
      <Welcome />
      <Kit>
        <Beginnings dropped={dropped} />
      </Kit>
    </main>
  );
}
