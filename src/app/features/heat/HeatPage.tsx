import { usePreferences } from '../../state/preferences';
import { HeatBalance } from './HeatBalance';
import { HeatParts } from './HeatParts';
import { HeatStudies } from './HeatStudies';
import { useSolved } from '../../state/useAnswers';
import { sayNote } from '../../../core/judgement/sayNote';
import { shownOf, useOpenEngine } from '../../state/engine';

/** Where the heat goes: the balance at the state of the state bar, curves around it, warm-up, and a trace. */
export default function HeatPage() {
  const engine = useOpenEngine();
  const solved = useSolved(engine, true);
  const units = usePreferences((w) => w.units);
  const heat = solved.data?.heat ?? undefined;
  const notes =
    solved.data?.result.notes.filter((n) => n.code === 'oilHot' || n.code === 'oilCold' || n.code === 'notConverged') ??
    [];
  return (
    <main id="main" tabIndex={-1} className="page heat" {...shownOf(solved)}>
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
        <p role="status">Computing the oil temperature…</p>
      )}
      <HeatStudies />
    </main>
  );
}
