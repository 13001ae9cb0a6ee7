import { Button, Table } from 'antd';
import { useMemo } from 'react';
import { changeReading, isPressure, readingsForFit, withReadings } from '../../../core/document/changes/readings';
import { MOST_READINGS, type Calibration, type KeptReading } from '../../../core/document/project/calibration';
import { activeVariant, withVariant, type Project } from '../../../core/document/project/project';
import { formatQuantity } from '../../../core/foundations/units';
import { projectWithFit } from '../../../core/studies/fit/applyFit';
import { beforeFit } from '../../../core/studies/inputs/fitGroups';
import type { FitResult } from '../../../core/studies/fit/fitSchema';
import { fitRemarks, sayReading } from '../../../core/studies/fit/sayFit';
import { ScrollsAside } from '../../forms/ScrollsAside';
import { useDocument } from '../../state/document';
import { usePreferences } from '../../state/preferences';
import { useSettled } from '../../state/useSettled';
import { useStudy } from '../../state/useStudy';
import { StudyStatus } from '../../studies/StudyStatus';
import { NewReading } from '../../readings/NewReading';
import { today } from '../../state/plain';
import { KeptReadingInput, type Predicted } from './KeptReadingInput';
import { shownOf, useOpenEngine } from '../../state/engine';

/** Everything that was read on the engine, what the circuit would show instead, and the fit to it. */
export function FitSection() {
  const project = useDocument((d) => d.project)!;
  const kept = useDocument((d) => d.kept)!;
  const calibrate = useDocument((d) => d.calibrate);
  const changeReadings = useDocument((d) => d.changeReadings);
  const showVariant = useDocument((d) => d.showVariant);
  const variant = activeVariant(project);
  const { readings } = kept;
  // With a reading of the open variant those of others tell of the same engine too.
  const fitted = useMemo(() => {
    const own = readingsForFit(kept, variant.id);
    return own.length > 0 ? kept.readings.filter((r) => r.forFit).slice(-MOST_READINGS) : own;
  }, [kept, variant.id]);
  const predicted = usePredicted(readings, variant.id);
  const elsewhere = readings.find((r) => r.forFit && r.with !== variant.id);
  const applied = variant.calibration?.applied;
  return (
    <section aria-label="Gauge readings">
      <p>
        Two readings are enough to begin with; six are better. From then on the app computes your engine, not a typical
        one, in every variant.
      </p>
      {readings.map((reading, i) => (
        <KeptReadingInput
          key={reading.id}
          project={project}
          kept={reading}
          predicted={predicted.get(reading.id)}
          number={i + 1}
          onChange={(changed, on) =>
            changeReadings(
              'change a reading',
              (now) => ({ ...now, readings: changeReading(now.readings, reading.id, () => changed) }),
              on && `reading ${reading.id}`,
            )
          }
          onRemove={() =>
            changeReadings('remove a reading', (now) => ({
              ...now,
              readings: now.readings.filter((r) => r.id !== reading.id),
            }))
          }
        />
      ))}
      <NewReading
        road
        onAdd={(reading) =>
          changeReadings('add a reading', (now) =>
            withReadings(now, [
              { on: today(), by: 'gauge', with: now.engineNow ?? now.asItIs.id, forFit: true, reading },
            ]),
          )
        }
      />
      {fitted.length > 0 ? (
        <Fit
          readings={fitted}
          applied={applied}
          onApply={(fit) => calibrate('fit the circuit to its gauge', projectWithFit(project, fit))}
        />
      ) : (
        elsewhere && (
          <p>
            The readings were taken with {nameOf(project, elsewhere.with)} on the engine. Open that to fit; every
            variant has the fit then.{' '}
            <Button type="primary" onClick={() => showVariant(elsewhere.with)}>
              Open {nameOf(project, elsewhere.with)}
            </Button>
          </p>
        )
      )}
      {applied && (
        <Button
          onClick={() => {
            const base = beforeFit(project);
            const { calibration: _, ...without } = activeVariant(base);
            calibrate('remove the fit', withVariant(base, without));
          }}
        >
          Remove the fit
        </Button>
      )}
    </section>
  );
}

const nameOf = (project: Project, id: string): string => project.variants.find((v) => v.id === id)?.name ?? id;

/** Most states that are predicted at once. */
const MOST_PREDICTED = 60;
const NO_STATES = { states: [{ speedRevS: 1, oilTemperatureK: 373.15 }] };

