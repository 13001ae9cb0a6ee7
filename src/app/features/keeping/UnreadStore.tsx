import { Button } from 'antd';
import { useState } from 'react';
import { useKeeping } from '../../state/keeping';
import { openFirstDemo, tryAgain } from '../../state/workspace';

/** Shown where the store could not be read at the start: nothing is opened or written until the reader decides. */
export function UnreadStore() {
  const problem = useKeeping((k) => k.problem);
  const [busy, setBusy] = useState(false);
  const run = (work: () => Promise<void>) => {
    setBusy(true);
    void work().finally(() => setBusy(false));
  };
  return (
    <main id="main" tabIndex={-1} className="panel">
      <h1>Your projects could not be read</h1>
      <p role="alert">{problem?.message} What is stored is untouched.</p>
      <p className="moves">
        <Button type="primary" disabled={busy} onClick={() => run(tryAgain)}>
          Try again
        </Button>
        <Button disabled={busy} onClick={() => run(() => openFirstDemo(problem))}>
          Continue with an invented engine
        </Button>
      </p>
      <p className="quiet">
        If you continue, your work stays in this page only until storage works again: export it to keep it. Your stored
        projects are not overwritten.
      </p>
    </main>
  );
}
