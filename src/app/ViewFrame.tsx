import { Suspense } from 'react';
import { StateBar } from './features/stateBar/StateBar';
import { useDocument } from './state/document';
import type { View } from './views';

/** A view as the shell shows it: under the state bar where it follows the state, empty while it is loaded. */
export function ViewFrame({ view: Page, title, name, followsState, calculatesOil }: Omit<View, 'path'>) {
  const project = useDocument((d) => d.project?.name);
  return (
    <>
      <title>{[title ?? name, project, 'Tidal Gauge'].filter(Boolean).join(' · ')}</title>
      {followsState && <StateBar calculatesOil={calculatesOil === true} />}
      <Suspense fallback={null}>
        <Page />
      </Suspense>
    </>
  );
}
