import { Suspense } from 'react';
import { StateBar } from './features/stateBar/StateBar';
import type { View } from './views';

/** A view as the shell shows it: under the state bar where it follows the state, empty while it is loaded. */
export function ViewFrame({ view: Page, followsState, calculatesOil }: Omit<View, 'path' | 'title'>) {
  return (
    <>
      {followsState && <StateBar calculatesOil={calculatesOil === true} />}
      <Suspense fallback={null}>
        <Page />
      </Suspense>
    </>
  );
}
