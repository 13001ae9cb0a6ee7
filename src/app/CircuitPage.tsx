import { useEffect } from 'react';
import { Findings } from './features/findings/Findings';
import { PartSheet } from './features/partSheet/PartSheet';
import { Sheet } from './features/sheet/Sheet';
import { StateBar } from './features/stateBar/StateBar';
import { useSolved, useSweep } from './state/useAnswers';
import { useWorkbench } from './state/workbench';

const SPEED_STEP_REV_S = 50 / 60;

/** The main sheet: state bar, plan and profile, and beside them the findings or the selected part. */
export function CircuitPage() {
  const selected = useWorkbench((w) => w.selected);
  const solved = useSolved();
  const sweep = useSweep();
  useShortcuts();
  return (
    <>
      <StateBar />
      <main className="work">
        {solved.data ? <Sheet result={solved.data.result} sweep={sweep.data} /> : <div className="sheet" role="status" style={{ padding: 28 }}>{solved.error ? <Refused message={solved.error.message} /> : 'Solving…'}</div>}
        <aside className="panel" aria-label={selected ? 'Part' : 'Findings'} aria-busy={sweep.isFetching}>
          {solved.data && solved.error && <Refused message={solved.error.message} />}
          {solved.data && (selected
            ? <PartSheet result={solved.data.result} sweep={sweep.data} />
            : <Findings result={solved.data.result} sweep={sweep.data} sweeping={sweep.isFetching} warnings={solved.data.warnings} />)}
        </aside>
      </main>
    </>
  );
}

function Refused({ message }: { readonly message: string }) {
  return <div className="notice" role="alert"><strong>This circuit cannot be computed.</strong> {message}</div>;
}

/** Keys that work anywhere but in a field: Esc back, [ and ] speed, 1 to 9 named states. */
function useShortcuts(): void {
  useEffect(() => {
    const onKeyDown = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || (event.target instanceof HTMLElement && /^(INPUT|TEXTAREA|SELECT)$/.test(event.target.tagName))) return;
      const { project, speedRevS, setState, select } = useWorkbench.getState();
      if (!project) return;
      const top = project.engine.maximumSpeedRevS * 1.03;
      if (event.key === 'Escape') select(undefined);
      else if (event.key === '[') setState({ speedRevS: Math.max(0, speedRevS - SPEED_STEP_REV_S) });
      else if (event.key === ']') setState({ speedRevS: Math.min(top, speedRevS + SPEED_STEP_REV_S) });
      else if (/^[1-9]$/.test(event.key)) {
        const state = project.namedStates[Number(event.key) - 1];
        if (state) setState({ speedRevS: state.speedRevS, oilTemperatureK: state.oilTemperatureK });
      }
    };
    window.addEventListener('keydown', onKeyDown);
    return () => window.removeEventListener('keydown', onKeyDown);
  }, []);
}
