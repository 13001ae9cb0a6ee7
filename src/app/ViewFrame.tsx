import { StateBar } from './features/stateBar/StateBar';
import { useDocument } from './state/document';
import { Kit } from './theme/Kit';
import type { View } from './views';

/** A view as the shell shows it: under the state bar where it follows the state, empty while it is loaded. */
export function ViewFrame({ view: Page, title, name, followsState, calculatesOil, drawsFirst }: Omit<View, 'path'>) {
  const project = useDocument((d) => d.project?.name);
  return (
    <>
      <title>{[title ?? name, project, 'Tidal Gauge'].filter(Boolean).join(' · ')}</title>
      {followsState && <StateBar calculatesOil={calculatesOil === true} />}
      {drawsFirst ? (
        <Page />
      ) : (
        <Kit>
          <Page />
        </Kit>
      )}
    </>
  );
}
