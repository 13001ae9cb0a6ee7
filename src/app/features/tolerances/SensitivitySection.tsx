import { NOT_SOLVED } from '../../../core/judgement/supply/say';
import { Table } from 'antd';
import { SelectInput } from '../../forms/SelectInput';
import { useView } from '../../state/view';
import { usePreferences } from '../../state/preferences';
import { type Sensitivity } from '../../../core/studies/sensitivity/sensitivityTasks';
import { sayMargin } from '../../../core/judgement/supply/say';
import {
  displayUnit,
  formatFigure,
  formatQuantity,
  type Quantity,
  type UnitChoice,
} from '../../../core/foundations/units';
import { useSettled } from '../../state/useSettled';
import { CsvButton } from '../../files/CsvButton';
import { useStudy } from '../../state/useStudy';
import { StudyStatus } from '../../studies/StudyStatus';
import { shownOf, useOpenEngine } from '../../state/engine';

const MOST_ROWS = 14;
const BAR_WIDTH = 260;

/** What moves one consumer's margin most at the state of the state bar, per realistic step of each input. */
export function SensitivitySection({
  consumer,
  consumers,
  onConsumer,
}: {
  readonly consumer: string;
  readonly consumers: readonly { readonly part: string; readonly name: string }[];
  readonly onConsumer: (part: string) => void;
}) {
  const speedRevS = useView((w) => w.speedRevS);
  const oilTemperatureK = useView((w) => w.oilTemperatureK);
  const units = usePreferences((w) => w.units);
  return (
    <section aria-label="Sensitivity of a margin" id="sensitivity">
      <h2>Sensitivity</h2>
      <div className="chosen">
        <span>
          Component{' '}
          <SelectInput
            label="Component"
            value={consumer}
            options={consumers.map((c) => ({ value: c.part, label: c.name }))}
            onChange={onConsumer}
          />
        </span>
        <span className="quiet">
          at {formatQuantity(speedRevS, 'speed', units)}, {formatQuantity(oilTemperatureK, 'temperature', units)}, held
        </span>
      </div>
      {speedRevS > 0 ? (
        <Ranked request={{ speedRevS, oilTemperatureK, consumer }} units={units} />
      ) : (
        <p role="status">The engine is stopped: nothing is required.</p>
      )}
    </section>
  );
}

function Ranked({
  request,
  units,
}: {
  readonly request: { speedRevS: number; oilTemperatureK: number; consumer: string };
  readonly units: UnitChoice;
}) {
  const engine = useOpenEngine();
  const study = useStudy(engine, 'sensitivity', useSettled(request));
  const answer = study.answer;
  return (
    <div aria-busy={study.running} {...shownOf(study)}>
      <StudyStatus study={study} doing="computing sensitivities" />
      {answer &&
        (answer.check ? (
          <Bars answer={answer} check={answer.check} units={units} />
        ) : (
          <p role="status">{answer.solved ? 'Nothing is required of it in this condition.' : NOT_SOLVED}</p>
        ))}
    </div>
  );
}

/** "+0.02 mm", signed, in the reader's unit. */
function step(si: number, quantity: Quantity, units: UnitChoice): string {
  // A step of a temperature is a difference of temperatures.
  return `+${formatQuantity(si, quantity === 'temperature' ? 'temperatureDifference' : quantity, units)}`;
}

function Bars({
  answer,
  check,
  units,
}: {
  readonly answer: Sensitivity;
  readonly check: NonNullable<Sensitivity['check']>;
  readonly units: UnitChoice;
}) {
  const rows = answer.rows.slice(0, MOST_ROWS);
  const most = Math.max(...rows.map((r) => Math.abs(r.perStep)), Number.MIN_VALUE);
  const signed = (si: number) => `${si < 0 ? '−' : '+'}${formatFigure(Math.abs(si), check.quantity, units)}`;
  return (
    <>
      <p>
        {answer.name}: {sayMargin(check, units)}. One step of each, upward, changes that by,{' '}
        {displayUnit(check.quantity, units).symbol}:
      </p>
      <Table<Sensitivity['rows'][number]>
        rowKey="id"
        size="small"
        className="ranked"
        pagination={false}
        scroll={{ x: 560 }}
        dataSource={[...rows]}
        columns={[
          { title: 'Input', dataIndex: 'name', rowScope: 'row' },
          { title: 'Step', render: (_, row) => step(row.step, row.quantity as Quantity, units) },
          {
            title: <span className="visually-hidden">Effect, drawn</span>,
            render: (_, row) => <Bar share={row.perStep / most} />,
          },
          {
            title: 'Margin',
            sorter: (a, b) => a.perStep - b.perStep,
            render: (_, row) => <span className={row.perStep < 0 ? 'problem' : ''}>{signed(row.perStep)}</span>,
          },
        ]}
      />
      <CsvButton name="sensitivity" />
      <p className="quiet">
        Linear at this condition, for steps as large as each tolerance: exact for small changes, a guide for large ones.
        Hollow to the left: less margin.
      </p>
    </>
  );
}

/**
 * An effect as a bar from the middle: to the right more margin, hollow to the left less.
 * @param share of the largest
 */
function Bar({ share }: { readonly share: number }) {
  const middle = BAR_WIDTH / 2;
  const length = Math.abs(share) * (middle - 4);
  return (
    <svg width={BAR_WIDTH} height={18} aria-hidden="true">
      <rect
        x={share < 0 ? middle - length : middle}
        y={3}
        width={Math.max(1, length)}
        height={12}
        fill={share < 0 ? 'var(--paper)' : 'var(--tint-3)'}
        stroke={share < 0 ? 'var(--alarm)' : 'var(--ink)'}
        strokeWidth={1.8}
      />
      <line x1={middle} x2={middle} y1={0} y2={18} stroke="var(--ink)" strokeWidth={1.5} />
    </svg>
  );
}
