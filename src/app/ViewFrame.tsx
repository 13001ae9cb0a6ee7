import { Suspense } from 'react';
import { StateBar } from './features/stateBar/StateBar';
import type { View } from './views';

/** A view as the shell shows it: under the state bar where it follows the state, empty while it is loaded. */
export function ViewFrame({ view: Page, followsState }: Pick<View, 'view' | 'followsState'>) {
  return (
    <>
      {followsState && <StateBar />}
      <Suspense fallback={null}>
        <Page />
      </Suspense>
    </>
  );
}
