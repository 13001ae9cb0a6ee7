import { useDocument } from '../../state/document';
import { usePreferences } from '../../state/preferences';
import { useMemo } from 'react';
import { formatQuantity } from '../../../core/foundations/units';
import type { TraceResult, TraceRow } from '../../../core/heat/trace';
import { useStudy } from '../../state/useStudy';
import { RecordedLap } from '../../files/RecordedLap';
import { StudyStatus } from '../../studies/StudyStatus';
import { SamplesView } from './SamplesView';
import { shownOf, useOpenEngine } from '../../state/engine';

/** A recorded lap, or the invented one that is shown first, driven through the model. */
export function TraceStudy({ airTemperatureK }: { readonly airTemperatureK: number }) {
  return <RecordedLap>{(rows) => <TraceView rows={rows} airTemperatureK={airTemperatureK} />}</RecordedLap>;
}

function TraceView({
  rows,
  airTemperatureK,
}: {
  readonly rows: readonly TraceRow[];
  readonly airTemperatureK: number;
}) {
  const limitK = useDocument((w) => w.project!.range.hottestOilK);
  // One object as long as nothing changes: a long trace is written out as text once.
  const request = useMemo(
    () => ({ rows: [...rows], airTemperatureK, startK: airTemperatureK, limitK }),
    [rows, airTemperatureK, limitK],
  );
  const engine = useOpenEngine();
  const study = useStudy(engine, 'trace', request, 'fresh');
  const units = usePreferences((w) => w.units);
  const { answer } = study;
  const peak = (r: TraceResult) =>
    `Peak ${formatQuantity(r.peakK, 'temperature', units)} after ${formatQuantity(r.peakS, 'time', units)}; ${formatQuantity(r.overS, 'time', units)} above ${formatQuantity(r.limitK, 'temperature', units)}.`;
  return (
    <div {...shownOf(study)}>
      <StudyStatus study={study} doing="driving" />
      {answer && (
        <SamplesView
          title="Recorded lap"
          samples={answer.samples}
          file="trace.csv"
          limitK={answer.limitK}
          solved={answer.solved}
          marks={[peak(answer)]}
        />
      )}
    </div>
  );
}
