import { lazy, useState } from 'react';
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
      <h1>Does every component get enough oil?</h1>
      <p className="lead">
        Draw up your engine’s oil circuit, change it, and see pressure, flow and oil temperature at every bearing, jet
        and turbo, from a cold start to a hot idle to full speed, before a hose is cut.
      </p>
      <Kit>
        <Beginnings dropped={dropped} />
      </Kit>
    </main>
  );
}
