import { Button, Table } from 'antd';
import { useMemo } from 'react';
import { MOST_READINGS, type Calibration, type Reading } from '../../../core/document/project/calibration';
import { activeVariant, withVariant, type Project } from '../../../core/document/project/project';
import { formatQuantity } from '../../../core/foundations/units';
import { beforeFit, fitGroups, withFactors } from '../../../core/studies/inputs/fitGroups';
import type { FitResult } from '../../../core/studies/fit/fitSchema';
import { fitRemarks, sayReading } from '../../../core/studies/fit/sayFit';
import { ScrollsAside } from '../../forms/ScrollsAside';
import { useDocument } from '../../state/document';
import { usePreferences } from '../../state/preferences';
import { useSettled } from '../../state/useSettled';
import { useStudy } from '../../state/useStudy';
import { StudyStatus } from '../../studies/StudyStatus';
import { READING_STARTS, ReadingInput, startReading, startRoad } from './ReadingInput';

/** The project with a fit in its figures, from what was there before any fit. */
function fittedProject(project: Project, fit: FitResult): Project {
  const base = beforeFit(project);
  const { readings, applied } = fit.calibration;
  const groups = fitGroups(base, readings);
  const factors = groups.map((g) => applied?.factors.find((f) => f.id === g.id)?.factor ?? 1);
  const { project: moved } = withFactors(base, groups, factors);
  return withVariant(moved, { ...activeVariant(moved), calibration: fit.calibration });
}

const NONE: readonly Reading[] = [];

/** Readings of the gauge, what the circuit would show instead, and the fit to them. */
export function FitSection() {
  const project = useDocument((d) => d.project)!;
  const calibrate = useDocument((d) => d.calibrate);
  const kept = activeVariant(project).calibration;
  const readings = kept?.readings ?? NONE;
  // Each reading is kept as it is typed: leaving the page loses none.
  const keep = (name: string, changed: readonly Reading[], on?: string) => {
    const variant = activeVariant(project);
    const calibration = { ...variant.calibration, readings: [...changed] };
    calibrate(name, withVariant(project, { ...variant, calibration }), on);
  };
  const add = (reading: Reading) => keep('add a reading', [...readings, reading]);
  return (
    <section aria-label="Gauge readings">
      <p>
        Two readings are enough to begin with; six are better. From then on the app computes your engine, not a typical
        one.
      </p>
      {readings.map((reading, i) => (
        <ReadingInput
          key={`${i} ${reading.kind}`}
          project={project}
          reading={reading}
          number={i + 1}
          onChange={(changed) =>
            keep(
              'change a reading',
              readings.map((r, k) => (k === i ? changed : r)),
              `reading ${i}`,
            )
          }
          onRemove={() =>
            keep(
              'remove a reading',
              readings.filter((_, k) => k !== i),
            )
          }
        />
      ))}
      {readings.length < MOST_READINGS && (
        <div className="moves">
          {READING_STARTS.map((start) => (
            <Button key={start.label} onClick={() => add(startReading(project, start))}>
              Add {start.label.toLowerCase()}
            </Button>
          ))}
          <Button onClick={() => add(startRoad(project))}>Add an oil temperature on the road</Button>
        </div>
      )}
      {readings.length > 0 && (
        <Fit
          readings={readings}
          applied={kept?.applied}
          onApply={(fit) => calibrate('fit the circuit to its gauge', fittedProject(project, fit))}
        />
      )}
      {kept?.applied && (
        <Button
          onClick={() => {
            const base = beforeFit(project);
            const { calibration: _, ...variant } = activeVariant(base);
            calibrate('remove the fit', withVariant(base, { ...variant, calibration: { readings: [...readings] } }));
          }}
        >
          Remove the fit
        </Button>
      )}
    </section>
  );
}

function Fit({
  readings,
  applied,
  onApply,
}: {
  readonly readings: readonly Reading[];
  /** The fit that is in the circuit's figures. */
  readonly applied: Calibration['applied'];
  readonly onApply: (fit: FitResult) => void;
}) {
  const units = usePreferences((p) => p.units);
  const refits = applied !== undefined;
  // Once a circuit is fitted, every reading that comes is fitted at once.
  const asked = useMemo(() => ({ readings: [...readings] }), [readings]);
  const settled = useSettled(asked);
  const study = useStudy('fit', refits ? settled : asked, refits);
  const fit = study.answer;
  const isApplied = fit !== undefined && refits && JSON.stringify(fit.calibration.applied) === JSON.stringify(applied);
  return (
    <div aria-busy={study.running}>
      {fit ? (
        <div className="moves">
          <Button type="primary" disabled={!fit.converged || (isApplied && !study.stale)} onClick={() => onApply(fit)}>
            {isApplied ? 'Applied' : 'Apply to the circuit'}
          </Button>
          {study.stale && !isApplied && <Button onClick={study.run}>Fit again</Button>}
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
