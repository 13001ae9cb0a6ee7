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
import { useStudy } from '../../state/useStudy';
import { StudyStatus } from '../../studies/StudyStatus';

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
        <label>
          Consumer{' '}
          <select value={consumer} onChange={(event) => onConsumer(event.target.value)}>
            {consumers.map((c) => (
              <option key={c.part} value={c.part}>
                {c.name}
              </option>
            ))}
          </select>
        </label>
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
  const study = useStudy('sensitivity', useSettled(request));
  const answer = study.answer;
  return (
    <div aria-busy={study.running}>
      <StudyStatus study={study} doing="computing sensitivities" />
      {answer &&
        (answer.check ? (
          <Bars answer={answer} check={answer.check} units={units} />
        ) : (
          <p role="status">
            {answer.solved
              ? 'Nothing is required of it in this condition.'
              : 'This condition could not be solved, so nothing is known of it.'}
          </p>
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
  const middle = BAR_WIDTH / 2;
  const signed = (si: number) => `${si < 0 ? '−' : '+'}${formatFigure(Math.abs(si), check.quantity, units)}`;
  return (
    <>
      <p>
        {answer.name}: {sayMargin(check, units)}. One step of each, upward, changes that by,{' '}
        {displayUnit(check.quantity, units).symbol}:
      </p>
      <table className="inputs ranked">
        <thead>
          <tr>
            <th scope="col">Input</th>
            <th scope="col">Step</th>
            <th scope="col">
              <span className="visually-hidden">Effect, drawn</span>
            </th>
            <th scope="col">Margin</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => {
            const length = (Math.abs(row.perStep) / most) * (middle - 4);
            return (
              <tr key={row.id}>
                <th scope="row">{row.name}</th>
                <td>{step(row.step, row.quantity as Quantity, units)}</td>
                <td>
                  <svg width={BAR_WIDTH} height={18} aria-hidden="true">
                    <rect
                      x={row.perStep < 0 ? middle - length : middle}
                      y={3}
                      width={Math.max(1, length)}
                      height={12}
                      fill={row.perStep < 0 ? 'var(--paper)' : 'var(--tint-3)'}
                      stroke={row.perStep < 0 ? 'var(--alarm)' : 'var(--ink)'}
                      strokeWidth={1.8}
                    />
                    <line x1={middle} x2={middle} y1={0} y2={18} stroke="var(--ink)" strokeWidth={1.5} />
                  </svg>
                </td>
                <td className={row.perStep < 0 ? 'problem' : ''}>{signed(row.perStep)}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
      <p className="quiet">
        Linear at this condition, for steps as large as each tolerance: exact for small changes, a guide for large ones.
        Hollow to the left: less margin.
      </p>
    </>
  );
}