/** What the open variant's gauge should show at the readings that were taken with it, by reading. */
function usePredicted(readings: readonly KeptReading[], variant: string): ReadonlyMap<string, Predicted> {
  const at = useMemo(
    () =>
      readings
        .flatMap(({ id, with: of, reading }) =>
          of === variant && isPressure(reading) && reading.at === undefined ? [{ id, reading }] : [],
        )
        .slice(-MOST_PREDICTED),
    [readings, variant],
  );
  const asked = useMemo(
    () =>
      at.length === 0
        ? NO_STATES
        : { states: at.map(({ reading: { speedRevS, oilTemperatureK } }) => ({ speedRevS, oilTemperatureK })) },
    [at],
  );
  const engine = useOpenEngine();
  const { answer } = useStudy(engine, 'expected', useSettled(asked), at.length > 0 ? 'fresh' : false);
  return useMemo(
    () =>
      new Map(
        answer?.at.length === at.length
          ? at.flatMap(({ id }, i) => {
              const { pressurePa, deviationPa } = answer.at[i]!;
              return pressurePa === null ? [] : [[id, { pressurePa, deviationPa }] as const];
            })
          : [],
      ),
    [answer, at],
  );
}

function Fit({
  readings,
  applied,
  onApply,
}: {
  readonly readings: readonly KeptReading[];
  /** The fit that is in the circuit's figures. */
  readonly applied: Calibration['applied'];
  readonly onApply: (fit: FitResult) => void;
}) {
  const units = usePreferences((p) => p.units);
  const refits = applied !== undefined;
  // Once a circuit is fitted, every reading that comes is fitted at once.
  const asked = useMemo(
    () => ({ readings: readings.map((r) => r.reading), with: readings.map((r) => r.with) }),
    [readings],
  );
  const settled = useSettled(asked);
  const engine = useOpenEngine();
  const study = useStudy(engine, 'fit', refits ? settled : asked, refits);
  const fit = study.answer;
  const isApplied = fit !== undefined && refits && JSON.stringify(fit.calibration.applied) === JSON.stringify(applied);
  return (
    <div aria-busy={study.running} {...shownOf(study)}>
      {fit ? (
        <div className="moves">
          <Button type="primary" disabled={!fit.converged || (isApplied && !study.old)} onClick={() => onApply(fit)}>
            {isApplied ? 'Applied' : 'Apply to the circuit'}
          </Button>
          {study.old && !isApplied && <Button onClick={study.run}>Fit again</Button>}
        </div>
      ) : (
        !study.running &&
        !study.message && (
          <div className="moves">
            <Button type="primary" onClick={study.run}>
              Fit the circuit to these readings
            </Button>
          </div>
        )
      )}
      {(study.running || study.message !== '') && <StudyStatus study={study} doing="fitting" />}
      {fit && (
        <>
          <FitTables fit={fit} />
          {fitRemarks(fit, units).map((sentence) => (
            <p key={sentence}>{sentence}</p>
          ))}
        </>
      )}
    </div>
  );
}

const percent = (factor: number) => `${factor >= 1 ? '+' : '−'}${Math.abs(100 * (factor - 1)).toFixed(0)} %`;

function FitTables({ fit }: { readonly fit: FitResult }) {
  const units = usePreferences((p) => p.units);
  const shown = (row: FitResult['readings'][number], si: number | null) =>
    si === null
      ? 'not solved'
      : formatQuantity(si, row.reading.kind === 'pressure' ? 'pressure' : 'temperature', units);
  return (
    <div className="columns">
      <ScrollsAside label="Readings before and after">
        <Table
          size="small"
          pagination={false}
          rowKey={(row) => JSON.stringify(row.reading)}
          dataSource={fit.readings}
          columns={[
            { title: 'Reading', render: (_, row) => sayReading(row.reading, units) },
            { title: 'Read', align: 'right', render: (_, row) => shown(row, row.measured) },
            { title: 'Before', align: 'right', render: (_, row) => shown(row, row.before) },
            { title: 'After', align: 'right', render: (_, row) => shown(row, row.after) },
          ]}
        />
      </ScrollsAside>
      <ScrollsAside label="What was changed">
        <Table
          size="small"
          pagination={false}
          rowKey="id"
          dataSource={fit.parameters}
          columns={[
            { title: 'Changed', dataIndex: 'label' },
            { title: 'By', align: 'right', render: (_, row) => percent(row.factor) },
            { title: '95 %', align: 'right', render: (_, row) => `${percent(row.low)} to ${percent(row.high)}` },
            {
              title: 'Remaining uncertainty',
              align: 'right',
              render: (_, row) => `${Math.round(100 * Math.min(1, row.narrowed))} %`,
            },
          ]}
        />
      </ScrollsAside>
    </div>
  );
}
