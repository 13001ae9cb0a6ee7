import { AppMark } from '../marks/AppMark';
import { Welcome } from './Welcome';

/**
 * What stands there until it is known what is stored. The build writes it into the page, so it is seen before the app
 * has loaded; the app draws the same. Styles show one of the two, as public/begin.js guesses.
 */
export function BeforeAnswer() {
  return (
    <>
      <div className="shell begins-first">
        <header className="bar">
          <AppMark />
          <span className="name">Tidal Gauge</span>
        </header>
        <div className="notices" />
        <main className="page first">
          <Welcome />
        </main>
      </div>
      <div className="bar begins-project" role="status">
        Opening your project…
      </div>
    </>
  );
}
