import type { ReactNode } from 'react';
import { AppMark } from '../marks/AppMark';

/**
 * The first screen's frame and words. The build writes it into the page, so it is seen before the app has loaded; the
 * app goes on with it. Until it is known what is stored, styles show these words or one line, as public/begin.js
 * guesses.
 */
export function FirstPage({
  isKnown = false,
  isOver = false,
  notices = <div className="notices" />,
  children,
}: {
  /** It is known that nothing is stored. */
  readonly isKnown?: boolean;
  /** A file is held over the page. */
  readonly isOver?: boolean;
  readonly notices?: ReactNode;
  /** The ways to begin. */
  readonly children?: ReactNode;
}) {
  return (
    <>
      <div className={isKnown ? 'shell' : 'shell begins-first'}>
        <header className="bar brief">
          <AppMark />
          <span className="name">Tidal Gauge</span>
        </header>
        {notices}
        <main id="main" tabIndex={-1} className={isOver ? 'page first over' : 'page first'}>
          <h1>Does every component get enough oil?</h1>
          <p className="lead">
            Draw up your engine’s oil circuit, change it, and see pressure, flow and oil temperature at every bearing,
            jet and turbo, from a cold start to a hot idle to full speed, before a hose is cut.
          </p>
          {children}
        </main>
      </div>
      {!isKnown && (
        <div className="bar begins-project" role="status">
          Opening your project…
        </div>
      )}
    </>
  );
}
