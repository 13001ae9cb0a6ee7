import { Button, Checkbox, Progress, Table, Upload } from 'antd';
import { useRef, useState } from 'react';
import { useSearchParams } from 'react-router';
import {
  CHANNEL_KEYS,
  guessMapping,
  mappingSchema,
  RECORDED_CHANNELS,
  type Mapping,
  type RecordedHead,
} from '../../../core/log/recorded';
import { formatQuantity } from '../../../core/foundations/units';
import { SelectInput } from '../../forms/SelectInput';
import { withReadings } from '../../../core/document/changes/readings';
import { useDocument } from '../../state/document';
import { today } from '../../state/plain';
import { usePreferences } from '../../state/preferences';
import { readHead, readRecorded, type RecordedSummary } from '../../../workers/csvReader';
import { Field } from '../../forms/Field';

const keyOf = (head: RecordedHead): string => `tidal-csv ${head.columns.join('|').slice(0, 500)}`;
/** Conditions of a log that are explained together. */
const MOST_READINGS = 8;

/** What was chosen for a file with this header before, else what its names suggest. */
function mappingFor(head: RecordedHead): Partial<Mapping> {
  try {
    const kept = mappingSchema.safeParse(JSON.parse(localStorage.getItem(keyOf(head)) ?? 'null'));
    if (kept.success) return kept.data;
  } catch {
    // What was kept cannot be read, or the browser keeps nothing: it is guessed anew.
  }
  return guessMapping(head) as Partial<Mapping>;
}

/** A recorded log from a CSV file of any length, summed up by engine speed and oil temperature. */
export function RecordedSection() {
  const [file, setFile] = useState<File>();
  const [head, setHead] = useState<RecordedHead>();
  const [mapping, setMapping] = useState<Partial<Mapping>>({});
  const [share, setShare] = useState<number>();
  const [summary, setSummary] = useState<RecordedSummary>();
  const [refused, setRefused] = useState('');
  const control = useRef<AbortController>(undefined);
  const open = async (chosen: File) => {
    setRefused('');
    setSummary(undefined);
    const found = await readHead(chosen).catch(() => null);
    if (!found) return setRefused(`${chosen.name} has no rows of figures. Choose a CSV file of a logger.`);
    setFile(chosen);
    setHead(found);
    setMapping(mappingFor(found));
  };
  const whole = mappingSchema.safeParse(mapping);
  const read = async () => {
    if (!file || !head || !whole.success) return;
    try {
      localStorage.setItem(keyOf(head), JSON.stringify(whole.data));
    } catch {
      // Where the browser keeps nothing, the columns are chosen again next time.
    }
    control.current = new AbortController();
    setShare(0);
    try {
      setSummary(await readRecorded(file, head, whole.data, setShare, control.current.signal));
    } catch (error) {
      if ((error as Error).name !== 'AbortError') setRefused((error as Error).message);
    }
    setShare(undefined);
  };
  return (
    <section aria-label="Recorded log">
      <h2>Recorded log</h2>
      <Upload
        accept=".csv,.txt,.log"
        showUploadList={false}
        beforeUpload={(chosen) => {
          void open(chosen);
          return false;
        }}
      >
        <Button>Open a CSV file</Button>
      </Upload>
      {refused && (
        <p className="problem" role="alert">
          {refused}
        </p>
      )}
      {head && (
        <>
          <p className="quiet">
            {file?.name}: {head.columns.length} columns, separated by “
            {head.delimiter === '\t' ? 'tab' : head.delimiter}”.
          </p>
          <div className="row">
            <ChannelFields head={head} mapping={mapping} onChange={setMapping} />
            <Checkbox
              checked={mapping.decimalComma ?? false}
              onChange={(e) => setMapping({ ...mapping, decimalComma: e.target.checked })}
            >
              decimal comma
            </Checkbox>
            <Button type="primary" disabled={!whole.success || share !== undefined} onClick={() => void read()}>
              Read the log
            </Button>
          </div>
        </>
      )}
      {share !== undefined && (
        <div className="row" role="status">
          <Progress percent={Math.round(100 * share)} aria-label="Share read" />
          <Button onClick={() => control.current?.abort()}>Cancel</Button>
        </div>
      )}
      {summary && <RecordedStates summary={summary} />}
    </section>
  );
}

