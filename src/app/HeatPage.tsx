import { useEffect } from 'react';
import { StateBar } from './features/stateBar/StateBar';
import { HeatBalance } from './features/heat/HeatBalance';
import { HeatParts } from './features/heat/HeatParts';
import { HeatStudies } from './features/heat/HeatStudies';
import { useSolved } from './state/useAnswers';
import { useWorkbench } from './state/workbench';
import { sayNote } from './features/findings/sayNote';

/** Where the heat goes: the balance at the state of the state bar, curves around it, warm-up, and a trace. */
export default function HeatPage() {
  const solved = useSolved();
  const units = useWorkbench((w) => w.units);
  const setFound = useWorkbench((w) => w.setFound);
  // This page is about found temperatures: held ones have no balance.
  useEffect(() => setFound(true), [setFound]);
  const heat = solved.data?.heat ?? undefined;
  const notes =
    solved.data?.result.notes.filter((n) => n.code === 'oilHot' || n.code === 'oilCold' || n.code === 'notConverged') ??
    [];
  return (
    <>
      <StateBar foundK={heat?.sumpK} />
      <main className="page heat">
        <h1 className="visually-hidden">Heat</h1>
        {solved.error && (
          <div className="notice" role="alert">
            <strong>This circuit cannot be computed.</strong> {solved.error.message}
          </div>
        )}
        {notes.map((note) => (
          <div className="notice" role="alert" key={note.code}>
            <strong>{sayNote(note, units).head}</strong> {sayNote(note, units).text}
          </div>
        ))}
        {heat ? (
          <>
            <HeatBalance heat={heat} units={units} />
            <HeatParts heat={heat} units={units} />
          </>
        ) : (
          <p role="status">Finding where the oil settles…</p>
        )}
        <HeatStudies />
      </main>
    </>
  );
}
