import { useState } from 'react';
import { SensitivitySection } from './SensitivitySection';
import { SpreadSection } from './SpreadSection';
import { ToleranceTable } from './ToleranceTable';
import { useSolved, useSweep } from '../../state/useAnswers';
import { useOpenEngine } from '../../state/engine';

/** Tolerances to supply, what moves each margin, and the tolerances themselves. */
export default function TolerancesPage() {
  const engine = useOpenEngine();
  const solved = useSolved(engine);
  const sweep = useSweep(engine);
  const [chosen, setChosen] = useState<string>();
  const consumers = solved.data?.result.consumers ?? [];
  // Until one is chosen, the one that stands nearest to its limit here.
  const near = (c: (typeof consumers)[number]) => c.decisive?.nearRatio ?? Infinity;
  const nearest = consumers.reduce<(typeof consumers)[number] | undefined>(
    (least, c) => (!least || near(c) < near(least) ? c : least),
    undefined,
  );
  const consumer = consumers.find((c) => c.part === chosen)?.part ?? nearest?.part;
  return (
    <main id="main" tabIndex={-1} className="page tolerances">
      <h1>Tolerances</h1>
      {solved.error && (
        <div className="notice" role="alert">
          <strong>This circuit cannot be computed.</strong> {solved.error.message}
        </div>
      )}
      <div className="columns">
        <SpreadSection
          result={solved.data?.result.temperatureModel === 'held' ? solved.data.result : undefined}
          sweep={sweep.data}
          onConsumer={setChosen}
        />
        {consumer !== undefined && (
          <SensitivitySection consumer={consumer} consumers={consumers} onConsumer={setChosen} />
        )}
      </div>
      <ToleranceTable />
    </main>
  );
}