/** Which column is which channel, and in which unit. */
function ChannelFields({
  head,
  mapping,
  onChange,
}: {
  readonly head: RecordedHead;
  readonly mapping: Partial<Mapping>;
  readonly onChange: (mapping: Partial<Mapping>) => void;
}) {
  return CHANNEL_KEYS.map((key) => (
    <Field key={key} title={RECORDED_CHANNELS[key].title}>
      {(id) => (
        <>
          <SelectInput
            id={id}
            label={`Column of ${RECORDED_CHANNELS[key].title.toLowerCase()}`}
            value={mapping[key]?.column ?? -1}
            options={[
              { value: -1, label: 'choose a column' },
              ...head.columns.map((label, value) => ({ value, label })),
            ]}
            onChange={(column) => {
              const { [key]: before, ...rest } = mapping;
              onChange(
                column < 0
                  ? rest
                  : {
                      ...rest,
                      [key]: { unit: before?.unit ?? Object.keys(RECORDED_CHANNELS[key].units)[0]!, column },
                    },
              );
            }}
          />{' '}
          <SelectInput
            label={`Unit of ${RECORDED_CHANNELS[key].title.toLowerCase()}`}
            value={mapping[key]?.unit ?? Object.keys(RECORDED_CHANNELS[key].units)[0]!}
            options={Object.keys(RECORDED_CHANNELS[key].units).map((unit) => ({ value: unit, label: unit }))}
            onChange={(unit) => mapping[key] && onChange({ ...mapping, [key]: { ...mapping[key], unit } })}
          />
        </>
      )}
    </Field>
  ));
}

/** The conditions of a log with their mean pressures, and the way to what explains them. */
function RecordedStates({ summary }: { readonly summary: RecordedSummary }) {
  const units = usePreferences((p) => p.units);
  const changeReadings = useDocument((d) => d.changeReadings);
  const [, setSearch] = useSearchParams();
  return (
    <>
      <p role="status">
        {summary.rows} rows read{summary.bad > 0 && `, ${summary.bad} could not be read`}; {summary.states.length}{' '}
        conditions.
      </p>
      <Table
        rowKey={(s) => `${s.speedRevS} ${s.oilTemperatureK}`}
        size="small"
        pagination={{ pageSize: 10, hideOnSinglePage: true }}
        dataSource={[...summary.states]}
        columns={[
          { title: 'Engine speed', rowScope: 'row', render: (_, s) => formatQuantity(s.speedRevS, 'speed', units) },
          { title: 'Oil', render: (_, s) => formatQuantity(s.oilTemperatureK, 'temperature', units) },
          { title: 'Pressure, mean', render: (_, s) => formatQuantity(s.pressurePa, 'pressure', units) },
          { title: 'Samples', align: 'right', dataIndex: 'samples' },
        ]}
      />
      <Button
        disabled={summary.states.length === 0}
        onClick={() => {
          changeReadings('readings of a recording', (now) =>
            withReadings(
              now,
              summary.states
                .filter((s) => s.speedRevS > 0)
                .slice(0, MOST_READINGS)
                .map(({ speedRevS, oilTemperatureK, pressurePa }) => ({
                  on: today(),
                  by: 'logger' as const,
                  with: now.activeVariant,
                  reading: { kind: 'pressure' as const, speedRevS, oilTemperatureK, pressurePa },
                })),
            ),
          );
          setSearch({ tab: 'why' });
        }}
      >
        Explain these readings
      </Button>
    </>
  );
}
