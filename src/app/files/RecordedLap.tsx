import { Button, Upload } from 'antd';
import Papa from 'papaparse';
import { useEffect, useState, type ReactNode } from 'react';
import { readTrace, type TraceRow } from '../../core/heat/trace';
import { readTextFile } from './readTextFile';

const LARGEST_TRACE_BYTES = 64 * 1024 * 1024;

/** A recorded lap, or the invented one that is shown first: chosen, read, and given on. */
export function RecordedLap({ children }: { readonly children: (rows: readonly TraceRow[]) => ReactNode }) {
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
    void import('../../../demo/hillclimb.csv?raw').then((demo) => {
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
      <div className="moves">
        <Upload
          aria-label="Recorded lap file"
          accept=".csv,text/csv"
          showUploadList={false}
          beforeUpload={(chosen) => {
            void takeFile(chosen);
            return false;
          }}
        >
          <Button>Open a recorded lap (CSV)…</Button>
        </Upload>
        <span className="quiet">
          Columns: time_s, rpm, load (0 to 1), road_speed_kmh; for the pickup lat_g (right turns positive) and long_g
          (accelerating positive). Shown first: an invented hill climb.
        </span>
      </div>
      {rows && children(rows)}
    </>
  );
}
