import { Button, Upload } from 'antd';
import { useDocument } from '../../state/document';
import { usePreferences } from '../../state/preferences';
import Papa from 'papaparse';
import { useEffect, useMemo, useState } from 'react';
import { formatQuantity } from '../../../core/foundations/units';
import { readTrace, type TraceResult, type TraceRow } from '../../../core/heat/trace';
import { useStudy } from '../../state/useStudy';
import { readTextFile } from '../../files/readTextFile';
import { StudyStatus } from '../../studies/StudyStatus';
import { SamplesView } from './SamplesView';
import { shownOf, useOpenEngine } from '../../state/engine';

const LARGEST_TRACE_BYTES = 64 * 1024 * 1024;

/** A recorded lap, or the invented one that is shown first, driven through the model. */
export function TraceStudy({ airTemperatureK }: { readonly airTemperatureK: number }) {
  const [rows, setRows] = useState<readonly TraceRow[]>();
  const [problem, setProblem] = useState<string>();
  const open = (text: string, name: string) => {
    const { data } = Papa.parse<string[]>(text, { skipEmptyLines: true });
    const read = readTrace({ header: data[0] ?? [], rows: data.slice(1) });
    setProblem(read.ok ? undefined : `${name}: ${read.why}`);
    if (read.ok) setRows(read.rows);
  };
  useEffect(() => {
    let gone = false;
    void import('../../../../demo/hillclimb.csv?raw').then((demo) => {
      if (!gone) open(demo.default, 'demo hill climb');
    });
    return () => {
      gone = true;
    };
  }, []);
  const takeFile = async (chosen: File) => {
    if (chosen.size > LARGEST_TRACE_BYTES) return setProblem(`${chosen.name}: over 64 MiB. Use fewer rows.`);
    open(await readTextFile(chosen), chosen.name);
  };
  return (
    <>
      {problem && (
        <div className="notice" role="alert">
          {problem} Nothing else has changed.
        </div>
      )}
      <TraceFile onChoose={(chosen) => void takeFile(chosen)} />
      {rows && <TraceView rows={rows} airTemperatureK={airTemperatureK} />}
    </>
  );
}

function TraceFile({ onChoose }: { readonly onChoose: (file: File) => void }) {
  return (
    <div className="moves">
      <Upload
        aria-label="Recorded lap file"
        accept=".csv,text/csv"
        showUploadList={false}
        beforeUpload={(chosen) => {
          onChoose(chosen);
          return false;
        }}
      >
        <Button>Open a recorded lap (CSV)…</Button>
      </Upload>
      <span className="quiet">
        Columns: time_s, rpm, load (0 to 1), road_speed_kmh. Shown first: an invented hill climb.
      </span>
    </div>
  );
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
