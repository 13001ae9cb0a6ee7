import { App as AntApp } from 'antd';
import { useDrop } from '../../files/useDrop';
import { useProjectImport } from '../../files/useProjectImport';
import { WaysToBegin } from './WaysToBegin';

/** Shown where nothing is stored yet: what the app answers, and the ways to begin. */
export default function FirstScreen() {
  return (
    <AntApp component={false}>
      <title>Tidal Gauge</title>
      <First />
    </AntApp>
  );
}

function First() {
  const isOver = useDrop(useProjectImport());
  return (
    <main id="main" tabIndex={-1} className={`page first${isOver ? ' over' : ''}`}>
      <h1>Does every component get enough oil?</h1>
      <p className="lead">
        Draw up your engine’s oil circuit, change it, and see pressure, flow and oil temperature at every bearing, jet
        and turbo, from a cold start to a hot idle to full speed, before a hose is cut.
      </p>
      <WaysToBegin />
      <ul className="answers">
        <li>Does the turbo get enough oil at a hot idle, and not too much at full speed?</li>
        <li>What does a cooler cost in pressure when the oil is cold, and does it keep it below its limit?</li>
        <li>Which hose, restrictor, spring or filter would do, and what starves first when something fails?</li>
      </ul>
      <p className="quiet">
        Everything stays in this browser: no account, no network. A calculation is not a licence: the maker’s limits
        come first, and safety-critical work is checked by a qualified person.
      </p>
    </main>
  );
}
